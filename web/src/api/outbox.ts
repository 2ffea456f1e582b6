import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import { Problem, Stale, Unreachable, type Job } from "./client";

/** A change to a job on its way to the server. It is kept in the browser until the server has said yes or no. */
export interface Letter {
  /** Its place in the order; given by the store. */
  at?: number;
  /** The same however often it is sent, so that it counts once. */
  key: string;
  job: number;
  change: Change;
  /** The version of the job it was made against. */
  version: number;
  /** What it says, as a person reads it. */
  words: string;
  /** Why the server said no, once it has. */
  refused?: string;
}

export type Change =
  { do: "take"; steps: unknown[] } | { do: "undo" } | { do: "amend"; number: number; answer: unknown };

/** Sends a letter; answers with the job as it stands, or throws a Problem. */
export type Send = (letter: Letter) => Promise<Job>;

interface Store extends DBSchema {
  letters: { key: number; value: Letter };
}

const NAME = "dielectra/outbox";
/** Milliseconds until a server that was not reached is tried again. */
const AGAIN = 3_000;

/**
 * Changes in the order they were made, on disk before the screen says so. They are sent one after the other, each until it is
 * answered; what the server refuses stays until somebody has read why.
 */
export class Outbox {
  private store: Promise<IDBPDatabase<Store>>;
  private listeners = new Set<() => void>();
  private channel: BroadcastChannel | null;
  private kept: Letter[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;
  private running: Promise<void> | null = null;

  constructor(
    private readonly send: Send,
    private readonly answered: (job: Job) => void,
    private readonly refused: (letter: Letter) => void = () => {},
    name = NAME,
  ) {
    this.store = openDB<Store>(name, 1, {
      upgrade: (db) => void db.createObjectStore("letters", { keyPath: "at", autoIncrement: true }),
    });
    this.channel = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel(name);
    if (this.channel) this.channel.onmessage = () => void this.read();
    if (typeof window !== "undefined") window.addEventListener("online", () => void this.flush());
    void this.read().then(() => this.flush());
  }

  /** What waits or was refused, oldest first. */
  readonly letters = (): Letter[] => this.kept;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Keeps a change on disk. */
  async add(letter: Letter): Promise<void> {
    await (await this.store).add("letters", letter);
    await this.changed();
  }

  /** Takes away what was refused and read, with what was made after it against the same job. */
  async drop(letter: Letter): Promise<void> {
    const db = await this.store;
    const gone = this.kept.filter((one) => one.job === letter.job && (one.at ?? 0) >= (letter.at ?? 0));
    await Promise.all(gone.map((one) => db.delete("letters", one.at ?? 0)));
    await this.changed();
  }

  /** Sends what waits, one at a time, in order; another tab that sends is waited for. */
  flush(): Promise<void> {
    this.running ??= this.alone(() => this.sendAll()).finally(() => {
      this.running = null;
    });
    return this.running;
  }

  private async alone(work: () => Promise<void>): Promise<void> {
    if (typeof navigator === "undefined" || !("locks" in navigator)) return work();
    await navigator.locks.request(NAME, work);
  }

  private async sendAll(): Promise<void> {
    clearTimeout(this.timer);
    for (;;) {
      await this.read();
      const next = this.kept.find((letter) => !letter.refused && !this.blocked(letter));
      if (!next) return;
      try {
        const job = await this.send(next);
        await (await this.store).delete("letters", next.at ?? 0);
        await this.changed();
        this.answered(job);
      } catch (error) {
        if (error instanceof Unreachable) {
          this.timer = setTimeout(() => void this.flush(), AGAIN);
          return;
        }
        await (await this.store).put("letters", { ...next, refused: why(error) });
        await this.changed();
        this.refused(next);
      }
    }
  }

  /** What was made after a refused change is not sent: it was made on the belief that the first one counts. */
  private blocked(letter: Letter): boolean {
    return this.kept.some((one) => one.job === letter.job && one.refused && (one.at ?? 0) < (letter.at ?? 0));
  }

  private async changed(): Promise<void> {
    await this.read();
    this.channel?.postMessage("changed");
  }

  private async read(): Promise<void> {
    this.kept = await (await this.store).getAll("letters");
    for (const listener of this.listeners) listener();
  }
}

function why(error: unknown): string {
  if (error instanceof Stale) return "The job had changed before it arrived.";
  return error instanceof Problem ? error.message : `It could not be sent: ${String(error)}.`;
}
