import { zodResolver } from "@hookform/resolvers/zod";
import { useState, type ReactNode } from "react";
import { Controller, useFieldArray, useForm, useWatch } from "react-hook-form";
import { useNavigate, useSearchParams } from "react-router";
import { z } from "zod";
import type { CallForm, KnownHouse, OpenCall } from "../api/client";
import { useCallForm, useHouse, useOpenCall, useSettings } from "../api/queries";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import { Field } from "../ui/Field";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";
import { Select } from "../ui/Select";
import { Toggle } from "../ui/Toggle";
import { ChangeAsked, type Change } from "./ChangeAsked";
import { partsOf, UNKNOWN_USE, Works } from "./Works";

const FILL = "Fill this in.";
const needed = z.string().trim().min(1, FILL);
const amperes = z.string().regex(/^(\d{1,3}(\.\d+)?)?$/, "A number of amperes, as on the handle.");
const load = z.object({ place: z.string(), kind: z.string() });
const said = z.object({
  name: z.string().trim(),
  street: needed,
  title: needed,
  complaint: z.string(),
  switches: z.array(z.object({ place: z.string(), works: z.array(z.string()), marked: z.boolean() })),
  loads: z.array(load),
  method: z.string(),
  began: z.string(),
  trips: z.string(),
  volts: z.number(),
  amps: amperes,
  other_amps: amperes,
  year_built: z.string().regex(/^(\d{4})?$/, "A year has four digits."),
  junctions: z.string(),
  day: z.string(),
  time: z.string(),
});
/** The same without a job file, which says all this itself. */
const drafted = said.extend({
  switches: z
    .array(z.object({ place: needed, works: z.array(z.string()), marked: z.boolean() }))
    .min(1, FILL),
  loads: z.array(load.extend({ place: needed })).min(1, FILL),
});
type Said = z.infer<typeof said>;

/** A call starts with a few words; a job file that somebody sent opens one as well. */
export function NewCallScreen() {
  const form = useCallForm();
  const id = Number(useSearchParams()[0].get("house")) || null;
  const house = useHouse(id);
  const settings = useSettings();
  const known = (id === null || house.data || house.error) && (settings.data || settings.error);
  const region = settings.data?.all_regions.find(({ value }) => value === settings.data.region);
  return (
    <Frame>
      <Notice error={form.error ?? house.error} />
      {form.data && known && (
        <Asked
          form={form.data}
          known={house.data ?? null}
          volts={region?.volts ?? form.data.volts[0]?.value ?? 0}
        />
      )}
    </Frame>
  );
}

type Sent = { name: string; content: Record<string, unknown> };
type AskedProps = { form: CallForm; known: KnownHouse | null; volts: number };

