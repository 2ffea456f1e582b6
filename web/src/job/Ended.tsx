import { useState } from "react";
import type { Job } from "../api/client";
import { Closing } from "./Closing";
import { minutes, sentence } from "./words";

/** How the job ended: proved, or why not to go on. */
export function Ended({ job }: { job: Job }) {
  const [all, setAll] = useState(false);
  const conclusion = job.conclusion;
  if (!conclusion) return null;
  const solved = conclusion.status === "solved";
  const sentences = all ? conclusion.because : conclusion.because.slice(0, 3);
  return (
    <div className="grid gap-3">
      <p className="text-sm text-engraved-quiet">
        After {minutes(job.minutes)}, {job.steps.length} steps
      </p>
      <h2 className="text-step font-bold">{solved ? "Proved in every combination" : "Stop here"}</h2>
      {conclusion.why && <p className="max-w-prose">{sentence(conclusion.why)}</p>}
      <ul className="grid max-w-prose list-disc gap-1 pl-5">
        {sentences.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {conclusion.because.length > 3 && (
        <button
          type="button"
          className="min-h-11 cursor-pointer justify-self-start underline"
          onClick={() => setAll(!all)}
        >
          {all ? "Less" : "All findings"}
        </button>
      )}
      <Grounds grounding={conclusion.grounding} job={job} />
      {conclusion.refused && conclusion.refused.length > 0 && (
        <p className="max-w-prose">
          Left undone: {conclusion.refused.length === 1 ? "step" : "steps"} {conclusion.refused.join(", ")}.
        </p>
      )}
      <Closing job={job} />
    </div>
  );
}

const GROUNDS = {
  path: "a path to ground, measured",
  no_path: "no path to ground",
  not_measured: "ground not measured",
} as const;

/** Whether each opened box has a path to ground. */
function Grounds({ grounding, job }: { grounding?: Record<string, keyof typeof GROUNDS>; job: Job }) {
  const rows = Object.entries(grounding ?? {});
  if (rows.length === 0) return null;
  const name = (place: string) => job.boxes.find((box) => box.place === place)?.name ?? place;
  return (
    <dl className="grid max-w-prose grid-cols-[auto_1fr] gap-x-3 text-sm">
      {rows.map(([place, state]) => (
        <div key={place} className="contents">
          <dt className="font-bold">{name(place)}</dt>
          <dd>{GROUNDS[state]}</dd>
        </div>
      ))}
    </dl>
  );
}
