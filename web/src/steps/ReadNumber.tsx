import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { useMeter, useSettings } from "../api/settings";
import { TextButton } from "../ui/TextButton";
import { Written } from "../ui/Written";
import type { StepFormProps } from "./form";

const UNITS: Record<string, "volts" | "ohms"> = { voltage: "volts", low_z: "volts", resistance: "ohms" };
const reading = z.object({
  value: z
    .string()
    .trim()
    .regex(/^\d+([.,]\d+)?$/)
    .transform((text) => Number(text.replace(",", "."))),
});

/** A meter's reading as a number, where the buttons are too coarse: typed, or taken from a meter with a data port. */
export function ReadNumber({ step, busy, onAnswer }: Omit<StepFormProps, "job">) {
  const settings = useSettings();
  const meter = useMeter();
  const [open, setOpen] = useState(false);
  const { register, handleSubmit, formState, setValue } = useForm({
    resolver: zodResolver(reading),
    mode: "onChange",
    defaultValues: { value: "" },
  });
  const unit = UNITS[step.tool ?? ""];
  if (!unit) return null;
  const read = () =>
    meter.mutate(step.tool as "voltage" | "low_z" | "resistance", {
      onSuccess: ({ value }) => {
        setOpen(value === null);
        setValue("value", value === null ? "" : String(value), { shouldValidate: true });
      },
    });
  return (
    <form
      className="flex flex-wrap items-center gap-x-2 gap-y-1"
      onSubmit={(event) => void handleSubmit(({ value }) => !busy && onAnswer({ [unit]: value }))(event)}
    >
      <Written
        label="Reads"
        unit={unit === "volts" ? "V" : "Ω"}
        inputMode="decimal"
        className="w-24"
        {...register("value")}
      />
      <TextButton type="submit" disabled={!formState.isValid || busy}>
        Take it
      </TextButton>
      {settings.data?.meter && (
        <TextButton disabled={busy || meter.isPending} onClick={read}>
          {meter.isPending ? "Reading …" : "From the meter"}
        </TextButton>
      )}
      {open && unit === "ohms" && (
        <TextButton disabled={busy} onClick={() => onAnswer({ ohms: null })}>
          The meter reads open: take it
        </TextButton>
      )}
      {meter.data && !meter.data.settled && (
        <span role="status">It does not settle. Hold the probes still.</span>
      )}
      {meter.error && <span role="alert">{meter.error.message}</span>}
    </form>
  );
}
