import { X } from "lucide-react";
import { useState } from "react";
import type { Answer, Step } from "../api/client";
import { Button } from "../ui/Button";
import { TextButton } from "../ui/TextButton";

export type Also = Record<string, "on" | "off">;

/** Whether an answer says what loads show. */
export const tellsLoads = (answer: Answer | undefined) => answer !== undefined && "loads" in answer;

/** Adds what a look also showed to the last answer that tells of loads. */
export function withAlso(steps: Step[], also: Also): Step[] {
  if (Object.keys(also).length === 0) return steps;
  const at = steps.findLastIndex((step) => tellsLoads(step.answer));
  return steps.map(
    (step, index) => (index === at ? { ...step, answer: { ...step.answer, also } } : step) as Step,
  );
}

type Props = { busy: boolean; also: Also; set: (also: Also) => void };

/** Unlisted lights and fans that changed since the last look. They are entered before the load is. */
export function Elsewhere({ busy, also, set }: Props) {
  const [open, setOpen] = useState(false);
  const [place, setPlace] = useState("");
  const names = Object.keys(also);
  const tell = (shows: "on" | "off") => {
    const name = place.trim().toLowerCase().replaceAll(/\s+/g, "_");
    if (name === "") return;
    set({ ...also, [name]: shows });
    setPlace("");
    setOpen(false);
  };
  return (
    <div className="grid gap-1.5">
      {names.map((name) => (
        <p key={name} className="flex items-center gap-2 font-bold">
          <span className="inline-block first-letter:uppercase">
            {name.replaceAll("_", " ")} light: {also[name]}
          </span>
          <button
            type="button"
            aria-label={`Not the ${name.replaceAll("_", " ")} light`}
            className="grid size-11 cursor-pointer place-items-center"
            onClick={() =>
              set(Object.fromEntries(Object.entries(also).filter(([one]) => one !== name)) as Also)
            }
          >
            <X size={20} aria-hidden />
          </button>
        </p>
      ))}
      {!open && (
        <TextButton className="justify-self-start" disabled={busy} onClick={() => setOpen(true)}>
          Another light changed
        </TextButton>
      )}
      {open && (
        <div className="flex flex-wrap items-end gap-2">
          <label className="grid gap-1">
            <span>Which other light?</span>
            <input
              autoFocus
              value={place}
              placeholder="hall"
              className="min-h-12 w-40 rounded-md border-2 border-edge bg-sheet px-3 text-ink"
              onChange={(event) => setPlace(event.target.value)}
            />
          </label>
          {(["on", "off"] as const).map((shows) => (
            <Button
              key={shows}
              kind="quiet"
              disabled={busy || place.trim() === ""}
              onClick={() => tell(shows)}
              aria-label={`It is ${shows} now`}
            >
              {shows} now
            </Button>
          ))}
          <TextButton onClick={() => setOpen(false)}>Cancel</TextButton>
        </div>
      )}
    </div>
  );
}
