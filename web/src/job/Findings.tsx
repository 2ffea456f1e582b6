import { useState } from "react";
import type { Job, Reason as Why } from "../api/client";
import { useWhy } from "../api/queries";
import { More } from "../ui/More";
import { Notice } from "../ui/Notice";

/** What is probably wrong, how sure, and why. */
export function Findings({ job }: { job: Job }) {
  const [asked, setAsked] = useState(false);
  const why = useWhy(job.call.id, asked);
  return (
    <div>
      <OnRecord known={job.on_record} />
      <Tracing tracing={job.tracing} />
      <ul className="grid gap-x-6 gap-y-2 md:grid-cols-3">
        {job.suspects.slice(0, asked ? 5 : 3).map((suspect) => (
          <li key={suspect.sentence}>
            <div className="flex gap-3">
              <span>{suspect.sentence}</span>
              <span className="ml-auto whitespace-nowrap tabular-nums">{suspect.percent}</span>
            </div>
            <div className="mt-1 h-1.5 rounded bg-wall" aria-hidden>
              <div
                className="h-full rounded bg-copper"
                style={{ width: `${Math.max(suspect.share * 100, 1)}%` }}
              />
            </div>
          </li>
        ))}
      </ul>
      <button
        type="button"
        aria-expanded={asked}
        className="mt-2 min-h-11 cursor-pointer underline"
        onClick={() => setAsked(!asked)}
      >
        Why?
      </button>
      {asked && (
        <div aria-live="polite" className="grid gap-1 text-sm">
          {why.isPending && <p>Looking for the fewest answers it rests on …</p>}
          <Notice error={why.error} />
          {why.data?.sentences.map((sentence) => (
            <p key={sentence}>{sentence}</p>
          ))}
          {why.data?.reasons.map((reason, index) => (
            <Reason key={index} reason={reason} />
          ))}
        </div>
      )}
    </div>
  );
}

/** Where a breaker trips: when, what the last ohms stand for, what is cleared, and how often it was tried. */
function Tracing({ tracing }: { tracing: Job["tracing"] }) {
  if (!tracing) return null;
  const { when, sum, cleared, resets } = tracing;
  return (
    <dl className="mb-3 grid gap-x-4 gap-y-1 sm:grid-cols-[auto_minmax(0,1fr)] [&_dt]:text-quiet">
      {when && (
        <>
          <dt>The customer says</dt>
          <dd>{when}.</dd>
        </>
      )}
      {sum && (
        <>
          <dt>Last ohms</dt>
          <dd>
            <b>{sum}</b>
          </dd>
        </>
      )}
      {cleared.length > 0 && (
        <>
          <dt>Cleared</dt>
          <dd className="text-dead">{cleared.join("; ")}</dd>
        </>
      )}
      <dt>Resets</dt>
      <dd>
        {resets.length === 0 ? "None so far." : resets.join(" ")} Each needs something taken off, unplugged or
        measured first: breakers wear.
      </dd>
    </dl>
  );
}

/** What was known of the house before, and which boxes turned out otherwise. */
function OnRecord({ known }: { known: Job["on_record"] }) {
  if (!known) return null;
  return (
    <div className="mb-3 text-sm">
      <p className="text-quiet">{known.words}</p>
      {known.different.map(({ place, sentences }) => (
        <div key={place} className="mt-1 border-l-4 border-copper pl-3">
          <b className="first-letter:uppercase">{place.replaceAll("_", " ")}: not as on record</b>
          {sentences.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
      ))}
    </div>
  );
}

/** What one thing is held to be, on which answers, and what would tell otherwise. */
function Reason({ reason }: { reason: Why }) {
  const where = reason.about === "cause" || !reason.place ? "" : ` in ${reason.place.replaceAll("_", " ")}`;
  return (
    <More
      className="border-edge"
      label={
        <>
          <span>
            {reason.is}
            <span className="text-quiet">{where}</span>
          </span>
          <span className="ml-auto whitespace-nowrap tabular-nums">{reason.percent}</span>
        </>
      }
    >
      <p>{reason.because}</p>
      {reason.otherwise && <p>Else: {reason.otherwise}.</p>}
      {reason.decides && <p>What would decide it: {reason.decides}.</p>}
    </More>
  );
}
