import { useState } from "react";
import type { Job } from "../api/client";
import { TextButton } from "../ui/TextButton";
import { Toggle } from "../ui/Toggle";
import type { StepFormProps } from "./form";

/** Which screws of a device beep, where it is none of what the buttons offer. */
export function BenchPairs({ job, step, busy, onAnswer }: StepFormProps) {
  const [asked, setAsked] = useState(false);
  const [beeping, setBeeping] = useState<string[]>([]);
  const labels = screwsOf(job, step.device ?? "");
  const pairs = pairsOf(Object.keys(labels));
  if (pairs.length === 0) return null;
  if (!asked) {
    return <TextButton onClick={() => setAsked(true)}>Others beep</TextButton>;
  }
  return (
    <form
      className="grid w-full gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!busy) onAnswer({ closed: pairs.filter((pair) => beeping.includes(pair.join())) });
      }}
    >
      <p>Every pair that beeps:</p>
      <div className="flex flex-wrap gap-2 [&_[aria-pressed=true]]:border-key [&_[aria-pressed=true]]:bg-key [&_[aria-pressed=true]]:text-key-ink">
        {pairs.map((pair) => (
          <Toggle
            key={pair.join()}
            on={beeping.includes(pair.join())}
            onClick={() => setBeeping(toggled(beeping, pair.join()))}
          >
            {pair.map((terminal) => labels[terminal]).join("–")}
          </Toggle>
        ))}
      </div>
      <TextButton type="submit" className="justify-self-start" disabled={busy}>
        {beeping.length === 0 ? "Nothing beeps" : "These beep"}
      </TextButton>
    </form>
  );
}

/** What is printed beside each screw of a device, its ground aside. */
function screwsOf(job: Job, device: string): Record<string, string> {
  const found = job.boxes.flatMap((box) => box.devices).find((one) => one.id === device);
  const screws = (found?.screws ?? []).filter((screw) => screw.finish !== "green");
  return Object.fromEntries(screws.map((screw) => [screw.terminal, screw.label]));
}

function pairsOf(screws: string[]): [string, string][] {
  const sorted = [...screws].sort();
  return sorted.flatMap((one, index) =>
    sorted.slice(index + 1).map((other): [string, string] => [one, other]),
  );
}

function toggled(list: string[], item: string): string[] {
  return list.includes(item) ? list.filter((one) => one !== item) : [...list, item];
}
