import type { Job } from "../api/client";
import { MaterialList } from "./MaterialList";
import { RuleNotes } from "./RuleNotes";

type Asked = NonNullable<Job["change"]>;

/** The ways to make a change, side by side. */
export function ChangeWays({ change }: { change: Asked }) {
  return (
    <div className="grid gap-3">
      <p>
        Asked for: <b>{change.asked}</b>
      </p>
      {change.impossible && (
        <p className="border-l-4 border-copper pl-3">
          {change.impossible.percent}: {change.impossible.sentence}.
        </p>
      )}
      <ol className="grid gap-3 md:grid-cols-2">
        {change.ways.map((way, index) => (
          <li key={index} className="rounded-lg border border-edge bg-wall p-3">
            <Way way={way} />
          </li>
        ))}
      </ol>
      {change.ways.length === 0 && !change.impossible && (
        <p className="text-quiet">The work is under way. The rewire stands under its own tab.</p>
      )}
    </div>
  );
}

function Way({ way }: { way: Asked["ways"][number] }) {
  const already = way.work.length === 0 && way.moves === 0;
  return (
    <div className="grid gap-2">
      <p className="flex items-baseline gap-3">
        <b className="text-lg">{already ? "Nothing to do" : `${way.minutes} min`}</b>
        <span className="ml-auto tabular-nums">{way.percent ?? "another way"}</span>
      </p>
      {way.cable.length > 0 && <Fact name="New runs" values={way.cable} />}
      <MaterialList materials={way.materials} />
      {way.boxes.length > 0 && <Fact name="Boxes to open" values={[way.boxes.join(", ")]} />}
      {way.work.length > 0 && (
        <ol className="list-decimal pl-5">
          {way.work.map((title) => (
            <li key={title}>{title}</li>
          ))}
        </ol>
      )}
      {way.moves > 0 && <p className="text-quiet">{way.moves} conductors and screws change after that.</p>}
      {way.mishaps.map((line) => (
        <p key={line} className="text-sm">
          {line}
        </p>
      ))}
      <RuleNotes notes={way.rules.filter((note) => note.state === "not_met")} />
    </div>
  );
}

function Fact({ name, values }: { name: string; values: string[] }) {
  return (
    <p>
      <span className="text-quiet">{name}: </span>
      {values.join("; ")}
    </p>
  );
}
