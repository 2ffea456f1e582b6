import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, body } from "../api/client";
import { Button } from "../parts/Button";
import { Frame } from "../parts/Frame";
import { Notice } from "../parts/Notice";
import { Toggle } from "../parts/Toggle";

type Form = {
  name: string;
  street: string;
  title: string;
  complaint: string;
  switches: string[];
  light: string;
  load: Load;
  method: Method;
  volts: Volts;
};
type Load = "luminaire" | "fan_light" | "receptacle";
type Method = "nm" | "emt" | "knob_and_tube";
type Volts = 120 | 230;
/** What is switched, and how each is asked for. */
const LOADS: [Load, string, string][] = [
  ["luminaire", "a light", "Where the light is"],
  ["fan_light", "a fan with a light", "Where the fan is"],
  ["receptacle", "a receptacle", "Where the receptacle is"],
];
/** Where it usually is. */
const USUAL: Record<Load, string> = { luminaire: "ceiling", fan_light: "ceiling", receptacle: "" };
const METHODS: [Method, string][] = [
  ["nm", "cable"],
  ["emt", "conduit"],
  ["knob_and_tube", "single wires on knobs"],
];
const SUPPLIES: [Volts, string][] = [
  [120, "120 V"],
  [230, "230 V"],
];
/** How the place of each switch is asked for. */
const SWITCHES: [string, string][] = [
  ["Where the switch is", "hall"],
  ["Where the second switch is, if there is one", "landing"],
  ["Where the third switch is, if there is one", "pantry"],
  ["Where the fourth switch is, if there is one", "porch"],
];
const EMPTY: Form = {
  name: "",
  street: "",
  title: "",
  complaint: "",
  switches: [],
  light: "ceiling",
  load: "luminaire",
  method: "nm",
  volts: 120,
};

/** A call starts with a few words; a job file that somebody sent opens one as well. */
export function NewCallScreen() {
  const [form, setForm] = useState(EMPTY);
  const [file, setFile] = useState<{ name: string; content: Record<string, unknown> } | null>(null);
  const [fileError, setFileError] = useState<Error | null>(null);
  const navigate = useNavigate();
  const open = useMutation({
    mutationFn: () =>
      body(
        api.POST("/jobs", {
          body: {
            house: { name: form.name, street: form.street },
            title: form.title,
            complaint: form.complaint,
            ...(file
              ? { file: file.content }
              : {
                  draft: {
                    switches: form.switches.filter(Boolean),
                    light: form.light,
                    load: form.load,
                    method: form.method,
                    volts: form.volts,
                  },
                }),
          },
        }),
      ),
    onSuccess: (job) => navigate(`/jobs/${job.call.id}`),
  });
  const field = (key: "name" | "street" | "title" | "complaint" | "light", label: string, hint = "") => (
    <Field
      label={label}
      hint={hint}
      value={form[key]}
      required={key !== "complaint"}
      onChange={(value) => setForm({ ...form, [key]: value })}
    />
  );
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
    <Frame>
      <form
        className="mx-auto grid max-w-4xl items-start gap-x-6 gap-y-4 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          open.mutate();
        }}
      >
        <h1 className="mt-2 text-2xl font-bold sm:col-span-2">New call</h1>
        {field("name", "House")}
        {field("street", "Street")}
        {field("title", "What it is about", "Hall light")}
        {field("complaint", "What the customer says")}
        {!file && (
          <>
            <div className="grid items-start gap-x-6 gap-y-4 sm:col-span-2 sm:grid-cols-2">
              {SWITCHES.slice(0, Math.max(2, form.switches.filter(Boolean).length + 1)).map(
                ([label, hint], index) => (
                  <Field
                    key={label}
                    label={label}
                    hint={hint}
                    value={form.switches[index] ?? ""}
                    required={index === 0}
                    onChange={(value) => {
                      const switches = [...form.switches];
                      switches[index] = value;
                      setForm({ ...form, switches });
                    }}
                  />
                ),
              )}
            </div>
            <Choice
              label="What is switched"
              options={LOADS.map(([load, words]) => [load, words])}
              value={form.load}
              onChange={(load) =>
                setForm({ ...form, load, light: form.light === USUAL[form.load] ? USUAL[load] : form.light })
              }
            />
            {field("light", LOADS.find(([load]) => load === form.load)?.[2] ?? "")}
            <Choice
              label="How the wires run"
              options={METHODS}
              value={form.method}
              onChange={(method) => setForm({ ...form, method })}
            />
            <Choice
              label="Supply"
              options={SUPPLIES}
              value={form.volts}
              onChange={(volts) => setForm({ ...form, volts })}
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
    </Frame>
  );
}

type ChoiceProps<T> = {
  label: string;
  options: [T, string][];
  value: T;
  onChange: (value: T) => void;
};

/** One of a few, all in sight. */
function Choice<T extends string | number>({ label, options, value, onChange }: ChoiceProps<T>) {
  return (
    <fieldset className="grid gap-1">
      <legend className="mb-1">{label}</legend>
      <div className="flex flex-wrap gap-2">
        {options.map(([option, words]) => (
          <Toggle key={option} on={option === value} onClick={() => onChange(option)}>
            {words}
          </Toggle>
        ))}
      </div>
    </fieldset>
  );
}

type FieldProps = {
  label: string;
  hint: string;
  value: string;
  required: boolean;
  onChange: (value: string) => void;
};

function Field({ label, hint, value, required, onChange }: FieldProps) {
  return (
    <label className="grid gap-1">
      <span>{label}</span>
      <input
        value={value}
        required={required}
        placeholder={hint}
        onChange={(event) => onChange(event.target.value)}
        className="min-h-12 rounded-md border-2 border-edge bg-sheet px-3"
      />
    </label>
  );
}
