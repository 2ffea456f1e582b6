import { Check, Square, SquareDot, TriangleAlert } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import type { Advice, Answer, Job, Step } from "../api/client";
import { useInstead } from "../api/queries";
import { onPlate } from "../steps";
import { useKey } from "../ui/keys";
import { More } from "../ui/More";
import { Plate } from "../ui/Plate";
import { TextButton } from "../ui/TextButton";
import { Ended } from "./Ended";
import { Moves } from "./Moves";
import { minutes } from "./words";

type Props = {
  job: Job;
  advice: Advice | null;
  busy: boolean;
  take: (steps: Step[]) => void;
  /** Whether the step was chosen instead of the next one. */
  chosen: boolean;
  choose: (advice: Advice | null) => void;
  /** Where a form beside the plate puts its main button. */
  slot: (element: HTMLElement | null) => void;
};

type Choice = Advice["choices"][number];

/** The next step, or how the job ended: the first thing the eye finds. */
export function NowPlate({ job, advice, busy, take, chosen, choose, slot }: Props) {
  return (
    <Plate label="Now">
      {job.conclusion && !advice ? (
        <Ended job={job} />
      ) : (
        advice && (
          <>
            <Doing key={`${job.version}${advice.title}`} job={job} advice={advice} busy={busy} take={take} />
            <div ref={slot} className="mt-3 grid gap-3 empty:hidden" />
            <div className="mt-auto grid gap-1 pt-3">
              {advice.purpose && <p className="text-sm text-engraved-quiet">{advice.purpose}</p>}
              <Instead job={job} advice={advice} busy={busy} chosen={chosen} choose={choose} />
            </div>
          </>
        )
      )}
    </Plate>
  );
}

/** Other things that were thought of, each with what it would cost; and the way back from one of them. */
function Instead({ job, busy, chosen, choose }: Omit<Props, "take" | "slot">) {
  const [asked, setAsked] = useState(false);
  const others = useInstead(job.call.id, job.version, asked);
  const next = job.next;
  if (!next) return null;
  if (chosen) {
    return (
      <TextButton onClick={() => choose(null)} className="justify-self-start">
        Back to the step that is best
      </TextButton>
    );
  }
  return (
    <More className="border-engraved-quiet" label="Something else …" onOpen={setAsked}>
      {others.isPending && <p className="text-sm text-engraved-quiet">Weighing what else could be done …</p>}
      <ul className="grid gap-1">
        {others.data?.map((advice, index) => (
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

function Doing({ job, advice, busy, take }: Pick<Props, "job" | "busy" | "take"> & { advice: Advice }) {
  const title = useRef<HTMLHeadingElement>(null);
  // The next step takes the focus and is announced, unless somebody is typing.
  useEffect(() => {
    if (job.steps.length > 0 && !(document.activeElement instanceof HTMLInputElement))
      title.current?.focus({ preventScroll: true });
  }, [job.steps.length]);
  const answer = (given: Answer) => take([{ ...advice.step, answer: given }]);
  const OnPlate = onPlate[advice.step.do];
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
      {advice.detail && <p>{advice.detail}</p>}
      {advice.caution && (
        <p className="flex items-start gap-2 font-bold text-key">
          <TriangleAlert size={22} aria-hidden className="mt-0.5 shrink-0" /> {advice.caution}
        </p>
      )}
      {advice.moves.length > 0 && <Moves moves={advice.moves} />}
      {advice.parts.length > 0 ? (
        <Together parts={advice.parts} busy={busy} take={take} />
      ) : (
        <Answers choices={advice.choices} busy={busy} keys onAnswer={answer} />
      )}
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        {OnPlate && <OnPlate job={job} step={advice.step} busy={busy} onAnswer={answer} />}
        {advice.parts.length > 0 && advice.step.do === "set" && (
          <TextButton disabled={busy} onClick={() => answer({ ok: true })}>
            Only thrown
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

type TogetherProps = { parts: Advice["parts"]; busy: boolean; take: Props["take"] };

/** Steps that are done in one go: what each shows is tapped, and all are written down with the last. */
function Together({ parts, busy, take }: TogetherProps) {
  const [given, setGiven] = useState<Record<number, Answer>>({});
  const asked = parts.map((part, index) => ({ part, index })).filter(({ part }) => part.answer === undefined);
  const give = (index: number, answer: Answer) => {
    const all = { ...given, [index]: answer };
    setGiven(all);
    if (asked.every((one) => one.index in all)) {
      take(parts.map((part, at) => ({ ...part.step, answer: part.answer ?? all[at] }) as Step));
    }
  };
  return (
    <div className="grid gap-3">
      {asked.map(({ part, index }) => (
        <div key={index} className="grid gap-2">
          {(asked.length > 1 || parts.length > asked.length) && <h3 className="font-bold">{part.title}</h3>}
          <Answers
            choices={part.choices}
            busy={busy}
            keys={asked.length === 1}
            given={given[index]}
            onAnswer={(answer) => give(index, answer)}
          />
        </div>
      ))}
    </div>
  );
}

type AnswersProps = {
  choices: Choice[];
  busy: boolean;
  keys: boolean;
  given?: Answer | undefined;
  onAnswer: (answer: Answer) => void;
};

/** The answers as keys the size of a thumb, each with its number, its likelihood and what it would mean. */
function Answers({ choices, busy, keys, given, onAnswer }: AnswersProps) {
  useKey("1,2,3,4,5,6,7,8,9", (key) => {
    const choice = keys ? choices[Number(key) - 1] : undefined;
    if (choice && !busy) onAnswer(choice.answer);
  });
  if (choices.length === 0) return null;
  return (
    <div className={`grid gap-2 ${choices.length > 3 ? "sm:grid-cols-2" : ""}`}>
      {choices.map((choice, index) => (
        <button
          key={choice.label}
          type="button"
          disabled={busy}
          aria-pressed={given ? given === choice.answer : undefined}
          onClick={() => onAnswer(choice.answer)}
          className={`grid min-h-14 cursor-pointer grid-cols-[auto_1fr_auto] items-center gap-x-3 rounded-md px-4 py-1.5 text-left disabled:cursor-wait disabled:opacity-60 ${given && given !== choice.answer ? "border-2 border-key text-engraved" : "bg-key text-key-ink"}`}
        >
          {keys ? <kbd className="font-mono text-sm opacity-70">{index + 1}</kbd> : <span />}
          <span className="text-lg leading-tight font-bold">{choice.label}</span>
          {choice.percent && <span className="text-sm tabular-nums">{choice.percent}</span>}
          {choice.meaning && (
            <span className="col-span-2 col-start-2 text-sm leading-snug">{choice.meaning}</span>
          )}
        </button>
      ))}
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
