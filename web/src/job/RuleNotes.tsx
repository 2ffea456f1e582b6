import { Link } from "react-router";
import type { Job } from "../api/client";

type Note = Job["rules"]["notes"][number];

/** Rules by article and edition, in our own words. */
export function RuleNotes({ notes, met = false }: { notes: Note[]; met?: boolean }) {
  if (notes.length === 0) return null;
  return (
    <ul className="grid gap-1 text-sm">
      {notes.map((note) => (
        <li key={note.article + note.sentence} className="flex gap-2">
          <span aria-hidden>{note.state === "met" ? "✓" : "!"}</span>
          <span>
            {met && note.state === "met" && <span className="sr-only">Met: </span>}
            {note.state === "not_met" && <b>Look into this: </b>}
            {note.sentence} <span className="text-quiet">{`${note.article}, ${note.edition}`}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}

/** Everything that the rules say about a job. They warn and never block. */
export function JobRules({ rules, job }: { rules: Job["rules"]; job: number }) {
  return (
    <div className="grid gap-2">
      <p className="text-quiet">{rules.name}. Check what your authority has adopted.</p>
      {rules.notes.length === 0 && <p>No box is open yet, so there is nothing to judge.</p>}
      <RuleNotes notes={rules.notes} met />
      <p>
        <Link to={`/bench?job=${job}`} className="inline-flex min-h-11 items-center underline">
          The sums behind them, filled in from this job
        </Link>
      </p>
    </div>
  );
}
