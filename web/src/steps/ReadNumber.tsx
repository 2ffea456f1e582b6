import { zodResolver } from "@hookform/resolvers/zod";
import { useEffect } from "react";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { useSettings } from "../api/settings";
import { TextButton } from "../ui/TextButton";
import { Written } from "../ui/Written";
import type { StepFormProps } from "./form";
import { HELD, useWatchedMeter, type Watched } from "./meter";

const UNITS = { voltage: "volts", low_z: "volts", resistance: "ohms" } as const;
const reading = z.object({
  value: z
    .string()
    .trim()
    .regex(/^\d+([.,]\d+)?$/)
    .transform((text) => Number(text.replace(",", "."))),
});

type Props = StepFormProps & {
  /** Whether a meter with a data port reads for this step; of several readings it reads for one at a time. */
  metered?: boolean;
};

/** A meter's reading as a number, where the buttons are too coarse: typed, or read by a meter with a data port. */
export function ReadNumber({ job, step, busy, onAnswer, metered = true }: Props) {
  const settings = useSettings();
  const { register, handleSubmit, formState, setValue } = useForm({
    resolver: zodResolver(reading),
    mode: "onChange",
    defaultValues: { value: "" },
  });
  const tool = step.tool !== undefined && step.tool in UNITS ? (step.tool as keyof typeof UNITS) : null;
  const unit = tool && UNITS[tool];
  const typing = formState.dirtyFields.value === true;
  const watching = metered && Boolean(settings.data?.meter) && !busy && !typing;
  const meter = useWatchedMeter(
    watching ? tool : null,
    job.call.id,
    (value) => unit && onAnswer({ [unit]: value }),
  );
  const shown = meter.reading?.value;
  useEffect(() => {
    // What the meter shows stands in the field until somebody types there.
    if (watching && meter.reading)
      setValue("value", shown == null ? "" : String(shown), { shouldValidate: true });
  }, [watching, meter.reading, shown, setValue]);
  if (!unit) return null;
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
        Enter
      </TextButton>
      {watching && <OnMeter meter={meter} ohms={unit === "ohms"} open={() => onAnswer({ ohms: null })} />}
    </form>
  );
}

/** What the meter shows, and what the person has to do for it. */
function OnMeter({ meter, ohms, open }: { meter: Watched; ohms: boolean; open: () => void }) {
  const { reading: now, held, problem, again } = meter;
  if (problem)
    return (
      <>
        <span role="alert">{problem}</span>
        <TextButton onClick={again}>Try the meter again</TextButton>
      </>
    );
  if (!now) return <span role="status">Reading the meter …</span>;
  if (!now.settled)
    return (
      <span role="status">The reading does not settle. Hold the probes still, or check the battery.</span>
    );
  if (now.doubt) return <span role="status">{now.doubt}</span>;
  if (held !== null)
    return <span role="status">Hold {Math.max(1, Math.ceil((HELD - held) / 1000))} s more to enter it.</span>;
  if (now.contact) return <span role="status">Lift the probes, then touch these points.</span>;
  return (
    <>
      <span role="status">Touch the probes to these points.</span>
      {ohms && <TextButton onClick={open}>Probes are on, it reads open</TextButton>}
    </>
  );
}
