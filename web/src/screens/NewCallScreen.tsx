import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { Controller, useForm, useWatch } from "react-hook-form";
import { useNavigate } from "react-router";
import { z } from "zod";
import type { CallForm, OpenCall } from "../api/client";
import { useCallForm, useOpenCall } from "../api/queries";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import { Field } from "../ui/Field";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";

/** How the place of each switch is asked for. */
const SWITCHES: [string, string][] = [
  ["Where the switch is", "hall"],
  ["Where the second switch is, if there is one", "landing"],
  ["Where the third switch is, if there is one", "pantry"],
  ["Where the fourth switch is, if there is one", "porch"],
];

const FILL = "Fill this in.";
const needed = z.string().trim().min(1, FILL);
const said = z.object({
  name: needed,
  street: needed,
  title: needed,
  complaint: z.string(),
  switches: z.array(z.string()),
  light: z.string(),
  load: z.string(),
  method: z.string(),
  volts: z.number(),
});
/** The same without a job file, which says all this itself. */
const drafted = said.extend({
  switches: z.array(z.string()).refine((places) => Boolean(places[0]?.trim()), FILL),
  light: needed,
});
type Said = z.infer<typeof said>;

/** A call starts with a few words; a job file that somebody sent opens one as well. */
export function NewCallScreen() {
  const form = useCallForm();
  return (
    <Frame>
      <Notice error={form.error} />
      {form.data && <Asked form={form.data} />}
    </Frame>
  );
}

type Sent = { name: string; content: Record<string, unknown> };

function Asked({ form }: { form: CallForm }) {
  const [file, setFile] = useState<Sent | null>(null);
  const [fileError, setFileError] = useState<Error | null>(null);
  const navigate = useNavigate();
  const open = useOpenCall((job) => void navigate(`/jobs/${job.call.id}`));
  const { register, handleSubmit, control, formState, getValues, setValue } = useForm<Said>({
    resolver: zodResolver(file ? said : drafted),
    defaultValues: {
      name: "",
      street: "",
      title: "",
      complaint: "",
      switches: [],
      light: form.loads[0]?.usual ?? "",
      load: form.loads[0]?.value ?? "",
      method: form.methods[0]?.value ?? "",
      volts: form.volts[0]?.value ?? 0,
    },
  });
  const switches = useWatch({ control, name: "switches" });
  const load = useWatch({ control, name: "load" });
  const asked = SWITCHES.slice(
    0,
    Math.min(form.most_switches, Math.max(2, switches.filter(Boolean).length + 1)),
  );
  const errors = formState.errors;

  const usual = (kind: string) => form.loads.find((one) => one.value === kind)?.usual ?? "";
  const chooseLoad = (kind: string) => {
    if (getValues("light") === usual(getValues("load"))) setValue("light", usual(kind));
    setValue("load", kind);
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
      className="mx-auto grid max-w-4xl items-start gap-x-6 gap-y-4 sm:grid-cols-2"
      onSubmit={(event) => void handleSubmit((call) => open.mutate(asCall(call, file)))(event)}
    >
      <h1 className="mt-2 text-2xl font-bold sm:col-span-2">New call</h1>
      <Field label="House" error={errors.name?.message} {...register("name")} />
      <Field label="Street" error={errors.street?.message} {...register("street")} />
      <Field
        label="What it is about"
        placeholder="Hall light"
        error={errors.title?.message}
        {...register("title")}
      />
      <Field label="What the customer says" {...register("complaint")} />
      {!file && (
        <>
          <div className="grid items-start gap-x-6 gap-y-4 sm:col-span-2 sm:grid-cols-2">
            {asked.map(([label, hint], index) => (
              <Field
                key={label}
                label={label}
                placeholder={hint}
                error={index === 0 ? (errors.switches?.root ?? errors.switches)?.message : undefined}
                {...register(`switches.${index}`)}
              />
            ))}
          </div>
          <Choice label="What is switched" options={form.loads} value={load} onChange={chooseLoad} />
          <Field
            label={form.loads.find((one) => one.value === load)?.question ?? ""}
            error={errors.light?.message}
            {...register("light")}
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
        </>
      )}
      <label className="grid gap-1">
        <span>Or a job file</span>
        <input
          type="file"
          accept="application/json,.json"
          className="min-h-11"
          onChange={(event) => void readFile(event.target.files?.[0])}
        />
      </label>
      <div className="grid gap-3 self-end">
        <Notice error={fileError ?? open.error} />
        <Button type="submit" kind="key" disabled={open.isPending} className="justify-self-start">
          Start the call
        </Button>
      </div>
    </form>
  );
}

function asCall(call: Said, file: Sent | null): OpenCall {
  const { name, street, title, complaint, switches, ...draft } = call;
  const about = { house: { name, street }, title, complaint };
  return file
    ? { ...about, file: file.content }
    : { ...about, draft: { ...draft, switches: switches.filter(Boolean) } };
}
