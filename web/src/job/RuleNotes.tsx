import { Link } from "react-router";
import type { components } from "../api/schema";
import { useAnswerRules, useRules } from "../api/queries";
import { Choice } from "../ui/Choice";
import { Notice } from "../ui/Notice";
import { Waiting } from "../ui/Waiting";

type Note = components["schemas"]["RuleNote"];
type Metal = components["schemas"]["Rules"]["metal"][number];

const STATES = {
  not_met: { sign: "!", words: "Not met: " },
  not_known: { sign: "?", words: "Look at: " },
  met: { sign: "✓", words: "Met: " },
} as const;

/** Rules by article and edition, in our own words, with what shows each, or what to do or look at. */
export function RuleNotes({ notes }: { notes: Note[] }) {
  if (notes.length === 0) return null;
  return (
    <ul className="grid gap-2 text-sm">
      {notes.map((note) => (
        <li key={note.article + note.sentence} className="flex gap-2">
          <span aria-hidden className="w-4 text-center font-bold">
            {STATES[note.state].sign}
          </span>
          <span>
            <b>{STATES[note.state].words}</b>
            {note.because}{" "}
            <span className="opacity-80">
              {`${note.sentence} ${note.article}, ${note.edition}${note.checked ? "" : " (not compared with that edition)"}`}
            </span>
          </span>
        </li>
      ))}
    </ul>
  );
}

const REACH = [
  { value: "near", words: "within reach" },
  { value: "far", words: "out of reach" },
] as const;

/** Asks whether grounded metal is within reach of a switch box without a ground. */
function MetalNear({ row, onChange }: { row: Metal; onChange: (said: "near" | "far") => void }) {
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 border-l-4 border-copper pl-3">
      <p className="max-w-prose">
        The {row.name} box has no ground. Grounded metal, a pipe, radiator or sink, within 8 ft up or down or
        5 ft across?
      </p>
      <Choice
        label={`Grounded metal near the ${row.name}`}
        hidden
        options={[...REACH]}
        value={row.answer === "near" || row.answer === "far" ? row.answer : null}
        onChange={onChange}
      />
    </div>
  );
}

/** Everything that the rules say about a job. They warn and never block. */
export function JobRules({ job, version }: { job: number; version: number }) {
  const asked = useRules(job, version);
  const answer = useAnswerRules(job, version);
  const rules = asked.data;
  if (!rules) return asked.error ? <Notice error={asked.error} /> : <Waiting />;
  return (
    <div className="grid gap-2">
      <Notice error={answer.error} />
      <p className="text-quiet">{rules.name}. Check what your authority has adopted.</p>
      {rules.metal.map((row) => (
        <MetalNear key={row.place} row={row} onChange={(said) => answer.mutate({ [row.place]: said })} />
      ))}
      {rules.notes.length === 0 && <p>No box is open yet, so there is nothing to judge.</p>}
      <RuleNotes notes={rules.notes} />
      <p>
        <Link to={`/bench?job=${job}`} className="inline-flex min-h-11 items-center underline">
          The sums behind them, filled in from this job
        </Link>
      </p>
    </div>
  );
}
