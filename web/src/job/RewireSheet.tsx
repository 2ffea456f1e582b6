import type { Box, Rewire } from "../api/client";
import { BoxDrawing } from "../wiring/BoxDrawing";
import { MaterialList } from "./MaterialList";
import { Moves } from "./Moves";

/** The smallest rewire, terminal by terminal, before and after. */
export function RewireSheet({ repair, done }: { repair: Rewire | null; done: boolean }) {
  if (!repair) {
    return (
      <p className="rounded-lg border border-dashed border-edge p-4 text-quiet">
        {done
          ? "Nothing is left to change: the light obeys, as it is joined now."
          : "No change is planned as things stand. Once an explanation asks for one, it stands here terminal by terminal."}
      </p>
    );
  }
  return (
    <div className="grid gap-4">
      <p>
        <b>{repair.cause}</b>, {repair.percent}. About {Math.round(repair.minutes)} min with the proof.
      </p>
      <MaterialList materials={repair.materials} />
      {repair.boxes.map((plan) => {
        const { before, after } = plan;
        return (
          <section key={plan.place} className="rounded-lg border border-edge bg-sheet p-4">
            <h2 className="mb-2 font-bold">{plan.name}</h2>
            {!plan.open && <p className="text-quiet">Has to be opened first; what to move is known then.</p>}
            <Moves moves={plan.moves} />
            {before && after && (
              <div className="mt-3 grid gap-4 sm:grid-cols-2">
                <Drawn title="Before" box={before} />
                <Drawn title="After" box={after} />
              </div>
            )}
          </section>
        );
      })}
    </div>
  );
}

function Drawn({ title, box }: { title: string; box: Box }) {
  return (
    <figure>
      <figcaption className="mb-1 text-sm text-quiet">{title}</figcaption>
      <BoxDrawing box={box} />
    </figure>
  );
}
