import { Download, TriangleAlert, Undo2 } from "lucide-react";
import { useState } from "react";
import type { Advice, Answer, Job, Step } from "../api/client";
import { below, onPlate } from "../steps";
import { useKey } from "../ui/keys";
import { KeysHelp } from "../ui/KeysHelp";
import { More } from "../ui/More";
import { Moves } from "./Moves";
import { Plate } from "../ui/Plate";
import { TextButton } from "../ui/TextButton";

type Chosen = { chosen: Advice | null; choose: (advice: Advice | null) => void };
type Props = { job: Job; busy: boolean; take: (step: Step) => void; undo: () => void };

/** The next step, or how the job ended: the first thing the eye finds. */
export function NowPlate({ job, busy, take, undo }: Props) {
  const canUndo = job.steps.length > 0;
  useKey("u", () => canUndo && !busy && undo());
  const [instead, setInstead] = useState<{ at: number; advice: Advice } | null>(null);
  const chosen = instead?.at === job.steps.length ? instead.advice : null;
  const choose = (advice: Advice | null) => setInstead(advice && { at: job.steps.length, advice });
  const advice = chosen ?? job.next;
  const Below = advice && below[advice.step.do];
  return (
    <div className="grid gap-2">
      <Plate label="Now">
        {job.conclusion ? (
          <Ended job={job} />
        ) : (
          advice && (
            <div className="grid gap-4">
              <Doing job={job} advice={advice} busy={busy} take={take} />
              <Instead job={job} busy={busy} chosen={chosen} choose={choose} />
            </div>
          )
        )}
      </Plate>
      {advice && Below && (
        <Below
          job={job}
          step={advice.step}
          busy={busy}
          onAnswer={(answer) => take({ ...advice.step, answer })}
        />
      )}
      <div className="no-print flex flex-wrap items-center gap-2">
        <button
          type="button"
          disabled={!canUndo || busy}
          onClick={undo}
          className="flex min-h-11 cursor-pointer items-center gap-2 rounded-md px-3 disabled:opacity-40"
        >
          <Undo2 size={18} aria-hidden /> Undo the last step
        </button>
        <a
          href={`/api/jobs/${job.call.id}/file`}
          download
          className="flex min-h-11 items-center gap-2 rounded-md px-3"
        >
          <Download size={18} aria-hidden /> Job file
        </a>
        <KeysHelp />
      </div>
    </div>
  );
}

/** Other things that were thought of, each with what it would cost; and the way back from one of them. */
function Instead({ job, busy, chosen, choose }: Omit<Props, "take" | "undo"> & Chosen) {
  const next = job.next;
  if (!next || job.instead.length === 0) return null;
  if (chosen) {
    return (
      <TextButton onClick={() => choose(null)} className="justify-self-start">
        Back to the step that is best
      </TextButton>
    );
  }
  return (
    <More className="border-engraved-quiet" label="Do something else">
      <ul className="grid gap-1">
        {job.instead.map((advice, index) => (
          <li key={index}>
            <button
              type="button"
              disabled={busy}
              onClick={() => choose(advice)}
              className="flex min-h-11 w-full cursor-pointer flex-wrap items-center gap-x-3 text-left"
            >
              <span className="underline decoration-1 underline-offset-4">{advice.title}</span>
              {advice.goal && <span className="text-sm text-engraved-quiet">to {advice.goal}</span>}
              {advice.ahead !== null && next.ahead !== null && (
                <span className="ml-auto text-sm whitespace-nowrap tabular-nums">
                  {longer(advice.ahead - next.ahead)}
                </span>
              )}
            </button>
          </li>
        ))}
      </ul>
    </More>
  );
}

/** How much longer the job is expected to take. */
function longer(more: number): string {
  return more < 0.5 ? "as good" : `${Math.round(more)} min more`;
}

