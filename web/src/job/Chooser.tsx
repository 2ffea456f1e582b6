import { useState } from "react";
import type { Act, Advice, Job, Step } from "../api/client";
import { useInstead, useWish } from "../api/queries";
import { More } from "../ui/More";
import { TextButton } from "../ui/TextButton";
import type { Aside } from "./aside";

type Props = { job: Job; busy: boolean; aside: Aside | null; set: (aside: Aside | null) => void };

/**
 * Anything at any time: what was thought of beside the next step, with what it would cost; or a place, what to do there, and the
 * points it is about. What is not safe now is answered with the reason and the step that makes it safe.
 */
export function Chooser({ job, busy, aside, set }: Props) {
  const [asked, setAsked] = useState(false);
  const [place, setPlace] = useState<string | null>(null);
  const others = useInstead(job.call.id, job.version, asked);
  const wish = useWish(job.call.id);
  const want = (step: Step) => {
    wish.mutate(step, {
      onSuccess: ({ advice, reason }) => set({ advice, reason, place: null, picking: null }),
    });
  };
  if (aside?.picking) return <Picking aside={aside} set={set} />;
  if (aside?.advice || aside?.reason) {
    return (
      <TextButton onClick={() => set(null)} className="justify-self-start">
        Back to the step that is best
      </TextButton>
    );
  }
  const places = others.data?.acts ?? [];
  const at =
    places.find((one) => one.place === place) ??
    places.find((one) => one.place === job.next?.place) ??
    places[0];
  const choose = (act: Act) => {
    if (act.points === 0) return want(act.step);
    set({ advice: null, reason: null, place: at?.place ?? null, picking: { act, points: [], want } });
  };
  return (
    <More className="border-engraved-quiet" label="Something else …" onOpen={setAsked}>
      {others.isPending && <p className="text-sm text-engraved-quiet">Weighing what else could be done …</p>}
      {wish.error && <p className="text-key">{wish.error.message}</p>}
      <ul className="grid">
        {others.data?.best.map((advice, index) => (
          <li key={index}>
            <button
              type="button"
              disabled={busy}
              onClick={() => set({ advice, reason: null, place: null, picking: null })}
              className="flex min-h-11 w-full cursor-pointer flex-wrap items-center gap-x-3 text-left"
            >
              <span className="underline decoration-1 underline-offset-4">{advice.title}</span>
              {advice.goal && <span className="text-sm text-engraved-quiet">to {advice.goal}</span>}
              <Longer advice={advice} next={job.next} />
            </button>
          </li>
        ))}
      </ul>
      {at && (
        <fieldset className="mt-1 grid gap-2">
          <legend className="text-sm text-engraved-quiet">Or choose the place, then what to do there</legend>
          <div className="flex flex-wrap gap-1.5">
            {places.map((one) => (
              <button
                key={one.place}
                type="button"
                aria-pressed={one === at}
                onClick={() => setPlace(one.place)}
                className={`min-h-11 cursor-pointer rounded-full border-2 px-3 first-letter:uppercase ${one === at ? "border-key bg-key text-key-ink" : "border-engraved-quiet"}`}
              >
                {one.name}
              </button>
            ))}
          </div>
          <div className="flex flex-wrap gap-1.5">
            {at.acts.map((act) => (
              <button
                key={act.title}
                type="button"
                disabled={busy || wish.isPending}
                onClick={() => choose(act)}
                className="min-h-11 cursor-pointer rounded-md border-2 border-engraved-quiet px-3 text-left"
              >
                {act.title}
              </button>
            ))}
          </div>
        </fieldset>
      )}
    </More>
  );
}

/** Points are tapped in the drawing beside the plate. */
function Picking({ aside, set }: { aside: Aside; set: Props["set"] }) {
  const { picking } = aside;
  if (!picking) return null;
  const left = picking.act.points - picking.points.length;
  return (
    <div role="status" className="flex flex-wrap items-center gap-x-4">
      <b>
        {picking.act.title}: tap {left === picking.act.points && left > 1 ? `${left} points` : "the point"} in
        the drawing.
      </b>
      <TextButton onClick={() => set(null)}>Leave it</TextButton>
    </div>
  );
}

/** How much longer the job is expected to take. */
function Longer({ advice, next }: { advice: Advice; next: Advice | null }) {
  if (advice.ahead === null || next?.ahead == null) return null;
  const more = advice.ahead - next.ahead;
  return (
    <span className="ml-auto text-sm whitespace-nowrap tabular-nums">
      {more < 0.5 ? "as good" : `${Math.round(more)} min more`}
    </span>
  );
}
