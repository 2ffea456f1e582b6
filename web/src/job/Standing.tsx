import type { Job, Step } from "../api/client";
import { Button } from "../ui/Button";

export type Stands = Record<string, "up" | "down">;

type Props = { job: Job; busy: boolean; stands: Stands; set: (stands: Stands) => void };

/** Switches whose toggle nobody has noted yet. */
export const unnoted = (job: Job) => job.controls.filter(({ position }) => position === null);

/** How the toggles stand at the first look: tapped before the load is, and written down with it. */
export function Standing({ job, busy, stands, set }: Props) {
  const controls = unnoted(job);
  if (controls.length === 0) return null;
  return (
    <div className="grid gap-1.5">
      <p>First tap how each toggle stands.</p>
      {controls.map(({ id, name }) => (
        <fieldset key={id} className="flex flex-wrap items-center gap-1.5">
          <legend className="float-left mr-auto font-bold first-letter:uppercase">{name}</legend>
          {(["up", "down"] as const).map((way) => (
            <Button
              key={way}
              kind={stands[id] === way ? "key" : "quiet"}
              className="w-24 text-center"
              disabled={busy}
              aria-pressed={stands[id] === way}
              aria-label={`${name} ${way}`}
              onClick={() => set({ ...stands, [id]: way })}
            >
              {way}
            </Button>
          ))}
        </fieldset>
      ))}
    </div>
  );
}

/** The toggles as they were tapped, as steps. */
export const noted = (stands: Stands): Step[] =>
  Object.entries(stands).map(([device, to]) => ({ do: "set", device, to, answer: { ok: true } }) as Step);
