import { useTrade } from "../api/queries";
import { FoundEditor } from "../wiring/FoundEditor";
import type { StepFormProps } from "./form";

/** What an opened box holds. */
export function FoundForm({ job, step, busy, onAnswer }: StepFormProps) {
  const { data: trade } = useTrade(job.volts);
  if (!step.place || !trade) return null;
  return (
    <FoundEditor
      key={`${step.place}${job.steps.length}`}
      job={job}
      trade={trade}
      place={step.place}
      busy={busy}
      onDone={(found) => onAnswer({ found })}
    />
  );
}
