import { useState } from "react";
import type { Advice, Answer, Box, Job, Step } from "../api/client";
import { below } from "../steps";
import { BoxDrawing } from "../wiring/BoxDrawing";
import { Zoom } from "../wiring/Zoom";
import { Choice } from "../ui/Choice";
import { BreakerDrawing } from "./BreakerDrawing";
import { Grid } from "./Grid";
import { Photographs } from "./Photographs";
import { TripPanel } from "./TripPanel";
import { RecordSheet } from "./RecordSheet";

type Props = {
  job: Job;
  advice: Advice | null;
  busy: boolean;
  take: (steps: Step[]) => void;
  /** A stop that was tapped, if it is not what the step is about. */
  shown: string | null;
  /** Takes a point that is tapped, while one is asked for. */
  pick: ((point: string) => void) | undefined;
  picked: string[];
};

const POSITIONS = ["watch", "report", "wiggle"];
const AT_PANEL = ["breaker"];

/** What the hands are on, drawn beside the plate: the box and its two points, the wires to move, the positions to watch. */
export function HandsView({ job, advice, busy, take, shown, pick, picked }: Props) {
  const Form = advice && shown === null ? below[advice.step.do] : undefined;
  const place = shown ?? advice?.place;
  const box = job.boxes.find((candidate) => candidate.place === place);
  if (advice && Form) {
    const onAnswer = (answer: Answer) => take([{ ...advice.step, answer }]);
    return (
      <Panel label="The box">
        <Form job={job} step={advice.step} busy={busy} onAnswer={onAnswer} />
      </Panel>
    );
  }
  const left = job.on_record?.boxes.find((candidate) => candidate.place === place);
  if (left && !box?.open && shown !== null) {
    return (
      <Panel label={`The ${left.name} box`}>
        <Sheet name={left.name} note={`${job.on_record?.left}. It may have changed since.`}>
          <BoxDrawing box={left} />
        </Sheet>
      </Panel>
    );
  }
  const atPanel = advice !== null && AT_PANEL.includes(advice.step.do);
  if (shown === null && !atPanel && (!advice || looking(advice) || !box?.open)) {
    return (
      <Panel label={advice ? "Positions" : "Proof"}>
        <Grid job={job} take={take} />
        {!job.conclusion && job.tracing && (
          <div className="mt-4 border-t border-edge pt-3">
            <TripPanel job={job} />
          </div>
        )}
        {job.conclusion && !advice && (
          <div className="mt-4 border-t border-edge pt-4">
            <RecordSheet job={job} />
          </div>
        )}
      </Panel>
    );
  }
  if (shown === null && advice && atPanel) {
    return (
      <Panel label="Panel">
        {job.tracing ? <TripPanel job={job} /> : <BreakerDrawing step={advice.step} power={job.power} />}
      </Panel>
    );
  }
  if (!box) return <Panel label="Panel">{<BreakerDrawing step={null} power={job.power} />}</Panel>;
  return (
    <Panel label={`The ${box.name} box`}>
      {box.open ? (
        <OpenBox
          key={`${box.place}${job.steps.length}`}
          job={job}
          box={box}
          advice={shown === null ? advice : null}
          pick={pick}
          picked={picked}
        />
      ) : (
        <p className="m-auto max-w-sm text-center text-quiet first-letter:uppercase">
          {box.name} is closed.{" "}
          {box.kind === "luminaire_box"
            ? "The light is in it; opening it takes a ladder."
            : "What is in it is not known yet."}
        </p>
      )}
      {box.open && !job.conclusion && job.tracing && (
        <div className="mt-3 border-t border-edge pt-3">
          <TripPanel job={job} />
        </div>
      )}
    </Panel>
  );
}

/** Whether the step is a look at the light, a toggle thrown for one included. */
const looking = (advice: Advice) =>
  POSITIONS.includes(advice.step.do) || advice.parts.some(({ step }) => step.do === "watch");

function Panel({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <section
      aria-label={label}
      className="flex min-h-0 min-w-0 flex-col rounded-lg border-2 border-edge bg-sheet p-3"
    >
      {children}
    </section>
  );
}

/** A drawing of a box under its name, with a note and what there is to choose. */
function Sheet({ name, note, choice, children }: SheetProps) {
  return (
    <>
      <div className="mb-1 flex flex-wrap items-center gap-x-3">
        <h2 className="font-bold first-letter:uppercase">{name} box</h2>
        <span className="text-sm text-quiet">{note}</span>
        {choice && <span className="ml-auto">{choice}</span>}
      </div>
      <Zoom className="lg:h-[max(22rem,calc(100vh-24.5rem))]">{children}</Zoom>
    </>
  );
}

type SheetProps = { name: string; note: string; choice?: React.ReactNode; children: React.ReactNode };

type View = "left" | "now" | "after";

type OpenBoxProps = Pick<Props, "job" | "pick" | "picked"> & { box: Box; advice: Advice | null };

/** An open box, its points lit: as it is, as it shall be after a rewire, and as an earlier job left it. */
function OpenBox({ job, box, advice, pick, picked }: OpenBoxProps) {
  const after = advice?.after;
  const left = job.on_record?.boxes.find(({ place }) => place === box.place);
  const options: { value: View; words: string; drawn: Box }[] = [
    ...(left ? [{ value: "left" as const, words: job.on_record?.left ?? "", drawn: left }] : []),
    { value: "now", words: after ? "Before" : "Now", drawn: box },
    ...(after ? [{ value: "after" as const, words: "After", drawn: after }] : []),
  ];
  const [chosen, choose] = useState<View | null>(null);
  const view = options.find(({ value }) => value === chosen)?.value ?? (after ? "after" : "now");
  const steps = advice ? [advice.step, ...advice.parts.map(({ step }) => step)] : [];
  const probing = steps.some((step) => step.do === "probe");
  const several = options.length > 1;
  const points = advice?.points ?? [];
  const lit = view === "left" ? {} : pick ? { marked: picked, onPick: pick } : { marked: points };
  return (
    <>
      <Sheet
        name={box.name}
        note={[box.enclosure, several ? null : "as it is joined now"].filter(Boolean).join(", ")}
        choice={
          several && (
            <Choice<View>
              label="Which state of the box is drawn"
              hidden
              options={options}
              value={view}
              onChange={choose}
            />
          )
        }
      >
        <BoxDrawing
          box={options.find(({ value }) => value === view)?.drawn ?? box}
          probes={probing && !pick && view !== "left" ? points : []}
          {...lit}
        />
      </Sheet>
      <Photographs job={job.call.id} place={box.place} name={box.name} />
    </>
  );
}
