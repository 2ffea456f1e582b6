import type { ReactNode } from "react";
import type { Doing, Exercise } from "../api/practice";

export type SideProps = { exercise: Exercise; place: string; busy: boolean; act: (doing: Doing) => void };

/** The panel of the house, under a name that no box has. */
export const PANEL = "panel";

type Props = SideProps & { go: (place: string) => void; children: ReactNode };

/** The places one can go to, what the customer says, and what was done so far. */
export function HouseSide({ exercise, place, go, children }: Props) {
  const { power } = exercise;
  const places = [
    { place: PANEL, name: "Panel", note: power.breakers.map(({ id, state }) => `${id} ${state}`).join(", ") },
    ...power.boxes.map((box) => ({
      place: box.place,
      name: box.name,
      note: `${what(exercise, box.place)}${box.open ? "open" : "closed"}${box.state === "dead" ? ", proved dead" : ""}`,
    })),
  ];
  return (
    <section aria-label="The house" className="grid gap-3 rounded-lg border border-edge bg-sheet p-3">
      <h2 className="font-bold">
        The house <span className="font-normal text-quiet">tap where to go</span>
      </h2>
      <ul className="grid gap-2">
        {places.map((one) => (
          <li key={one.place}>
            <button
              type="button"
              aria-pressed={place === one.place}
              onClick={() => go(one.place)}
              className={`grid min-h-12 w-full cursor-pointer rounded-md border-2 px-3 py-1 text-left ${place === one.place ? "border-ink bg-wall" : "border-edge"}`}
            >
              <b className="first-letter:uppercase">{one.name}</b>
              <span className="text-sm text-quiet">{one.note}</span>
            </button>
          </li>
        ))}
      </ul>
      {exercise.complaint.length > 0 && (
        <div>
          <h3 className="font-bold">The customer says</h3>
          <ul className="text-sm">
            {exercise.complaint.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </div>
      )}
      {children}
      <h3 className="font-bold">What you did</h3>
      {exercise.acts.length === 0 && <p className="text-sm text-quiet">Nothing yet.</p>}
      <ol className="grid max-h-72 gap-1 overflow-auto text-sm">
        {[...exercise.acts].reverse().map((one) => (
          <li key={one.number}>
            <span className="font-mono text-quiet">{one.number}</span> {one.title}
            {one.answer && one.answer !== "done" && (
              <>
                : <b>{one.answer}</b>
              </>
            )}
            {one.stopped && <span className="font-bold text-live"> stopped</span>}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** The switches and loads of a place, in words with a comma behind. */
function what({ controls, loads }: Exercise, place: string) {
  const here = [
    ...controls.filter((one) => one.place === place).map(({ id }) => `switch ${id}`),
    ...loads.filter((one) => one.place === place).map(({ name }) => name.replace(/^the /, "")),
  ];
  return here.map((one) => `${one}, `).join("");
}
