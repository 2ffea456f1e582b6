import type { Job } from "../api/client";
import { MaterialList } from "./MaterialList";
import { RuleNotes } from "./RuleNotes";

type Asked = NonNullable<Job["change"]>;
type Choice = Asked["ways"][number];
type Note = Choice["rules"][number];
type Common = Pick<Choice, "rules" | "mishaps">;

/** Whether a rule is among others, in the same state. */
const isIn = (notes: Note[], note: Note) =>
  notes.some(
    (one) => one.article === note.article && one.sentence === note.sentence && one.state === note.state,
  );

/** What holds for every way, where there are several: said once, so that the cards show what differs. */
function inCommon(ways: Choice[]): Common {
  const [first, ...others] = ways;
  if (!first || others.length === 0) return { rules: [], mishaps: [] };
  return {
    rules: first.rules.filter((note) => others.every((way) => isIn(way.rules, note))),
    mishaps: first.mishaps.filter((line) => others.every((way) => way.mishaps.includes(line))),
  };
}

/** The ways to make a change, side by side. */
export function ChangeWays({ change }: { change: Asked }) {
  const common = inCommon(change.ways);
  return (
    <div className="grid gap-3">
      <p>
        Asked for: <b>{change.asked}</b>
      </p>
      {change.first && <p className="border-l-4 border-copper pl-3">{change.first}</p>}
      {change.impossible && (
        <p className="border-l-4 border-copper pl-3">
          {change.impossible.percent}: {change.impossible.sentence}.
        </p>
      )}
      <ol className="grid gap-3 md:grid-cols-2">
        {change.ways.map((way, index) => (
          <li key={index} className="rounded-lg border border-edge bg-wall p-3">
            <Way way={way} common={common} />
          </li>
        ))}
      </ol>
      {(common.rules.length > 0 || common.mishaps.length > 0) && (
        <section aria-label="Whichever way" className="grid gap-2 rounded-lg border border-edge p-3">
          <b>Whichever way</b>
          <Mishaps lines={common.mishaps} />
          <Judged notes={common.rules} />
        </section>
      )}
      {change.instead.length > 0 && (
        <div>
          <b>Without a new run</b>
          <ul className="list-disc pl-5">
            {change.instead.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </div>
      )}
      {change.taken && <Taken taken={change.taken} left={change.ways.length} />}
    </div>
  );
}

/** The way that is being made: what was put in so far, and what is left of it. */
function Taken({ taken, left }: { taken: NonNullable<Asked["taken"]>; left: number }) {
  return (
    <div className="grid max-w-xl gap-2 rounded-lg border border-edge bg-wall p-3">
      <p className="flex items-baseline gap-3">
        <b className="text-lg">The way you are making</b>
        <span className="ml-auto tabular-nums">{taken.minutes} min so far</span>
      </p>
      <ul className="grid gap-1">
        {taken.work.map((title, index) => (
          <li key={index} className="flex gap-2">
            <span aria-hidden>✓</span>
            <span>
              <span className="sr-only">Done: </span>
              {title}
            </span>
          </li>
        ))}
      </ul>
      {left === 0 && (
        <p>
          {taken.boxes.length > 0
            ? `Left to rewire: ${taken.boxes.join(", ")}.`
            : "All is joined. What is left is the proof."}
        </p>
      )}
    </div>
  );
}

function Way({ way, common }: { way: Choice; common: Common }) {
  const already = way.work.length === 0 && way.moves === 0;
  const alone = common.rules.length === 0;
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
      <Mishaps lines={way.mishaps.filter((line) => !common.mishaps.includes(line))} />
      {alone ? (
        <Judged notes={way.rules} />
      ) : (
        <RuleNotes notes={way.rules.filter((note) => !isIn(common.rules, note))} />
      )}
    </div>
  );
}

/** Rules in words where they want something, and by article where they are met. */
function Judged({ notes }: { notes: Note[] }) {
  const wanting = notes.filter((note) => note.state !== "met");
  const articles = new Set(wanting.map((note) => note.article));
  const met = new Set(notes.map((note) => note.article).filter((article) => !articles.has(article)));
  return (
    <>
      <RuleNotes notes={wanting} />
      {met.size > 0 && (
        <p className="flex gap-2 text-sm">
          <span aria-hidden>✓</span>
          <span>Met: {[...met].join("; ")}</span>
        </p>
      )}
    </>
  );
}

/** What it stays safe in, and what fails together. */
function Mishaps({ lines }: { lines: string[] }) {
  return (
    <>
      {lines.map((line) => (
        <p key={line} className="text-sm">
          {line}
        </p>
      ))}
    </>
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