function Asked({ form, known, volts }: AskedProps) {
  const [file, setFile] = useState<Sent | null>(null);
  const [fileError, setFileError] = useState<Error | null>(null);
  const [more, setMore] = useState(false);
  const [change, setChange] = useState<Change | null>(null);
  const navigate = useNavigate();
  const open = useOpenCall((job) => void navigate(`/jobs/${job.call.id}`));
  const usual = form.loads[0];
  const { register, handleSubmit, control, formState, setValue } = useForm<Said>({
    resolver: zodResolver(file ? said : drafted),
    defaultValues: {
      name: known?.house.name ?? "",
      street: known?.house.street ?? "",
      title: "",
      complaint: "",
      switches: [{ place: "", works: [], marked: false }],
      loads: [{ place: usual?.usual ?? "", kind: usual?.value ?? "" }],
      method: form.methods[0]?.value ?? "",
      began: "",
      trips: "",
      volts,
      amps: "",
      other_amps: "",
      year_built: "",
      junctions: "",
      day: "",
      time: "",
    },
  });
  const switches = useFieldArray({ control, name: "switches" });
  const loads = useFieldArray({ control, name: "loads" });
  const kinds = useWatch({ control, name: "loads" });
  const places = useWatch({ control, name: "switches" });
  const parts = partsOf(form, kinds);
  const errors = formState.errors;

  const startFrom = (circuit: KnownHouse["circuits"][number]) => {
    const own = partsOf(form, circuit.loads).map(({ id }) => id);
    const worked = (id: string) =>
      own.includes(id) ? [id] : own.filter((part) => part.startsWith(`${id}.`));
    switches.replace(
      circuit.switches.map((place, at) => ({
        place,
        works: (circuit.works[at] ?? []).flatMap(worked),
        marked: false,
      })),
    );
    loads.replace(circuit.loads);
    if (circuit.method) setValue("method", circuit.method);
    setValue("volts", circuit.volts);
  };
  const readFile = async (chosen: File | undefined) => {
    setFileError(null);
    setFile(null);
    if (!chosen) return;
    try {
      setFile({ name: chosen.name, content: JSON.parse(await chosen.text()) as Record<string, unknown> });
    } catch {
      setFileError(new Error(`${chosen.name} is not a job file: it is not JSON.`));
    }
  };

  return (
    <form
      noValidate
      className="mx-auto grid max-w-4xl gap-4"
      onSubmit={(event) => void handleSubmit((call) => open.mutate(asCall(call, file, change)))(event)}
    >
      <h1 className="text-2xl font-bold">New call</h1>
      <Group title="Who and where">
        <Field label="Street" error={errors.street?.message} {...register("street")} />
        <Field label="Name of the house or people" {...register("name")} />
        <Field
          label="What it is about"
          placeholder="Hall light"
          error={errors.title?.message}
          {...register("title")}
        />
        <Field label="What the customer says" {...register("complaint")} />
      </Group>
      {known && known.circuits.length > 0 && !file && (
        <Group title="Met before in this house">
          <div className="flex flex-wrap gap-2 sm:col-span-2">
            {known.circuits.map((circuit) => (
              <Button key={circuit.call.id} onClick={() => startFrom(circuit)}>
                <b>{circuit.call.title}</b>
                <span className="block text-sm">
                  {[...circuit.switches, ...circuit.loads.map((one) => one.place)].join(", ")}
                </span>
              </Button>
            ))}
          </div>
        </Group>
      )}
      {!file && (
        <Group title="What is on the wall, and what it controls">
          {switches.fields.map((field, index) => (
            <Row
              key={field.id}
              remove={switches.fields.length > 1 ? () => switches.remove(index) : undefined}
            >
              <Field
                label={index === 0 ? "Where the switch is" : `Where switch ${index + 1} is`}
                placeholder={["hall", "landing", "pantry", "porch"][index] ?? ""}
                error={errors.switches?.[index]?.place?.message}
                {...register(`switches.${index}.place`)}
              />
              {switches.fields.length > 1 && (
                <Controller
                  control={control}
                  name={`switches.${index}.works`}
                  render={({ field }) => (
                    <Works parts={parts} chosen={field.value} onChange={field.onChange} number={index + 1} />
                  )}
                />
              )}
            </Row>
          ))}
          {loads.fields.map((field, index) => (
            <Row key={field.id} remove={loads.fields.length > 1 ? () => loads.remove(index) : undefined}>
              <Select label="What it controls" options={form.loads} {...register(`loads.${index}.kind`)} />
              <Field
                label={form.loads.find((one) => one.value === kinds[index]?.kind)?.question ?? "Where it is"}
                error={errors.loads?.[index]?.place?.message}
                {...register(`loads.${index}.place`)}
              />
            </Row>
          ))}
          <div className="flex flex-wrap gap-2 sm:col-span-2">
            {switches.fields.length < form.most_switches && (
              <Button onClick={() => switches.append({ place: "", works: [], marked: false })}>
                + another switch
              </Button>
            )}
            {loads.fields.length < form.most_loads && (
              <Button onClick={() => loads.append({ place: "", kind: usual?.value ?? "" })}>
                + another light or load
              </Button>
            )}
            {!more && <Button onClick={() => setMore(true)}>When, how it began, breaker, wiring …</Button>}
          </div>
        </Group>
      )}
      {!file && (
        <Group title="What is to be done">
          <ChangeAsked
            form={form}
            places={places.map(({ place }) => place)}
            loads={kinds.map(({ place }) => place)}
            change={change}
            onChange={setChange}
          />
          {!change && (
            <Select
              label="The breaker trips"
              options={[{ value: "", words: "no" }, ...form.trips]}
              {...register("trips")}
            />
          )}
        </Group>
      )}
      {more && !file && (
        <Group title="More that helps">
          <div className="flex flex-wrap gap-4">
            <Field label="Day" type="date" {...register("day")} />
            <Field label="Time" type="time" {...register("time")} />
          </div>
          <div className="flex flex-wrap gap-4 [&_input]:w-28">
            <Field
              label="Breaker, A"
              inputMode="decimal"
              error={errors.amps?.message}
              {...register("amps")}
            />
            <Field
              label="Second one, A"
              inputMode="decimal"
              error={errors.other_amps?.message}
              {...register("other_amps")}
            />
            <Field
              label="Year built"
              inputMode="numeric"
              error={errors.year_built?.message}
              {...register("year_built")}
            />
          </div>
          <Field
            label="Other boxes known of"
            placeholder="attic box, hall outlet"
            {...register("junctions")}
          />
          <fieldset className="grid gap-1">
            <legend>Toggles marked ON and OFF</legend>
            <div className="flex flex-wrap gap-1.5">
              {switches.fields.map((field, index) => (
                <Controller
                  key={field.id}
                  control={control}
                  name={`switches.${index}.marked`}
                  render={({ field: mark }) => (
                    <Toggle on={mark.value} onClick={() => mark.onChange(!mark.value)}>
                      {places[index]?.place || `switch ${index + 1}`}
                    </Toggle>
                  )}
                />
              ))}
            </div>
          </fieldset>
          <Select
            label="How it began"
            options={[{ value: "", words: "not said" }, ...form.began]}
            {...register("began")}
          />
          <Controller
            control={control}
            name="method"
            render={({ field }) => (
              <Choice
                label="How the wires run"
                options={form.methods}
                value={field.value}
                onChange={field.onChange}
              />
            )}
          />
          <Controller
            control={control}
            name="volts"
            render={({ field }) => (
              <Choice label="Supply" options={form.volts} value={field.value} onChange={field.onChange} />
            )}
          />
        </Group>
      )}
      <Notice error={fileError ?? open.error} />
      <div className="flex flex-wrap items-center gap-4">
        <Button type="submit" kind="key" disabled={open.isPending}>
          Start the call
        </Button>
        <label className="ml-auto flex flex-wrap items-center gap-2 text-quiet">
          <span>Or a job file</span>
          <input
            type="file"
            accept="application/json,.json"
            className="min-h-11 max-w-60"
            onChange={(event) => void readFile(event.target.files?.[0])}
          />
        </label>
      </div>
    </form>
  );
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="min-w-0 rounded-lg border border-edge bg-sheet px-4 pt-1 pb-4">
      <legend className="px-1 font-bold">{title}</legend>
      <div className="grid items-start gap-x-6 gap-y-3 sm:grid-cols-2">{children}</div>
    </fieldset>
  );
}

