import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { Controller, useFieldArray, useForm, useWatch } from "react-hook-form";
import { useNavigate, useSearchParams } from "react-router";
import type { CallForm, KnownHouse } from "../api/client";
import { useCallForm, useHouse, useOpenCall } from "../api/queries";
import { useSettings } from "../api/settings";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import { Field } from "../ui/Field";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";
import { Select } from "../ui/Select";
import { Toggle } from "../ui/Toggle";
import { ChangeAsked, type Change } from "./ChangeAsked";
import { Group, Row } from "./CallParts";
import { asCall, blank, drafted, said, type Said, type Sent } from "./newCall";
import { partsOf, Works } from "./Works";

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
      ...blank,
      name: known?.house.name ?? "",
      street: known?.house.street ?? "",
      loads: [{ place: usual?.usual ?? "", kind: usual?.value ?? "" }],
      method: form.methods[0]?.value ?? "",
      volts,
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
            kinds={kinds.map(({ kind }) => form.loads.find((one) => one.value === kind)?.words ?? "load")}
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
          <Select
            label="Kind of breaker"
            options={[{ value: "", words: "plain, or not known" }, ...form.protections]}
            {...register("protection")}
          />
          <Select
            label="Bulbs"
            options={[{ value: "", words: "not said" }, ...form.lamps]}
            {...register("lamp")}
          />
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
