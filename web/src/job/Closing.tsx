import { Check, Square, SquareDot } from "lucide-react";
import type { Job, Schemas } from "../api/client";
import { useClosing, useRecord } from "../api/queries";
import { longDay } from "../ui/days";
import { Button } from "../ui/Button";
import { Notice } from "../ui/Notice";
import { TextButton } from "../ui/TextButton";

/** What is left to do in the house, one line after the other, until the job can be closed. */
export function Closing({ job }: { job: Job }) {
  const record = useRecord(job.call.id, job.version);
  if (!record.data) return <Notice error={record.error} />;
  return <Lines job={job} record={record.data} />;
}

function Lines({ job, record }: { job: Job; record: Schemas["Record"] }) {
  const closing = useClosing(job.call.id, job.version);
  const { ticked, closed_on: closed } = record;
  const next = closed ? undefined : record.closing.find((line) => !ticked.includes(line));
  const tick = (line: string) =>
    closing.mutate({
      ticked: ticked.includes(line) ? ticked.filter((one) => one !== line) : [...ticked, line],
      closed: false,
    });
  return (
    <fieldset className="grid gap-1" disabled={closing.isPending}>
      <legend className="mb-1 font-bold">Before you leave</legend>
      {record.closing.map((line) => {
        const done = ticked.includes(line);
        const Tick = done ? Check : line === next ? SquareDot : Square;
        return (
          <label
            key={line}
            className={`flex min-h-11 cursor-pointer items-center gap-3 has-focus-visible:outline-2 ${line === next ? "font-bold" : done ? "text-engraved-quiet" : ""}`}
          >
            <input
              type="checkbox"
              className="peer sr-only"
              checked={done}
              disabled={closed !== null}
              onChange={() => tick(line)}
            />
            <Tick size={20} aria-hidden className={`shrink-0 ${line === next ? "text-key" : ""}`} />
            <span>{line}</span>
          </label>
        );
      })}
      <Notice error={closing.error} />
      {closed ? (
        <p className="flex flex-wrap items-center gap-x-4">
          <b>Closed on {longDay(closed)}.</b>
          <TextButton onClick={() => closing.mutate({ ticked, closed: false })}>Reopen</TextButton>
        </p>
      ) : (
        <Button
          kind="key"
          className="mt-2 text-lg disabled:cursor-default"
          disabled={next !== undefined}
          onClick={() => closing.mutate({ ticked, closed: true })}
        >
          Close the job
        </Button>
      )}
    </fieldset>
  );
}
