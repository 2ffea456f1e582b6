import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, body } from "../api/client";
import { Button } from "../parts/Button";
import { Frame } from "../parts/Frame";
import { Notice } from "../parts/Notice";

type Form = {
  name: string;
  street: string;
  title: string;
  complaint: string;
  switches: string[];
  light: string;
};
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
              : { draft: { switches: form.switches.filter(Boolean), light: form.light } }),
          },
        }),
      ),
    onSuccess: (job) => navigate(`/jobs/${job.call.id}`),
  });
  const field = (key: Exclude<keyof Form, "switches">, label: string, hint = "") => (
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
        className="mx-auto grid max-w-2xl gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          open.mutate();
        }}
      >
        <h1 className="mt-2 text-2xl font-bold">New call</h1>
        {field("name", "House")}
        {field("street", "Street")}
        {field("title", "What it is about", "Hall light")}
        {field("complaint", "What the customer says")}
        {!file && (
          <>
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
            {field("light", "Where the light is")}
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
        <Notice error={fileError ?? open.error} />
        <Button type="submit" kind="key" disabled={open.isPending} className="justify-self-start">
          Start the call
        </Button>
      </form>
    </Frame>
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
