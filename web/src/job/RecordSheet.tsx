import type { Job } from "../api/client";
import { useRecord } from "../api/queries";
import { SignatureField } from "./SignatureField";
import { Notice } from "../ui/Notice";

/** What is kept of a job: for the customer, on paper, and as tags. */
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
        <SignatureField id={job.call.id} />
        {said.unfinished && <p className="border-l-4 border-copper pl-3">Not finished: {said.unfinished}.</p>}
      </div>
    </div>
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
