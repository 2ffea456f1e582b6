import type { Found } from "../api/client";
import { Button } from "../ui/Button";
import { letLoose, mark, type Remark, remark, setTape } from "./found";

const REMARKS: [Remark["what"], string][] = [
  ["nicked", "nicked"],
  ["pinched", "insulation under the screw"],
  ["cloth", "cloth"],
  ["melted", "melted"],
  ["aluminum", "aluminum"],
];

const TAPES = ["black", "red", "blue", "green"];

/** What else can be said of the conductor or screw that is picked. */
export function Picked({
  found,
  point,
  onChange,
}: {
  found: Found;
  point: string;
  onChange: (next: Found) => void;
}) {
  const joint = found.joints.find((one) => one.points.includes(point));
  const wire = found.cable_ends
    .flatMap((cable) =>
      cable.conductors.map((conductor) => ({ point: `${cable.id}.${conductor.id}`, ...conductor })),
    )
    .find((one) => one.point === point);
  return (
    <div className="flex flex-wrap gap-1.5">
      {joint && (
        <>
          <Button small onClick={() => onChange(letLoose(found, point))}>
            touches nothing
          </Button>
          {(["loose", "scorched"] as const).map((word) => (
            <Button
              key={word}
              small
              pressed={joint.condition === word}
              onClick={() => onChange(mark(found, point, "condition", word))}
            >
              {word}
            </Button>
          ))}
          <Button
            small
            pressed={joint.by === "push_in"}
            onClick={() => onChange(mark(found, point, "by", "push_in"))}
          >
            pushed in
          </Button>
        </>
      )}
      {REMARKS.map(([what, words]) => (
        <Button
          key={what}
          small
          pressed={(found.remarks ?? []).some((one) => one.point === point && one.what === what)}
          onClick={() => onChange(remark(found, point, what))}
        >
          {words}
        </Button>
      ))}
      {wire &&
        TAPES.map((tape) => (
          <Button
            key={tape}
            small
            pressed={wire.tape === tape}
            onClick={() => onChange(setTape(found, point, wire.tape === tape ? null : tape))}
          >
            {tape} tape
          </Button>
        ))}
    </div>
  );
}
