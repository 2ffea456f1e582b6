import { RadioGroup } from "radix-ui";
import { useState } from "react";
import type { Job, Step } from "../api/client";

type Props = { job: Job; take: (steps: Step[]) => void };
type Row = Job["grid"][number];
type Light = "on" | "off";

/**
 * The light in each combination of positions. While nobody has looked yet, what the customer says is tapped; from then on a tap is
 * a look: the toggles are thrown and the light is seen. The number says in which order that is the least walking.
 */
export function Grid({ job, take }: Props) {
  // Answers for rows that are still missing the state of some loads.
  const [told, setTold] = useState<Record<string, (Light | null)[]>>({});
  const changed = job.grid.some((row) => row.now !== null);
  const proving = changed || job.repair === null;
  const telling = job.steps.every((item) => item.step.do === "report");
  const watching = !telling && job.power.state === "on" && job.next !== null;
  const mark = (row: Row, group: number, light: Light) => {
    const before = told[key(row)] ?? job.groups.map(() => null);
    const lights = before.map((one, number) => (number === group ? light : one));
    const whole = lights.flatMap((one) => one ?? []);
    setTold({ ...told, [key(row)]: lights });
    if (whole.length < lights.length) return;
    setTold({ ...told, [key(row)]: job.groups.map(() => null) });
    take(telling ? [reported(job, row, whole)] : watched(job, row, whole));
  };
  // Many switches are named by their numbers, so that all rows are in sight.
  const short = job.controls.length > 2;
  const left = job.grid.filter((row) => row.turn !== null).length;
  if (telling && job.groups.length > 1) return <Complaint job={job} take={take} />;
  return (
    <div className="min-h-0 overflow-auto">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-3">
        <h2 className="font-bold first-letter:uppercase">
          {telling ? "What the customer says" : changed ? "Proof: " : ""}
          {telling
            ? ""
            : job.groups.length > 1
              ? "what each position does"
              : `the ${load(job)} in each position`}
        </h2>
        <span className="text-sm text-quiet">{hint(telling, watching, left, proving)}</span>
      </div>
      {short && (
        <p className="mb-1 text-sm text-quiet">
          {job.controls.map(({ id, name }) => `${id} ${name}`).join(", ")}
        </p>
      )}
      <div className="flex flex-wrap gap-x-6">
        {columns(job.grid).map((rows) => (
          <table key={key(rows[0])} className="grow border-separate border-spacing-y-1">
            <thead>
              <tr className="text-left text-sm text-quiet">
                <th scope="col" className="w-8 pr-2 font-normal">
                  <span className="sr-only">turn</span>
                </th>
                {job.controls.map((control) => (
                  <th key={control.id} scope="col" className="pr-2 font-normal">
                    {short ? control.id : control.name}
                  </th>
                ))}
                {job.groups.map(({ name }) => (
                  <th key={name} scope="col" className="pr-2 font-normal">
                    {name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={key(row)} className={row.current ? "bg-wall outline-2 outline-edge" : ""}>
                  <td className="pl-1 font-mono text-copper">{!telling && row.turn}</td>
                  {job.controls.map((control) => (
                    <td key={control.id} className="py-0.5 pr-2">
                      <Toggle
                        up={row.positions[control.id] === "up"}
                        worded={job.controls.length < 3}
                        thrown={
                          watching && row.turn === 1 && row.positions[control.id] !== upDown(control.position)
                        }
                      />
                    </td>
                  ))}
                  {job.groups.map(({ name }, group) => (
                    <td key={name} className="py-0.5 pr-2">
                      {telling || (watching && row.now === null) ? (
                        <Mark
                          row={row}
                          name={name}
                          report={(light) => mark(row, group, light)}
                          shown={told[key(row)]?.[group] ?? (changed ? row.now : row.found)?.[group] ?? null}
                        />
                      ) : (
                        <Seen
                          light={(row.now ?? row.found)?.[group] ?? null}
                          proved={row.now !== null && group === job.groups.length - 1}
                        />
                      )}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        ))}
      </div>
    </div>
  );
}

/** What the customer says, load by load: each with the positions of its own switches only. */
function Complaint({ job, take }: Props) {
  return (
    <div className="min-h-0 overflow-auto">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-3">
        <h2 className="font-bold">What the customer says</h2>
        <span className="text-sm text-quiet">on or off, with each switch</span>
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        {job.groups.map((group) => (
          <section key={group.name} aria-label={group.name} className="rounded-md border border-edge p-3">
            <h3 className="mb-1 font-bold first-letter:uppercase">{group.name}</h3>
            <ul className="grid gap-1">
              {group.rows.map((row) => (
                <li key={Object.values(row.positions).join()} className="flex flex-wrap items-center gap-x-4">
                  {Object.entries(row.positions).map(([id, at]) => (
                    <span key={id} className="flex items-center gap-2">
                      <span className="text-sm text-quiet">
                        {job.controls.find((control) => control.id === id)?.name ?? id}
                      </span>
                      <Toggle up={at === "up"} worded thrown={false} />
                    </span>
                  ))}
                  <span className="ml-auto">
                    <Mark
                      row={row}
                      name={group.name}
                      shown={row.found}
                      report={(light) =>
                        take([
                          {
                            do: "report",
                            positions: row.positions,
                            answer: { loads: Object.fromEntries(group.loads.map((id) => [id, light])) },
                          },
                        ])
                      }
                    />
                  </span>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </div>
  );
}

function hint(telling: boolean, watching: boolean, left: number, proving: boolean): string {
  if (telling) return "on or off, in each position that is known";
  if (left === 0) return proving ? "all seen" : "";
  return watching ? `${left} to see, in this order` : `${left} not seen`;
}

/** What is watched, by its name where there is one group. */
const load = (job: Job) => job.groups[0]?.name ?? "light";

const upDown = (position: string | null) =>
  position === "on" ? "up" : position === "off" ? "down" : position;

const lights = (job: Job, shown: Light[]) =>
  Object.fromEntries(job.groups.flatMap(({ loads }, group) => loads.map((id) => [id, shown[group]])));

function reported(job: Job, row: Row, shown: Light[]): Step {
  return { do: "report", positions: row.positions, answer: { loads: lights(job, shown) } } as Step;
}

/** The toggles that stand otherwise, thrown, and the look. */
function watched(job: Job, row: Row, shown: Light[]): Step[] {
  const thrown = job.controls
    .filter((control) => upDown(control.position) !== row.positions[control.id])
    .map((control) => ({
      do: "set",
      device: control.id,
      to: row.positions[control.id] ?? "up",
      answer: { ok: true },
    }));
  const breakers = Object.fromEntries(job.power.breakers.map(({ id }) => [id, "on"]));
  return [...thrown, { do: "watch", answer: { loads: lights(job, shown), breakers } }] as Step[];
}

const key = (row: Row | undefined) => Object.values(row?.positions ?? {}).join();

/** Four rows are one column; more stand side by side where there is room, eight to a column. */
function columns(rows: Row[]) {
  const height = rows.length > 8 ? 8 : rows.length;
  return Array.from({ length: Math.ceil(rows.length / height) }, (_, number) =>
    rows.slice(number * height, (number + 1) * height),
  );
}

function Toggle({ up, worded, thrown }: { up: boolean; worded: boolean; thrown: boolean }) {
  return (
    <span className={`inline-flex items-center gap-2 ${thrown ? "font-bold text-copper" : ""}`}>
      <svg viewBox="0 0 12 22" className="h-6 w-3.5" aria-hidden>
        <rect x="1" y="1" width="10" height="20" rx="3" fill="none" stroke="currentColor" strokeWidth="1.6" />
        <rect x="3" y={up ? 3 : 12} width="6" height="7" rx="1.5" fill="currentColor" />
      </svg>
      {worded ? up ? "up" : "down" : <span className="sr-only">{up ? "up" : "down"}</span>}
    </span>
  );
}

type Shown = NonNullable<Row["found"]>[number] | null;

type MarkProps = { row: Pick<Row, "positions">; name: string; shown: Shown; report: (light: Light) => void };

function Mark({ row, name, report, shown }: MarkProps) {
  const stands = Object.entries(row.positions)
    .map(([id, position]) => `${id} ${position}`)
    .join(", ");
  return (
    <RadioGroup.Root
      aria-label={`The ${name} with ${stands}`}
      value={shown ?? ""}
      onValueChange={(light) => report(light as Light)}
      className="inline-flex overflow-hidden rounded-md border-2 border-edge"
    >
      {(["on", "off"] as const).map((light) => (
        <RadioGroup.Item
          key={light}
          value={light}
          aria-label={`${stands}: ${name} ${light}`}
          className="min-h-11 min-w-14 cursor-pointer px-3 data-[state=checked]:bg-plate data-[state=checked]:font-bold data-[state=checked]:text-engraved"
        >
          {light}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}

function Seen({ light, proved }: { light: Shown; proved: boolean }) {
  if (!light) return <span className="text-quiet">not seen</span>;
  return (
    <span className="inline-flex items-center gap-2">
      <svg viewBox="0 0 20 20" className="h-5 w-5" aria-hidden>
        <circle
          cx="10"
          cy="10"
          r="6.5"
          fill={light === "off" ? "none" : "var(--key)"}
          stroke="currentColor"
          strokeWidth="1.6"
        />
        {light === "on" && (
          <path d="M10 0v2M10 18v2M0 10h2M18 10h2" stroke="currentColor" strokeWidth="1.6" />
        )}
      </svg>
      <b>{light}</b>
      {proved && <span className="text-sm text-dead">watched</span>}
    </span>
  );
}
