import { Tabs } from "radix-ui";
import { useParams } from "react-router";
import type { Job } from "../api/client";
import { useJob, useJobChanges } from "../api/queries";
import { Ahead } from "../job/Ahead";
import { Boxes } from "../job/Boxes";
import { Findings } from "../job/Findings";
import { Frame } from "../ui/Frame";
import { Grid } from "../job/Grid";
import { Notice } from "../ui/Notice";
import { NowPlate } from "../job/NowPlate";
import { PowerStrip } from "../job/PowerStrip";
import { RewireSheet } from "../job/RewireSheet";
import { Trail } from "../job/Trail";

export function JobScreen() {
  const id = Number(useParams()["id"]);
  const job = useJob(id);
  const changes = useJobChanges(id);
  return (
    <Frame>
      <Notice error={job.error ?? changes.error} />
      {job.isPending && (
        <p className="py-10 text-center text-quiet">Working out what the job says so far …</p>
      )}
      {job.data && <Work job={job.data} changes={changes} />}
    </Frame>
  );
}

type Changes = ReturnType<typeof useJobChanges>;

function Work({ job, changes }: { job: Job; changes: Changes }) {
  const { busy, take, undo, amend } = changes;
  const marked = job.next?.points ?? [];
  const here = job.next?.place;
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-xl font-bold">{job.call.title}</h1>
        <p className="text-quiet">
          {job.call.house.name}, {job.call.house.street}
        </p>
      </div>
      <PowerStrip power={job.power} />
      <div className="mt-2 grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_25rem]">
        <div className="grid min-w-0 gap-4">
          <NowPlate job={job} busy={busy} take={take} undo={undo} />
          <Tabs.Root defaultValue="boxes">
            <Tabs.List aria-label="About this job" className="no-print mb-2 flex gap-1">
              <Tab value="boxes">Boxes</Tab>
              <Tab value="rewire">Rewire</Tab>
              <Tab value="trail">Steps ({job.steps.length})</Tab>
            </Tabs.List>
            <Tabs.Content value="boxes">
              <Boxes boxes={job.boxes} power={job.power} marked={marked} here={here} />
            </Tabs.Content>
            <Tabs.Content value="rewire">
              <RewireSheet repair={job.repair} boxes={job.boxes} done={job.conclusion?.status === "solved"} />
            </Tabs.Content>
            <Tabs.Content value="trail">
              <Trail job={job} busy={busy} amend={amend} />
            </Tabs.Content>
          </Tabs.Root>
        </div>
        <div className="grid gap-4">
          <Grid job={job} busy={busy} take={take} />
          <Findings job={job} />
          <Ahead job={job} />
        </div>
      </div>
    </>
  );
}

function Tab({ value, children }: { value: string; children: React.ReactNode }) {
  return (
    <Tabs.Trigger
      value={value}
      className="min-h-11 cursor-pointer rounded-md border-2 border-transparent px-4 font-bold text-quiet data-[state=active]:border-edge data-[state=active]:bg-sheet data-[state=active]:text-ink"
    >
      {children}
    </Tabs.Trigger>
  );
}
