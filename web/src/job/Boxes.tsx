import type { Box, Power } from "../api/client";
import { BoxDrawing } from "../wiring/BoxDrawing";
import { InWords } from "./InWords";

type Props = { boxes: Box[]; power: Power; marked: string[]; here: string | undefined };

/** The row of boxes, the one at hand first to be seen. */
export function Boxes({ boxes, power, marked, here }: Props) {
  return (
    <div className="grid gap-4 md:grid-cols-2">
      {boxes.map((box) => (
        <section
          key={box.place}
          aria-label={`Box ${box.name}`}
          className={`min-w-0 rounded-lg border-2 bg-sheet p-3 ${box.place === here ? "border-ink" : "border-edge"} ${box.open ? "" : "self-start border-dashed"}`}
        >
          <div className="mb-2 flex items-baseline gap-3">
            <h2 className="font-bold">{box.name}</h2>
            <span className="ml-auto text-sm text-quiet">
              {power.boxes.find((row) => row.place === box.place)?.sentence}
            </span>
          </div>
          {box.open ? (
            <>
              <BoxDrawing box={box} marked={marked} />
              <InWords box={box} />
            </>
          ) : (
            <p className="text-quiet">
              Closed.{" "}
              {box.kind === "luminaire_box"
                ? "The light is in it; opening it takes a ladder."
                : "What is in it is not known yet."}
            </p>
          )}
        </section>
      ))}
    </div>
  );
}
