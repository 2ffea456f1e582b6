import type { Job } from "../api/client";

const STATES = {
  dead: "read dead so far",
  live: "live: it is in use",
  unread: "not read yet: treat it as live",
} as const;

/** What nothing is known to use: what it is likely to be, how to prove it, and what it could serve. */
export function UnusedList({ unused }: { unused: Job["unused"] }) {
  if (unused.length === 0) return null;
  return (
    <section className="md:col-span-2">
      <h3 className="font-bold">Nothing is known to use these</h3>
      <ul className="grid gap-3 pt-1 md:grid-cols-2">
        {unused.map((row) => (
          <li key={row.place + row.name} className="rounded-lg border border-edge p-3">
            <p>
              <b>{row.name}</b>, {row.place} <span className="text-quiet">({STATES[row.state]})</span>
            </p>
            <p>Probably: {row.likely.join(" Or: ")}</p>
            <p>Could serve: {row.serves.join(" ")}</p>
            {row.prove && <p className="text-quiet">{row.prove}</p>}
          </li>
        ))}
      </ul>
    </section>
  );
}
