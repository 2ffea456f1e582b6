import { useState } from "react";
import type { CallForm } from "../api/client";
import type { components } from "../api/schema";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { Select } from "../ui/Select";

export type Change = components["schemas"]["AskedFor"];
type Run = NonNullable<Change["runs"]>[number];

/** What a customer asks for beside having it work again: its kind, and what has to be said of it. */
export function ChangeAsked({
  form,
  places,
  change,
  onChange,
}: {
  form: CallForm;
  places: string[];
  change: Change | null;
  onChange: (change: Change | null) => void;
}) {
  const kind = form.changes.find(({ value }) => value === change?.kind);
  const set = (more: Partial<Change>) => change && onChange({ ...change, ...more });
  const choose = (value: string) => onChange(value ? started(value, form) : null);
  return (
    <div className="grid gap-3 sm:col-span-2 sm:grid-cols-2">
      <Select
        label="What is asked for"
        options={[{ value: "", words: "Make it work again" }, ...form.changes]}
        value={change?.kind ?? ""}
        onChange={(event) => choose(event.target.value)}
      />
      {change && kind?.needs.includes("place") && (
        <Field
          label={change.kind === "feed_light" ? "New light location" : "New switch location"}
          value={change.place ?? ""}
          onChange={(event) => set({ place: event.target.value })}
        />
      )}
      {change && kind?.needs.includes("half") && (
        <Select
          label="Which half stays live"
          options={[
            { value: "1", words: "the upper" },
            { value: "2", words: "the lower" },
          ]}
          value={change.half ?? "1"}
          onChange={(event) => set({ half: event.target.value })}
        />
      )}
      {change && kind?.needs.includes("fit") && (
        <Select
          label="Which kind of switch"
          options={form.fits}
          value={change.fit ?? ""}
          onChange={(event) => set({ fit: event.target.value })}
        />
      )}
      {change && kind?.needs.includes("switch") && places.length > 1 && (
        <Select
          label="Which switch"
          options={places.map((place, at) => ({ value: String(at + 1), words: place || `switch ${at + 1}` }))}
          value={String(change.switch ?? 1)}
          onChange={(event) => set({ switch: Number(event.target.value) })}
        />
      )}
      {change && kind?.needs.includes("runs") && (
        <Runs runs={change.runs ?? []} onChange={(runs) => set({ runs })} />
      )}
    </div>
  );
}

function started(kind: string, form: CallForm): Change {
  const needs = form.changes.find(({ value }) => value === kind)?.needs ?? [];
  return {
    kind,
    ...(needs.includes("half") && { half: "1" }),
    ...(needs.includes("fit") && { fit: form.fits[0]?.value ?? "" }),
    ...(needs.includes("switch") && { switch: 1 }),
  };
}

/** Where a new run could be pulled, and how far it is. */
function Runs({ runs, onChange }: { runs: Run[]; onChange: (runs: Run[]) => void }) {
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
          className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_5rem] [&_input]:w-full [&_input]:min-w-0 gap-2"
        >
          <Field label="From" value={run.from} onChange={(event) => put(at, { from: event.target.value })} />
          <Field label="To" value={run.to} onChange={(event) => put(at, { to: event.target.value })} />
          <Field
            label="Feet"
            inputMode="decimal"
            value={run.length_ft ?? ""}
            onChange={(event) => put(at, { length_ft: Number(event.target.value) || undefined })}
          />
        </div>
      ))}
      <div>
        <Button onClick={() => onChange([...runs, { from: "", to: "" }])}>+ another run</Button>
      </div>
    </fieldset>
  );
}
