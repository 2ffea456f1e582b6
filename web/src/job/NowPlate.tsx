import { Check, ShieldAlert, Square, SquareDot, TriangleAlert } from "lucide-react";
import { useLayoutEffect, useRef, useState } from "react";
import type { Advice, Answer, Job, Step } from "../api/client";
import { onPlate } from "../steps";
import { EachLoad } from "../steps/EachLoad";
import { Elsewhere, tellsLoads, withAlso, type Also } from "../steps/Elsewhere";
import { useAloud, useDoubleTap } from "../ui/handsFree";
import { Plate } from "../ui/Plate";
import { Terms } from "../ui/Terms";
import { TextButton } from "../ui/TextButton";
import { Answers, Together } from "./Answers";
import type { Aside } from "./aside";
import { Chooser } from "./Chooser";
import { Ended } from "./Ended";
import { HabitLines } from "./HabitLines";
import { Moves } from "./Moves";
import { RuleNotes } from "./RuleNotes";
import { noted, Standing, type Stands } from "./Standing";
import { minutes } from "./words";

type Props = {
  job: Job;
  advice: Advice | null;
  busy: boolean;
  take: (steps: Step[]) => void;
  aside: Aside | null;
  set: (aside: Aside | null) => void;
  /** Where a form beside the plate puts its main button. */
  slot: (element: HTMLElement | null) => void;
};

/** The next step, or how the job ended: the first thing the eye finds. */
export function NowPlate({ job, advice, busy, take, aside, set, slot }: Props) {
  return (
    <Plate label="Now">
      {job.conclusion && !advice ? (
        <Ended job={job} />
      ) : (
        advice && (
          <>
            {aside?.reason && (
              <p
                role="status"
                className="mb-3 flex items-start gap-2 rounded-md border-2 border-key px-3 py-2 font-bold"
              >
                <ShieldAlert size={22} aria-hidden className="shrink-0 text-key" /> {aside.reason} First:
              </p>
            )}
            <Doing key={`${job.version}${advice.title}`} job={job} advice={advice} busy={busy} take={take} />
            <div ref={slot} className="mt-3 grid gap-3 empty:hidden" />
            <div className="mt-auto grid gap-1 pt-3">
              {advice.purpose && <p className="text-sm text-engraved-quiet">{advice.purpose}</p>}
              <Chooser job={job} busy={busy} aside={aside} set={set} />
            </div>
          </>
        )
      )}
    </Plate>
  );
}

function Doing({ job, advice, busy, take: send }: Pick<Props, "job" | "busy" | "take"> & { advice: Advice }) {
  const [also, setAlso] = useState<Also>({});
  const take = (steps: Step[]) => send(withAlso(steps, also));
  const choices = [advice, ...advice.parts].flatMap((part) => part.choices);
  const looking = job.steps.length > 0 && choices.some(({ answer }) => tellsLoads(answer));
  const title = useRef<HTMLHeadingElement>(null);
  // The next step takes the focus and is announced, unless somebody is typing.
  useLayoutEffect(() => {
    const typing = document.activeElement?.matches("input, textarea, select");
    if (job.steps.length > 0 && !typing) title.current?.focus({ preventScroll: true });
  }, [job.steps.length]);
  const [stands, setStands] = useState<Stands>({});
  const answer = (given: Answer) => take([...noted(stands), { ...advice.step, answer: given }]);
  useAloud([advice.title, advice.detail, advice.caution].filter(Boolean).join(". "));
  const [likeliest] = [...advice.choices].sort((one, other) => (other.share ?? 0) - (one.share ?? 0));
  useDoubleTap(() => {
    if (likeliest && !busy && advice.parts.length === 0) answer(likeliest.answer);
  });
  const OnPlate = onPlate[advice.step.do];
  // Each reading of a row takes its own number.
  const probes = advice.parts.some((part) => part.step.do === "probe");
  return (
    <div className="grid gap-3">
      <p className="flex gap-x-3 text-sm text-engraved-quiet">
        <span>Now{advice.goal && <> · on the way to {advice.goal}</>}</span>
        <span className="ml-auto whitespace-nowrap">{minutes(advice.minutes)}</span>
      </p>
      <h2
        ref={title}
        tabIndex={-1}
        aria-live="polite"
        className="text-step font-bold text-balance"
        style={{ outline: "none" }}
      >
        {advice.title}
      </h2>
      <Checklist items={advice.checklist} />
      {advice.detail && (
        <p>
          <Terms words={advice.detail} />
        </p>
      )}
      {advice.caution && (
        <p className="flex items-start gap-2 font-bold text-key">
          <TriangleAlert size={22} aria-hidden className="mt-0.5 shrink-0" /> {advice.caution}
        </p>
      )}
      {advice.moves.length > 0 && (
        <>
          <Moves moves={advice.moves} />
          {advice.how.length > 0 && (
            <ul className="grid gap-0.5 text-sm">
              {advice.how.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          )}
          <HabitLines />
        </>
      )}
      {advice.moves.length === 0 && advice.how.length > 0 && (
        <details className="text-sm">
          <summary className="min-h-11 cursor-pointer content-center underline">How it is done well</summary>
          <ul className="grid list-disc gap-1 pl-5">
            {advice.how.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </details>
      )}
      {(advice.rules ?? []).length > 0 && (
        <details className="text-sm">
          <summary className="min-h-11 cursor-pointer content-center underline">
            {advice.rules?.length === 1 ? "A rule" : `${advice.rules?.length} rules`} to look at here
          </summary>
          <RuleNotes notes={advice.rules ?? []} />
        </details>
      )}
      {advice.parts.length > 0 ? (
        <Together job={job} parts={advice.parts} busy={busy} take={take} />
      ) : (
        <>
          {advice.step.do === "watch" && <Standing job={job} busy={busy} stands={stands} set={setStands} />}
          {advice.step.do === "watch" && (
            <EachLoad job={job} step={advice.step} busy={busy} onAnswer={answer} />
          )}
          <Answers choices={advice.choices} busy={busy} keys onAnswer={answer} />
        </>
      )}
      {looking && <Elsewhere busy={busy} also={also} set={setAlso} />}
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        {OnPlate && !probes && <OnPlate job={job} step={advice.step} busy={busy} onAnswer={answer} />}
        {advice.parts.length > 0 && advice.step.do === "set" && (
          <TextButton disabled={busy} onClick={() => answer({ ok: true })}>
            Thrown, didn’t look
          </TextButton>
        )}
        <Doubt busy={busy} onAnswer={answer} />
      </div>
    </div>
  );
}

const TICKS = { done: Check, now: SquareDot, later: Square };

function Checklist({ items }: { items: Advice["checklist"] }) {
  if (items.length === 0) return null;
  return (
    <ol className="grid gap-1">
      {items.map(({ title, state }) => {
        const Tick = TICKS[state];
        return (
          <li
            key={title}
            aria-current={state === "now" ? "step" : undefined}
            className={`flex items-center gap-2 ${state === "now" ? "font-bold" : "text-engraved-quiet"}`}
          >
            <Tick size={20} aria-label={state} className={`shrink-0 ${state === "now" ? "text-key" : ""}`} />{" "}
            {title}
          </li>
        );
      })}
    </ol>
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
