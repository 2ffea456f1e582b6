import { useState } from "react";
import type { Answer, Job } from "../api/client";

type Entry = Job["steps"][number];
type Props = { job: Job; busy: boolean; amend: (number: number, answer: Answer) => void };

/** What was done and seen, the newest first; an answer that turns out wrong is corrected where it stands. */
export function Trail({ job, busy, amend }: Props) {
  if (job.steps.length === 0) {
    return (
      <p className="text-quiet">Nothing yet. Every step stands here with its answer, and can be corrected.</p>
    );
  }
  return (
    <>
      {job.changed && (
        <p role="status" className="mb-2 rounded-md border-2 border-copper px-4 py-2">
          Before the correction: {job.changed.before}. Now: {job.changed.after}.
        </p>
      )}
      <ol className="grid gap-1">
        {[...job.steps].reverse().map((entry) => (
          <li key={entry.number} className="rounded-md border border-edge bg-sheet px-3 py-2">
            <Row entry={entry} busy={busy} amend={amend} />
          </li>
        ))}
      </ol>
    </>
  );
}

function Row({ entry, busy, amend }: { entry: Entry; busy: boolean; amend: Props["amend"] }) {
  const [editing, setEditing] = useState(false);
  const { others } = entry;
  return (
    <div className="grid grid-cols-[2.25rem_1fr_auto] items-center gap-x-3">
      <span className="font-mono text-quiet">{entry.number}</span>
      <span>
        {entry.title} <span className="text-quiet">({entry.place})</span>: <b>{entry.answer}</b>
        {entry.person && <span className="text-quiet"> by {entry.person}</span>}
      </span>
      {others.length > 0 && (
        <button
          type="button"
          className="min-h-11 cursor-pointer underline"
          aria-expanded={editing}
          onClick={() => setEditing(!editing)}
        >
          Correct
        </button>
      )}
      {editing && (
        <span className="col-span-2 col-start-2 flex flex-wrap gap-2 py-1">
          {others.map(({ label, answer }) => (
            <button
              key={label}
              type="button"
              disabled={busy}
              className="min-h-11 cursor-pointer rounded-md border-2 border-edge px-3"
              onClick={() => {
                setEditing(false);
                amend(entry.number, answer);
              }}
            >
              It was: {label}
            </button>
          ))}
        </span>
      )}
    </div>
  );
}
