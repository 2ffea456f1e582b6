import { RadioGroup } from "radix-ui";
import type { Job, Step } from "../api/client";
import { Sheet } from "../ui/Sheet";

type Props = { job: Job; busy: boolean; take: (step: Step) => void };
type Row = Job["grid"][number];

/** The grid of positions: what the light does in each combination, marked by the person and ticked in the proof. */
export function Grid({ job, busy, take }: Props) {
  const proving = job.grid.some((row) => row.now !== null);
  const report = (row: Row, light: "on" | "off") =>
    take({
      do: "report",
      positions: row.positions,
      answer: { loads: Object.fromEntries(job.loads.map((load) => [load.id, light])) },
    });
  const open = job.steps.every((item) => item.step.do === "report");
  return (
    <Sheet
      title={proving ? "Proof" : "The light in each position"}
      aside={open ? "tap what it does" : undefined}
    >
      <div className="flex flex-wrap gap-x-8 pr-1">
        {columns(job.grid).map((rows) => (
          <table key={key(rows[0])} className="grow border-separate border-spacing-y-1">
            <thead>
              <tr className="text-left text-sm text-quiet">
                {job.controls.map((control) => (
                  <th key={control.id} scope="col" className="pr-2 font-normal">
                    {control.name}
                  </th>
                ))}
                <th scope="col" className="font-normal">
                  light
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={key(row)} className={row.current ? "bg-wall outline outline-2 outline-edge" : ""}>
                  {job.controls.map((control) => (
                    <td key={control.id} className="py-1 pr-2">
                      <Toggle up={row.positions[control.id] === "up"} worded={job.controls.length < 3} />
                    </td>
                  ))}
                  <td className="py-1">
                    {open ? (
                      <Mark row={row} busy={busy} report={report} />
                    ) : (
                      <Seen light={row.now ?? row.found} proved={row.now !== null} />
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        ))}
      </div>
    </Sheet>
  );
}

const key = (row: Row | undefined) => Object.values(row?.positions ?? {}).join();

/** Four rows are one column; more stand side by side where there is room, eight to a column. */
function columns(rows: Row[]) {
  const height = rows.length > 8 ? 8 : rows.length;
  return Array.from({ length: Math.ceil(rows.length / height) }, (_, number) =>
    rows.slice(number * height, (number + 1) * height),
  );
}

function Toggle({ up, worded }: { up: boolean; worded: boolean }) {
  return (
    <span className="inline-flex items-center gap-2">
      <svg viewBox="0 0 12 22" className="h-6 w-3.5" aria-hidden>
        <rect x="1" y="1" width="10" height="20" rx="3" fill="none" stroke="currentColor" strokeWidth="1.6" />
        <rect x="3" y={up ? 3 : 12} width="6" height="7" rx="1.5" fill="currentColor" />
      </svg>
      {worded ? up ? "up" : "down" : <span className="sr-only">{up ? "up" : "down"}</span>}
    </span>
  );
}

function Mark({
  row,
  busy,
  report,
}: {
  row: Row;
  busy: boolean;
  report: (row: Row, light: "on" | "off") => void;
}) {
  const stands = Object.entries(row.positions)
    .map(([id, position]) => `${id} ${position}`)
    .join(", ");
  return (
    <RadioGroup.Root
      aria-label={`The light with ${stands}`}
      value={row.found ?? ""}
      disabled={busy}
      onValueChange={(light) => report(row, light as "on" | "off")}
      className="inline-flex overflow-hidden rounded-md border-2 border-edge"
    >
      {(["on", "off"] as const).map((light) => (
        <RadioGroup.Item
          key={light}
          value={light}
          aria-label={`${stands}: light ${light}`}
          className="min-h-11 min-w-13 cursor-pointer px-3 data-[state=checked]:bg-plate data-[state=checked]:font-bold data-[state=checked]:text-engraved"
        >
          {light}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}

function Seen({ light, proved }: { light: Row["found"]; proved: boolean }) {
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
