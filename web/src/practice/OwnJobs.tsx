import { useState } from "react";
import type { Practice } from "../api/practice";
import { Button } from "../ui/Button";
import { longDay } from "../ui/days";

type Props = { jobs: Practice["jobs"]; busy: boolean; begin: (job: number) => void };

/** Shown before one asks for the rest. */
const FIRST = 4;

/** Closed jobs, to be played again as houses: what was found then is in the walls, and the names are taken out. */
export function OwnJobs({ jobs, busy, begin }: Props) {
  const [all, setAll] = useState(false);
  if (jobs.length === 0) return null;
  return (
    <section aria-label="Your own jobs" className="mt-6 print:hidden">
      <h2 className="mb-1 text-lg font-bold">Your own jobs</h2>
      <p className="mb-2 max-w-prose text-quiet">
        A job that you closed, as a house for somebody who was not there. Names and addresses are left out.
      </p>
      <ul className="grid gap-x-4 sm:grid-cols-2">
        {(all ? jobs : jobs.slice(0, FIRST)).map(({ id, title, day }) => (
          <li key={id} className="flex items-center gap-3 border-b border-edge/50 py-1">
            <span className="grow">
              {title}
              <span className="block text-sm text-quiet">closed {longDay(day)}</span>
            </span>
            <Button small disabled={busy} onClick={() => begin(id)}>
              Play it
            </Button>
          </li>
        ))}
      </ul>
      {jobs.length > FIRST && !all && (
        <Button small onClick={() => setAll(true)}>
          All {jobs.length}
        </Button>
      )}
    </section>
  );
}