function Doing({ job, advice, busy, take }: Omit<Props, "undo"> & { advice: Advice }) {
  const answer = (given: Answer) => take({ ...advice.step, answer: given });
  useKey("1,2,3,4,5,6,7,8,9", (key) => {
    const choice = advice.choices[Number(key) - 1];
    if (choice && !busy) answer(choice.answer);
  });
  const OnPlate = onPlate[advice.step.do];
  return (
    <div className="grid gap-3">
      <p className="flex gap-x-3 text-sm text-engraved-quiet">
        <span>Now{advice.goal && <> · on the way to {advice.goal}</>}</span>
        <span className="ml-auto whitespace-nowrap">{minutes(advice.minutes)}</span>
      </p>
      <h2 className="text-step font-bold text-balance">{advice.title}</h2>
      {advice.detail && <p className="max-w-prose">{advice.detail}</p>}
      {advice.caution && (
        <p className="flex max-w-prose items-start gap-2 font-bold text-key">
          <TriangleAlert size={22} aria-hidden className="mt-0.5 shrink-0" /> {advice.caution}
        </p>
      )}
      {advice.moves.length > 0 && <Moves moves={advice.moves} />}
      {advice.choices.length > 0 && (
        <div className="grid gap-2 sm:grid-cols-2">
          {advice.choices.map((choice, index) => (
            <button
              key={choice.label}
              type="button"
              disabled={busy}
              onClick={() => answer(choice.answer)}
              className="grid min-h-14 cursor-pointer grid-cols-[auto_1fr_auto] items-center gap-x-3 rounded-md bg-key px-4 py-2 text-left text-key-ink disabled:cursor-wait disabled:opacity-60"
            >
              <kbd className="font-mono text-sm opacity-70">{index + 1}</kbd>
              <span className="text-lg font-bold">{choice.label}</span>
              {choice.percent && <span className="text-sm tabular-nums">{choice.percent}</span>}
              {choice.meaning && (
                <span className="col-span-2 col-start-2 text-sm leading-snug">{choice.meaning}</span>
              )}
            </button>
          ))}
        </div>
      )}
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        {OnPlate && <OnPlate job={job} step={advice.step} busy={busy} onAnswer={answer} />}
        <Doubt busy={busy} onAnswer={answer} />
      </div>
      {advice.purpose && <p className="max-w-prose text-sm text-engraved-quiet">{advice.purpose}</p>}
    </div>
  );
}

function Doubt({ busy, onAnswer }: { busy: boolean; onAnswer: (answer: Answer) => void }) {
  return (
    <>
      <TextButton disabled={busy} onClick={() => onAnswer({ unsure: true })}>
        Not sure
      </TextButton>
      <TextButton disabled={busy} onClick={() => onAnswer({ cannot: "cannot be done" })}>
        Cannot do this
      </TextButton>
    </>
  );
}

function Ended({ job }: { job: Job }) {
  const [all, setAll] = useState(false);
  const conclusion = job.conclusion;
  if (!conclusion) return null;
  const solved = conclusion.status === "solved";
  const sentences = all ? conclusion.because : conclusion.because.slice(0, 3);
  return (
    <div className="grid gap-3">
      <p className="text-sm text-engraved-quiet">
        After {minutes(job.minutes)}, {job.steps.length} steps
      </p>
      <h2 className="text-step font-bold">{solved ? "Proved in every combination" : "Stop here"}</h2>
      {conclusion.why && <p className="max-w-prose">{sentence(conclusion.why)}</p>}
      <ul className="grid max-w-prose list-disc gap-1 pl-5">
        {sentences.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {conclusion.because.length > 3 && (
        <button
          type="button"
          className="min-h-11 cursor-pointer justify-self-start underline"
          onClick={() => setAll(!all)}
        >
          {all ? "Less" : "All findings"}
        </button>
      )}
      <Grounds grounding={conclusion.grounding} job={job} />
      {conclusion.refused && conclusion.refused.length > 0 && (
        <p className="max-w-prose">
          Left undone: {conclusion.refused.length === 1 ? "step" : "steps"} {conclusion.refused.join(", ")}.
        </p>
      )}
      {solved && (
        <p className="max-w-prose text-engraved-quiet">
          Then: off, proved dead, dressed and closed, on, and once more. Label the conductors before the cover
          plate goes back.
        </p>
      )}
    </div>
  );
}

const GROUNDS = {
  path: "a path to ground, measured",
  no_path: "no path to ground",
  not_measured: "ground not measured",
} as const;

/** Whether each opened box has a path to ground. */
function Grounds({ grounding, job }: { grounding?: Record<string, keyof typeof GROUNDS>; job: Job }) {
  const rows = Object.entries(grounding ?? {});
  if (rows.length === 0) return null;
  const name = (place: string) => job.boxes.find((box) => box.place === place)?.name ?? place;
  return (
    <dl className="grid max-w-prose grid-cols-[auto_1fr] gap-x-3 text-sm">
      {rows.map(([place, state]) => (
        <div key={place} className="contents">
          <dt className="font-bold">{name(place)}</dt>
          <dd>{GROUNDS[state]}</dd>
        </div>
      ))}
    </dl>
  );
}

function sentence(text: string): string {
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
}

function minutes(value: number): string {
  return value < 1 ? "under a minute" : `${Math.round(value)} min`;
}
