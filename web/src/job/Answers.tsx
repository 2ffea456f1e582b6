import { useState } from "react";
import type { Advice, Answer, Job, Step } from "../api/client";
import { EachLoad } from "../steps/EachLoad";
import { ReadNumber } from "../steps/ReadNumber";
import { useKey } from "../ui/keys";

type Choice = Advice["choices"][number];

type TogetherProps = { job: Job; parts: Advice["parts"]; busy: boolean; take: (steps: Step[]) => void };

/** Steps that are done in one go: what each shows is tapped, and all are written down with the last. */
export function Together({ job, parts, busy, take }: TogetherProps) {
  const [given, setGiven] = useState<Record<number, Answer>>({});
  const asked = parts.map((part, index) => ({ part, index })).filter(({ part }) => part.answer === undefined);
  const unread = asked.find(({ part, index }) => part.step.do === "probe" && !(index in given))?.index;
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
          {part.step.do === "watch" && (
            <EachLoad job={job} step={part.step} busy={busy} onAnswer={(answer) => give(index, answer)} />
          )}
          <Answers
            choices={part.choices}
            busy={busy}
            keys={asked.length === 1}
            given={given[index]}
            onAnswer={(answer) => give(index, answer)}
          />
          {part.step.do === "probe" && (
            <ReadNumber
              job={job}
              step={part.step}
              busy={busy}
              metered={index === unread}
              onAnswer={(answer) => give(index, answer)}
            />
          )}
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
export function Answers({ choices, busy, keys, given, onAnswer }: AnswersProps) {
  useKey("1,2,3,4,5,6,7,8,9", (key) => {
    const choice = keys ? choices[Number(key) - 1] : undefined;
    if (choice && !busy) onAnswer(choice.answer);
  });
  if (choices.length === 0) return null;
  const brief = choices.every(({ label, meaning, percent }) => label.length < 10 && !meaning && !percent);
  const columns = brief ? "grid-cols-2" : choices.length > 3 ? "sm:grid-cols-2" : "";
  return (
    <div className={`grid gap-2 ${columns}`}>
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
