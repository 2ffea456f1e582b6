import { useState } from "react";
import type { Answer } from "../api/client";
import { Button } from "../ui/Button";
import type { StepFormProps } from "./form";

const LIGHTS = ["on", "off", "dim", "flickers"] as const;

type Light = (typeof LIGHTS)[number];

/** What each group of loads does, where they are worked by switches of their own. The last one told gives the answer. */
export function EachLoad({ job, busy, onAnswer }: StepFormProps) {
  const [told, setTold] = useState<Record<string, Light>>({});
  if (job.groups.length < 2) return null;
  const tell = (name: string, light: Light) => {
    const all = { ...told, [name]: light };
    setTold(all);
    const lights = job.groups.map((group) => all[group.name]);
    if (!lights.every((one) => one !== undefined)) return;
    const loads = job.groups.flatMap((group, at) => group.loads.map((id) => [id, lights[at]] as const));
    const breakers = job.power.breakers.map(({ id }) => [id, "on"] as const);
    onAnswer({ loads: Object.fromEntries(loads), breakers: Object.fromEntries(breakers) } as Answer);
  };
  return (
    <div className="grid w-full gap-1.5">
      {job.groups.map(({ name }) => (
        <fieldset key={name} className="flex flex-wrap items-center gap-1.5">
          <legend className="float-left w-full font-bold first-letter:uppercase">{name}</legend>
          {LIGHTS.map((light) => (
            <Button
              key={light}
              kind={told[name] === light ? "key" : "quiet"}
              className="text-center"
              disabled={busy}
              aria-pressed={told[name] === light}
              aria-label={`${name} ${light}`}
              onClick={() => tell(name, light)}
            >
              {light}
            </Button>
          ))}
        </fieldset>
      ))}
    </div>
  );
}
