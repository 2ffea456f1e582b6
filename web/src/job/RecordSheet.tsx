import type { Job, Schemas } from "../api/client";
import { useClosing, useRecord } from "../api/queries";
import { Button } from "../ui/Button";
import { Notice } from "../ui/Notice";
import { longDay } from "../ui/days";

/** What is kept of a job: for the customer, on paper, and as tags; and what has to be ticked before one leaves. */
export function RecordSheet({ job }: { job: Job }) {
  const record = useRecord(job.call.id, job.version);
  const said = record.data;
  if (!said) return <Notice error={record.error} />;
  const file = "inline-flex min-h-11 items-center rounded-md border-2 border-edge px-4 font-bold";
  return (
    <div className="grid gap-4 md:grid-cols-2">
      <div className="grid content-start gap-3">
        <List title="What it was" rows={said.customer.was} />
        <List title="What was done" rows={said.customer.done} />
        <List title="What was left, and why" rows={said.customer.left} />
        <List title="What to watch for" rows={said.customer.watch} />
        <List title="Material" rows={said.customer.materials} />
      </div>
      <div className="grid content-start gap-3">
        <p>
          Code on records and tags: <b className="tabular-nums">{said.code}</b>
        </p>
        <p className="flex flex-wrap gap-2">
          <a className={file} download href={`/api/jobs/${job.call.id}/record.pdf`}>
            Record, PDF
          </a>
          <a className={file} download href={`/api/jobs/${job.call.id}/tags.pdf`}>
            Tags, PDF
          </a>
        </p>
        {said.unfinished && <p className="border-l-4 border-copper pl-3">Not finished: {said.unfinished}.</p>}
        <Closing job={job} record={said} />
      </div>
    </div>
  );
}

/** The ticks before one leaves. With all of them the job can be closed, and a closed one reopened. */
function Closing({ job, record }: { job: Job; record: Schemas["Record"] }) {
  const closing = useClosing(job.call.id, job.version);
  const { ticked, closed_on: closed } = record;
  const tick = (line: string) =>
    closing.mutate({
      ticked: ticked.includes(line) ? ticked.filter((one) => one !== line) : [...ticked, line],
      closed: false,
    });
  const missing = record.closing.filter((line) => !ticked.includes(line)).length;
  return (
    <fieldset className="grid gap-1" disabled={closing.isPending}>
      <legend className="font-bold">Before you leave</legend>
      {record.closing.map((line) => (
        <label key={line} className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-5"
            checked={ticked.includes(line)}
            disabled={closed !== null}
            onChange={() => tick(line)}
          />
          {line}
        </label>
      ))}
      <Notice error={closing.error} />
      {closed ? (
        <p className="flex flex-wrap items-center gap-3">
          <b>Closed on {longDay(closed)}.</b>
          <Button onClick={() => closing.mutate({ ticked, closed: false })}>Reopen</Button>
        </p>
      ) : (
        <p className="flex flex-wrap items-center gap-3">
          <Button kind="key" disabled={missing > 0} onClick={() => closing.mutate({ ticked, closed: true })}>
            Close the job
          </Button>
          {missing > 0 && (
            <span className="text-quiet">
              {missing === 1 ? "One line" : `${missing} lines`} to tick first
            </span>
          )}
        </p>
      )}
    </fieldset>
  );
}

function List({ title, rows }: { title: string; rows: string[] }) {
  if (rows.length === 0) return null;
  return (
    <div>
      <h3 className="font-bold">{title}</h3>
      <ul className="list-disc pl-5">
        {rows.map((row) => (
          <li key={row}>{row}</li>
        ))}
      </ul>
    </div>
  );
}
