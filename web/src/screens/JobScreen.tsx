import { ChevronLeft, NotebookPen, Undo2 } from "lucide-react";
import { Tabs } from "radix-ui";
import { useState } from "react";
import { Link, useParams } from "react-router";
import type { Job } from "../api/client";
import { useJobChanges } from "../api/changes";
import { useJob } from "../api/queries";
import { pointed, type Aside } from "../job/aside";
import { Ahead } from "../job/Ahead";
import { CallDialog } from "../job/CallDialog";
import { ClockButton } from "../job/ClockButton";
import { ChangeWays } from "../job/ChangeWays";
import { Findings } from "../job/Findings";
import { foreseen } from "../job/foreseen";
import { Grid } from "../job/Grid";
import { HandsView } from "../job/HandsView";
import { HouseLine } from "../job/HouseLine";
import { InWords } from "../job/InWords";
import { Letters } from "../job/Letters";
import { NowPlate } from "../job/NowPlate";
import { RecordSheet } from "../job/RecordSheet";
import { RewireSheet } from "../job/RewireSheet";
import { JobRules } from "../job/RuleNotes";
import { Trail } from "../job/Trail";
import { UnusedList } from "../job/UnusedList";
import { Frame } from "../ui/Frame";
import { useAwake } from "../ui/handsFree";
import { useKey } from "../ui/keys";
import { KeysHelp } from "../ui/KeysHelp";
import { Notice } from "../ui/Notice";
import { PlateSlot } from "../ui/slot";
import { Waiting } from "../ui/Waiting";

export function JobScreen() {
  const id = Number(useParams()["id"]);
  const job = useJob(id);
  const changes = useJobChanges(id);
  useAwake();
  return (
    <Frame bare>
      <Notice error={job.data ? null : job.error} />
      {job.isPending && <Waiting words="Working out what the job says so far …" />}
      {job.isError && (
        <Link to="/" className="inline-flex min-h-11 items-center underline">
          Back to the day
        </Link>
      )}
      {job.data && <Work key={id} job={job.data} changes={changes} />}
    </Frame>
  );
}

type Changes = ReturnType<typeof useJobChanges>;

function Work({ job: known, changes }: { job: Job; changes: Changes }) {
  const { letters, busy, take, undo, amend, drop } = changes;
  const job = foreseen(known, letters);
  // A person's choice is dropped when the version of the job changes.
  const [kept, setKept] = useState<{ at: number; aside: Aside | null } | null>(null);
  const [slot, setSlot] = useState<HTMLElement | null>(null);
  const aside = kept?.at === job.version ? kept.aside : null;
  const set = (next: Aside | null) => setKept({ at: job.version, aside: next });
  const advice = aside?.advice ?? job.next;
  const shown = aside?.place ?? null;
  const show = (place: string) =>
    set({ advice: null, reason: null, picking: null, ...aside, place: shown === place ? null : place });
  const pick = aside?.picking ? (point: string) => set(pointed(aside, point)) : undefined;
  return (
    <PlateSlot value={slot}>
      <Head job={job} busy={busy} undo={undo} />
      <Letters letters={letters} drop={drop} />
      <HouseLine job={job} shown={shown} show={show} />
      <div
        className={`grid gap-3 lg:grid-cols-[minmax(0,30rem)_minmax(0,1fr)] ${job.tracing ? "items-start" : "items-stretch"}`}
      >
        <NowPlate job={job} advice={advice} busy={busy} take={take} aside={aside} set={set} slot={setSlot} />
        <HandsView
          job={job}
          advice={advice}
          busy={busy}
          take={take}
          shown={shown}
          pick={pick}
          picked={aside?.picking?.points ?? []}
        />
      </div>
      <About job={job} busy={busy} take={take} amend={amend} />
    </PlateSlot>
  );
}

