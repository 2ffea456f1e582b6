import { useState } from "react";
import type { CallForm } from "../api/client";
import type { components } from "../api/schema";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { Select } from "../ui/Select";

export type Change = components["schemas"]["AskedFor"];
type OneWish = components["schemas"]["Wish"];
type Run = NonNullable<Change["runs"]>[number];

type Asked = {
  form: CallForm;
  places: string[];
  loads: string[];
  /** What each load is, in words. */
  kinds: string[];
};

/** What a customer asks for beside having it work again: one thing or several. */
export function ChangeAsked({
  change,
  onChange,
  ...asked
}: Asked & { change: Change | null; onChange: (change: Change | null) => void }) {
  const more = change?.more ?? [];
  const put = (at: number, wish: OneWish | null) =>
    change &&
    onChange({ ...change, more: more.flatMap((one, index) => (index === at ? (wish ?? []) : one)) });
  const fresh = [change, ...more].flatMap((wish) => wish?.place?.trim() || []);
  const ends = [...new Set([...asked.places, ...asked.loads, ...fresh].filter(Boolean)), "Panel"];
  return (
    <div className="grid gap-3 sm:col-span-2">
      <Wish
        {...asked}
        ends={ends}
        label="What is asked for"
        none="Make it work again"
        wish={change}
        onChange={(wish) => onChange(wish && { ...wish, ...(more.length > 0 && { more }) })}
      />
      {more.map((wish, at) => (
        <Wish
          key={at}
          {...asked}
          ends={ends}
          label="And what else"
          none="Nothing more"
          wish={wish}
          onChange={(now) => put(at, now)}
        />
      ))}
      {change && (
        <div>
          <Button
            onClick={() =>
              onChange({
                ...change,
                more: [...more, started(asked.form.changes[0]?.value ?? "", asked.form)],
              })
            }
          >
            + something else as well
          </Button>
        </div>
      )}
    </div>
  );
}

type WishProps = Asked & {
  /** Places that a run can start from or go to. */
  ends: string[];
  label: string;
  none: string;
  wish: Change | null;
  onChange: (wish: Change | null) => void;
};

/** One thing asked for: its kind, and what has to be said of it. */
function Wish({ form, places, loads, kinds, ends, label, none, wish, onChange }: WishProps) {
  const kind = form.changes.find(({ value }) => value === wish?.kind);
  const set = (more: Partial<OneWish>) => wish && onChange({ ...wish, ...more });
  const choose = (value: string) => onChange(value ? started(value, form) : null);
  return (
    <div className="grid items-end gap-x-6 gap-y-3 not-first:border-t not-first:border-edge not-first:pt-3 sm:grid-cols-2">
      <Select
        label={label}
        options={[{ value: "", words: none }, ...form.changes]}
        value={wish?.kind ?? ""}
        onChange={(event) => choose(event.target.value)}
      />
      {wish && kind?.needs.includes("place") && (
        <Field
          label={NEW_PLACE[wish.kind] ?? "Location"}
          value={wish.place ?? ""}
          onChange={(event) => set({ place: event.target.value })}
        />
      )}
      {wish && kind?.needs.includes("half") && (
        <Select
          label="Which half stays live"
          options={[
            { value: "1", words: "the upper" },
            { value: "2", words: "the lower" },
          ]}
          value={wish.half ?? "1"}
          onChange={(event) => set({ half: event.target.value })}
        />
      )}
      {wish && kind?.needs.includes("fit") && (
        <Select
          label="Which kind of switch"
          options={form.fits}
          value={wish.fit ?? ""}
          onChange={(event) => set({ fit: event.target.value })}
        />
      )}
      {wish && kind?.needs.includes("switch") && places.length > 1 && (
        <Select
          label="Which switch"
          options={numbered(places, "switch")}
          value={String(wish.switch ?? 1)}
          onChange={(event) => set({ switch: Number(event.target.value) })}
        />
      )}
      {wish && kind?.needs.includes("device") && (
        <Select
          label="Which one is exchanged"
          options={[
            ...devices(places, "switch", () => "switch"),
            ...devices(loads, "load", (at) => kinds[at] ?? "load"),
          ]}
          value={wish.load ? `load ${wish.load}` : `switch ${wish.switch ?? 1}`}
          onChange={(event) => {
            const [what, number] = event.target.value.split(" ");
            const at = Number(number);
            set(what === "load" ? { load: at, switch: undefined } : { switch: at, load: undefined });
          }}
        />
      )}
      {wish && kind?.needs.includes("load") && (loads.length > 1 || wish.kind === "move") && (
        <Select
          label={WHICH_LOAD[wish.kind] ?? "Which load"}
          options={numbered(loads, "load")}
          value={String(wish.load ?? 1)}
          onChange={(event) => set({ load: Number(event.target.value) })}
        />
      )}
      {wish && kind?.needs.includes("runs") && (
        <Runs runs={wish.runs ?? []} ends={ends} onChange={(runs) => set({ runs })} />
      )}
    </div>
  );
}

