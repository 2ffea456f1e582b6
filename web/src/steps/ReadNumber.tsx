import { zodResolver } from "@hookform/resolvers/zod";
import { useForm } from "react-hook-form";
import { z } from "zod";
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

/** A meter's reading as a number, where the buttons are too coarse. */
export function ReadNumber({ step, busy, onAnswer }: Omit<StepFormProps, "job">) {
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(reading),
    mode: "onChange",
    defaultValues: { value: "" },
  });
  const unit = UNITS[step.tool ?? ""];
  if (!unit) return null;
  return (
    <form
      className="flex items-center gap-2"
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
    </form>
  );
}