function Head({ job, busy, undo }: { job: Job; busy: boolean; undo: () => void }) {
  const canUndo = job.steps.length > 0;
  useKey("u", () => canUndo && !busy && undo());
  const { minutes, walks } = job.ahead;
  const action = "flex min-h-11 cursor-pointer items-center gap-1.5 rounded-md px-2 disabled:opacity-40";
  return (
    <div className="flex flex-wrap items-center gap-x-3">
      <Link to="/" className="flex min-h-11 items-center gap-1 pr-1">
        <ChevronLeft size={18} aria-hidden /> Day
      </Link>
      <h1 className="text-xl font-bold">{job.call.title}</h1>
      <p className="text-quiet max-sm:w-full">
        <Link
          to={`/houses/${job.call.house.id}`}
          className="inline-block py-0.5 underline decoration-1 underline-offset-4"
        >
          {job.call.house.name}, {job.call.house.street}
        </Link>
        {job.on_record && <span className="text-sm"> · {job.on_record.brief}</span>}
      </p>
      <div className="no-print flex items-center gap-x-1 text-sm sm:ml-auto">
        {!job.conclusion && (
          <p className="pr-2 text-quiet">
            <b className="text-ink">
              {Math.round(minutes)} min, {walks} {walks === 1 ? "walk" : "walks"}
            </b>{" "}
            left
          </p>
        )}
        <ClockButton id={job.call.id} />
        <button type="button" disabled={!canUndo || busy} onClick={undo} className={action}>
          <Undo2 size={18} aria-hidden /> Undo
        </button>
        <CallDialog call={job.call}>
          <NotebookPen size={18} aria-hidden /> Call
        </CallDialog>
        <KeysHelp />
      </div>
    </div>
  );
}

/** Everything else there is about the job, a tap away. */
function About({ job, busy, take, amend }: Pick<Changes, "busy" | "take" | "amend"> & { job: Job }) {
  const seen = job.grid.filter((row) => row.turn === null).length;
  return (
    <Tabs.Root
      defaultValue={job.change && !job.conclusion ? "change" : "findings"}
      className="no-print mt-3 rounded-lg border border-edge bg-sheet px-4 pb-3"
    >
      <Tabs.List aria-label="About this job" className="flex gap-x-1 overflow-x-auto border-b border-edge">
        {job.change && <Tab value="change">Ways to do it</Tab>}
        <Tab value="findings">{job.conclusion ? "What it was" : "What may be wrong"}</Tab>
        <Tab value="conductors">Conductors</Tab>
        <Tab value="positions">
          Positions {seen} of {job.grid.length}
        </Tab>
        <Tab value="trail">Steps ({job.steps.length})</Tab>
        <Tab value="rewire">Rewire</Tab>
        <Tab value="ahead">Ahead</Tab>
        <Tab value="rules">Rules</Tab>
        <Tab value="record">Record</Tab>
      </Tabs.List>
      {job.change && (
        <Tabs.Content value="change" className="pt-2">
          <ChangeWays change={job.change} />
        </Tabs.Content>
      )}
      <Tabs.Content value="findings" className="pt-2">
        <Findings job={job} />
      </Tabs.Content>
      <Tabs.Content value="conductors" className="grid gap-x-8 gap-y-3 pt-2 md:grid-cols-2">
        {job.boxes.some((box) => box.open) ? (
          job.boxes.filter((box) => box.open).map((box) => <InWords key={box.place} box={box} />)
        ) : (
          <p className="text-quiet">No box is open yet. Once one is, every conductor in it stands here.</p>
        )}
        <UnusedList unused={job.unused} />
      </Tabs.Content>
      <Tabs.Content value="positions" className="pt-2">
        <Grid job={job} take={take} />
      </Tabs.Content>
      <Tabs.Content value="trail" className="pt-2">
        <Trail job={job} busy={busy} amend={amend} />
      </Tabs.Content>
      <Tabs.Content value="rewire" className="pt-2">
        <RewireSheet repair={job.repair} done={job.conclusion?.status === "solved"} />
      </Tabs.Content>
      <Tabs.Content value="ahead" className="pt-2">
        <Ahead job={job} />
      </Tabs.Content>
      <Tabs.Content value="rules" className="pt-2">
        <JobRules job={job.call.id} version={job.version} />
      </Tabs.Content>
      <Tabs.Content value="record" className="pt-2">
        <RecordSheet job={job} />
      </Tabs.Content>
    </Tabs.Root>
  );
}

function Tab({ value, children }: { value: string; children: React.ReactNode }) {
  return (
    <Tabs.Trigger
      value={value}
      className="-mb-px min-h-11 shrink-0 cursor-pointer border-b-3 border-transparent px-3 text-quiet data-[state=active]:border-copper data-[state=active]:font-bold data-[state=active]:text-ink"
    >
      {children}
    </Tabs.Trigger>
  );
}