const NEW_PLACE: Record<string, string> = {
  add_control: "New switch location",
  feed_light: "New light location",
  second_light: "New light location",
  add_outlet: "New receptacle location",
};

const WHICH_LOAD: Record<string, string> = {
  move: "Which receptacle the switch is to control",
  add_control: "What it is to control",
  second_light: "Which light it is to go with",
};

function numbered(names: string[], what: string) {
  return names.map((name, at) => ({ value: String(at + 1), words: name || `${what} ${at + 1}` }));
}

/** Switches or loads to pick from, each by what it is and where. */
function devices(places: string[], what: string, words: (at: number) => string) {
  return places.map((place, at) => ({
    value: `${what} ${at + 1}`,
    words: place ? `${words(at)}, ${place}` : `${words(at)} ${at + 1}`,
  }));
}

function started(kind: string, form: CallForm): OneWish {
  const needs = form.changes.find(({ value }) => value === kind)?.needs ?? [];
  return {
    kind,
    ...(needs.includes("half") && { half: "1" }),
    ...(needs.includes("fit") && { fit: form.fits[0]?.value ?? "" }),
    ...((needs.includes("switch") || needs.includes("device")) && { switch: 1 }),
    ...(needs.includes("load") && { load: 1 }),
  };
}

/** Places to pick from; one that was picked and has another name by now stays. */
const picked = (ends: string[], chosen: string) =>
  ["", ...new Set([...ends, chosen].filter(Boolean))].map((name) => ({ value: name, words: name || "pick" }));

const HOW = [
  { value: "cable", words: "a new cable" },
  { value: "raceway", words: "in a raceway that is there" },
];

/** Where a new run could be pulled, and how far it is. */
function Runs({ runs, ends, onChange }: { runs: Run[]; ends: string[]; onChange: (runs: Run[]) => void }) {
  const [shown, setShown] = useState(runs.length > 0);
  const put = (at: number, more: Partial<Run>) =>
    onChange(runs.map((run, index) => (index === at ? { ...run, ...more } : run)));
  if (!shown) {
    return (
      <Button
        onClick={() => {
          setShown(true);
          onChange([{ from: "", to: "" }]);
        }}
      >
        + where a new run could be pulled
      </Button>
    );
  }
  return (
    <fieldset className="grid gap-2 sm:col-span-2">
      <legend className="text-quiet">Where a new run could be pulled. Where none can, leave it out.</legend>
      {runs.map((run, at) => (
        <div
          key={at}
          className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_5rem] gap-2 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_5rem_minmax(0,1fr)] [&_input]:w-full [&_input]:min-w-0 [&_select]:w-full [&_select]:min-w-0"
        >
          <Select
            label="From"
            options={picked(ends, run.from)}
            value={run.from}
            onChange={(event) => put(at, { from: event.target.value })}
          />
          <Select
            label="To"
            options={picked(
              ends.filter((end) => end !== run.from),
              run.to,
            )}
            value={run.to}
            onChange={(event) => put(at, { to: event.target.value })}
          />
          <Field
            label="Feet"
            inputMode="decimal"
            value={run.length_ft ?? ""}
            onChange={(event) => put(at, { length_ft: Number(event.target.value) || undefined })}
          />
          <Select
            label="How"
            options={HOW}
            value={run.raceway ? "raceway" : "cable"}
            onChange={(event) => put(at, { raceway: event.target.value === "raceway" || undefined })}
          />
        </div>
      ))}
      <div>
        <Button onClick={() => onChange([...runs, { from: "", to: "" }])}>+ another run</Button>
      </div>
    </fieldset>
  );
}