function Row({ remove, children }: { remove: (() => void) | undefined; children: ReactNode }) {
  return (
    <div className="flex items-end gap-2 sm:col-span-2">
      <div className="grid grow gap-x-6 gap-y-2 sm:auto-cols-fr sm:grid-flow-col">{children}</div>
      {remove && (
        <Button onClick={remove} aria-label="Take this one away">
          −
        </Button>
      )}
    </div>
  );
}

function asCall(call: Said, file: Sent | null, change: Change | null): OpenCall {
  const { name, street, title, complaint, switches, began, trips, day, time, ...rest } = call;
  const { amps, other_amps, year_built, junctions, ...draft } = rest;
  const breakers = [amps, other_amps].filter(Boolean).map((each) => ({ amps: Number(each) }));
  const boxes = junctions
    .split(",")
    .map((each) => each.trim())
    .filter(Boolean);
  const about = {
    house: { name: name || street, street },
    title,
    complaint,
    ...(day && { day }),
    ...(time && { time }),
  };
  if (file) return { ...about, file: file.content };
  return {
    ...about,
    draft: {
      ...draft,
      switches: switches.map(({ place }) => place),
      ...(switches.some(({ marked }) => marked) && { marked: switches.map(({ marked }) => marked) }),
      ...(other_amps
        ? { breakers: breakers.length > 1 ? breakers : [{}, ...breakers] }
        : amps && { breakers }),
      ...(year_built && { year_built: Number(year_built) }),
      ...(boxes.length > 0 && { junctions: boxes }),
      ...works(switches, draft.loads),
      ...(complaint && { story: complaint }),
      ...(began && { began }),
      ...(trips && !change && { trips }),
      ...(change && { change: cleaned(change) }),
    },
  };
}

/** A wish, and those beside it, with the runs that were filled in. */
function cleaned({ more, ...change }: Change): Change {
  return { ...change, runs: pulled(change), ...(more && { more: more.map(cleaned) }) };
}

/** The runs that were filled in. */
function pulled(change: Change) {
  return (change.runs ?? [])
    .filter((run) => run.from && run.to)
    .map(({ from, to, length_ft }) => ({ from, to, ...(length_ft && { length_ft }) }));
}

/** For each switch what it controls; a switch of which nothing was said controls everything. */
function works(switches: Said["switches"], loads: Said["loads"]) {
  if (switches.every((one) => one.works.length === 0)) return {};
  const all = loads.map((_, at) => `L${at + 1}`);
  return {
    works: switches.map(({ works: own }) => (own.includes(UNKNOWN_USE) ? [] : own.length > 0 ? own : all)),
  };
}
