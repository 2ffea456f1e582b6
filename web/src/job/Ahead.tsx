import type { Job } from "../api/client";

/** What is left, as a list that shrinks. */
export function Ahead({ job }: { job: Job }) {
  const { minutes, spread, walks, legs } = job.ahead;
  if (job.conclusion) return <p className="text-quiet">Nothing is left to do.</p>;
  const [least, most] = [Math.round(spread[0] ?? minutes), Math.round(spread[1] ?? minutes)];
  return (
    <div>
      <p className="mb-1">
        About {Math.round(minutes)} min, {walks} {walks === 1 ? "walk" : "walks"} to the panel.
      </p>
      <ol className="grid gap-1">
        {legs.map((leg, index) => (
          <li key={index} className="grid grid-cols-[1.5rem_1fr]">
            <span className="font-mono text-quiet">{index + 1}</span>
            <span>
              {leg.title}
              {leg.detail && <span className="text-quiet">: {leg.detail}</span>}
            </span>
          </li>
        ))}
      </ol>
      <p className="mt-2 text-sm text-quiet">
        {least < most && `Nine times in ten ${least} to ${most} min. `}
        So far {Math.round(job.minutes)} min by the cost table.
      </p>
    </div>
  );
}
