/** A job that changed, and its version since. */
export interface Change {
  job: number;
  version: number;
}

/** What a listener hears: a change, or "missed" when changes may have passed unheard. */
export type Word = Change | "missed";

const NAME = "dielectra/events";

/**
 * Listens to the changes of jobs until the returned function is called. A browser keeps few connections to one server, so
 * all its tabs share one stream: the tab that holds the lock reads it and tells the others.
 */
export function listen(hear: (word: Word) => void): () => void {
  const channel = new BroadcastChannel(NAME);
  channel.onmessage = (message) => hear(message.data as Word);
  const tell = (word: Word) => {
    hear(word);
    channel.postMessage(word);
  };
  let leaving = new AbortController();
  const enter = () => {
    leaving = new AbortController();
    const { signal } = leaving;
    navigator.locks.request(NAME, { signal }, () => read(tell, signal)).catch(() => undefined);
  };
  const leave = () => leaving.abort();
  const comeBack = (event: PageTransitionEvent) => {
    if (!event.persisted) return;
    enter();
    hear("missed");
  };

  enter();
  // A page that is left may be kept aside by the browser; it must not keep the stream.
  window.addEventListener("pagehide", leave);
  window.addEventListener("pageshow", comeBack);
  return () => {
    leave();
    channel.close();
    window.removeEventListener("pagehide", leave);
    window.removeEventListener("pageshow", comeBack);
  };
}

/** Reads the server's stream until the signal; the browser opens it again by itself when it breaks. */
function read(tell: (word: Word) => void, signal: AbortSignal): Promise<void> {
  const stream = new EventSource("/api/events");
  let opened = false;
  stream.addEventListener("open", () => {
    if (opened) tell("missed");
    opened = true;
  });
  stream.addEventListener("job", (event) => tell(JSON.parse(event.data as string) as Change));
  return new Promise((resolve) => {
    const stop = () => {
      stream.close();
      resolve();
    };
    if (signal.aborted) stop();
    signal.addEventListener("abort", stop);
  });
}
