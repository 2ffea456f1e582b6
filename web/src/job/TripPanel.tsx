import { Minus } from "lucide-react";
import type { Job } from "../api/client";

/** Where a trip can come from: a bar for each place that is suspect, and below what is cleared and when to reset. */
export function TripPanel({ job }: { job: Job }) {
  const { tracing } = job;
  if (!tracing) return null;
  const { cleared, ruled_out, halvings, resets, next_reset, barred, sum } = tracing;
  const off = [...cleared.map((run) => `run ${run}`), ...ruled_out];
  const most = Math.max(...job.suspects.map(({ share }) => share), 0.01);
  return (
    <section aria-label="Where it can come from" className="grid content-start gap-3">
      <p className="flex flex-wrap items-baseline gap-x-3">
        <b>Where it can come from</b>
        <span className="text-sm text-quiet">
          {halvings === 0 ? "nothing left to part" : `about ${halvings} halvings left`}
        </span>
      </p>
      <ul className="grid gap-2">
        {job.suspects.map(({ sentence, share, percent }) => (
          <li key={sentence} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] items-center gap-x-3">
            <span className={share === most ? "font-bold" : ""}>{sentence}</span>
            <span className="flex items-center gap-2">
              <span
                aria-hidden
                className="h-4 min-w-1 rounded bg-copper"
                style={{ width: `${(share / most) * 75}%` }}
              />
              <span className="tabular-nums">{percent}</span>
            </span>
          </li>
        ))}
        {off.map((words) => (
          <li key={words} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-x-3 text-quiet">
            <span className="first-letter:uppercase">{words}</span>
            <span className="flex items-center gap-1 text-dead">
              <Minus size={18} strokeWidth={4} aria-hidden /> cleared
            </span>
          </li>
        ))}
      </ul>
      <div className="border-t border-edge pt-2">
        {sum && <p className="font-bold">{sum}</p>}
        <p>
          <b>Resets</b> {resets.length === 0 ? "none so far" : resets.join(" ")}
        </p>
        <p className={barred ? "font-bold text-live" : "text-quiet"}>{next_reset}</p>
      </div>
    </section>
  );
}
