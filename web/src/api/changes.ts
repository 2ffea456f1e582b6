import { useQueryClient, type QueryClient } from "@tanstack/react-query";
import { createContext, useContext, useSyncExternalStore } from "react";
import { api, body, type Answer, type Job, type Step } from "./client";
import { Outbox, type Change, type Letter } from "./outbox";
import { tags } from "./queries";

/** The changes on their way; given once, around everything. */
export const OutboxContext = createContext<Pick<Outbox, "letters" | "subscribe" | "add" | "flush" | "drop">>({
  letters: () => NONE,
  subscribe: () => () => {},
  add: () => Promise.reject(new Error("There is no outbox here.")),
  flush: () => Promise.resolve(),
  drop: () => Promise.resolve(),
});
const NONE: Letter[] = [];

/**
 * Changes to a job as it is shown. Each is kept in the browser before it is sent, and until the server has answered; the answer
 * is the job as it stands, and makes stale what else is shown of it.
 */
export function useJobChanges(id: number) {
  const queries = useQueryClient();
  const outbox = useContext(OutboxContext);
  const all = useSyncExternalStore(outbox.subscribe, outbox.letters);
  const letters = all.filter((letter) => letter.job === id);
  const change = (made: Change, words: string) => {
    const shown = queries.getQueryData<Job>(tags.job(id))?.version ?? 0;
    const ahead = letters.reduce((sum, letter) => sum + entries(letter.change), 0);
    const letter = { key: crypto.randomUUID(), job: id, change: made, version: shown + ahead, words };
    void outbox.add(letter).then(() => outbox.flush());
  };
  return {
    letters,
    busy: letters.length > 0,
    take: (steps: Step[]) => change({ do: "take", steps }, steps.map(inWords).filter(Boolean).join(", ")),
    undo: () => change({ do: "undo" }, "undo"),
    amend: (number: number, answer: Answer) =>
      change({ do: "amend", number, answer }, `step ${number} corrected`),
    drop: (letter: Letter) => void outbox.drop(letter),
  };
}

/** How many entries a change adds to the journal. */
const entries = (change: Change) => (change.do === "take" ? change.steps.length : 1);

/** A step with its answer in a few words. */
function inWords({ do: kind, device, to, answer }: Step): string {
  const lights = Object.values(answer?.loads ?? {}).join(", ");
  if (lights) return `light ${lights}`;
  return [kind.replaceAll("_", " "), device, to].filter(Boolean).join(" ");
}

/** What the outbox does with a letter, and with the answer to it. */
export function makeOutbox(queries: QueryClient): Outbox {
  const answered = (job: Job) => {
    const { id } = job.call;
    // An answer on its way that was asked for before the change must not cover it.
    void queries
      .cancelQueries({ queryKey: tags.job(id) })
      .then(() => queries.setQueryData(tags.job(id), job));
    for (const queryKey of [tags.why(id), tags.day, tags.houses])
      void queries.invalidateQueries({ queryKey });
  };
  const refused = (letter: Letter) => void queries.invalidateQueries({ queryKey: tags.job(letter.job) });
  return new Outbox(post, answered, refused);
}

/** Sends a change with its key and the version it was made against. */
function post({ job: id, key, version, change }: Letter): Promise<Job> {
  const header = { "Idempotency-Key": key, "If-Match": `"${version}"` };
  const params = { path: { id }, header };
  if (change.do === "undo") return body(api.POST("/jobs/{id}/undo", { params, body: {} }));
  if (change.do === "amend") {
    const path = { id, number: change.number };
    const given = { answer: change.answer as Answer };
    return body(api.PUT("/jobs/{id}/steps/{number}", { params: { path, header }, body: given }));
  }
  const [step, ...more] = change.steps as Step[];
  if (step && more.length === 0) return body(api.POST("/jobs/{id}/steps", { params, body: step }));
  return body(api.POST("/jobs/{id}/sequence", { params, body: { steps: change.steps as Step[] } }));
}
