import { useState } from "react";
import type { Job } from "../api/client";
import { TextButton } from "../ui/TextButton";
import { Toggle } from "../ui/Toggle";
import type { StepFormProps } from "./form";

/** Something in the box is still live: which conductors, and whether the metal. */
export function StillLive({ job, step, busy, onAnswer }: StepFormProps) {
  const [asked, setAsked] = useState(false);
  const [live, setLive] = useState<string[]>([]);
  if (!asked) {
    return <TextButton onClick={() => setAsked(true)}>Something is still live</TextButton>;
  }
  return (
    <form
      className="grid w-full gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!busy && live.length > 0) onAnswer({ live });
      }}
    >
      <p className="font-bold">Keep out. Tap everything that is live:</p>
      <div className="flex flex-wrap gap-2 [&_[aria-pressed=true]]:border-key [&_[aria-pressed=true]]:bg-key [&_[aria-pressed=true]]:text-key-ink">
        {pointsOf(job, step.place ?? "").map(({ point, words }) => (
          <Toggle key={point} on={live.includes(point)} onClick={() => setLive(toggled(live, point))}>
            {words}
          </Toggle>
        ))}
      </div>
      <TextButton type="submit" className="justify-self-start" disabled={busy || live.length === 0}>
        {live.length === 1 ? "This is live" : "These are live"}
      </TextButton>
    </form>
  );
}

const toggled = (all: string[], one: string) =>
  all.includes(one) ? all.filter((other) => other !== one) : [...all, one];

/** The conductors of a box by their cables, and its metal. */
function pointsOf(job: Job, place: string): { point: string; words: string }[] {
  const box = job.boxes.find((one) => one.place === place);
  const wires = (box?.cables ?? []).flatMap((cable) =>
    cable.wires.map(({ point, name }) => ({ point, words: name })),
  );
  return box?.enclosure === "metal" ? [...wires, { point: `${place}.box`, words: "the metal box" }] : wires;
}
