import { useEffect, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useAnswerDrills, useDrills, type Drills } from "../api/practice";
import { drawn } from "../practice/drawn";
import { Button } from "../ui/Button";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";
import { Waiting } from "../ui/Waiting";
import { BoxDrawing } from "../wiring/BoxDrawing";

const SECONDS = 90;

/** Ten quick questions in ninety seconds, then what was right and why. */
export function DrillScreen() {
  const seed = Number(useParams()["seed"]);
  const drills = useDrills(seed);
  return (
    <Frame>
      <div className="mx-auto max-w-3xl">
        <Notice error={drills.error} />
        {drills.isPending && <Waiting words="Drawing ten boxes …" />}
        {drills.data && <Round key={seed} {...drills.data} />}
      </div>
    </Frame>
  );
}

function Round({ seed, questions }: Drills) {
  const answer = useAnswerDrills();
  const [chosen, setChosen] = useState<number[]>([]);
  const [started] = useState(() => Date.now());
  const [now, setNow] = useState(started);
  const left = Math.max(SECONDS - Math.floor((now - started) / 1000), 0);
  const over = answer.isSuccess || answer.isPending;
  const finish = (all: number[]) => {
    if (over) return;
    const seconds = Math.min((Date.now() - started) / 1000, SECONDS);
    answer.mutate({ seed, seconds, chosen: questions.map((_, at) => all[at] ?? null) });
  };
  useEffect(() => {
    if (over) return;
    const tick = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(tick);
  }, [over]);
  useEffect(() => {
    if (left === 0) finish(chosen);
  });
  if (answer.data) return <Marked questions={questions} chosen={chosen} marks={answer.data.marks} />;
  const at = Math.min(chosen.length, questions.length - 1);
  const shown = questions[at];
  if (!shown) return null;
  const { question, box, options } = shown;
  const choose = (value: number) => {
    const all = [...chosen, value];
    setChosen(all);
    if (all.length === questions.length) finish(all);
  };
  return (
    <section aria-label="Question">
      <p className="flex justify-between text-quiet">
        <span>
          {at + 1} of {questions.length}
        </span>
        <b role="timer" className={left <= 15 ? "text-copper" : ""}>
          {left} s
        </b>
      </p>
      <Notice error={answer.error} />
      <h1 className="my-3 text-step font-bold">{question}</h1>
      {box && (
        <div className="mb-3 max-w-xl rounded-lg border border-edge bg-sheet p-3">
          <BoxDrawing box={box} />
        </div>
      )}
      <div className="grid gap-2 sm:grid-cols-2">
        {options.map(({ value, words }) => (
          <Button key={`${at} ${value}`} kind="key" disabled={over} onClick={() => choose(value)}>
            <span className="block first-letter:uppercase">{words}</span>
          </Button>
        ))}
      </div>
    </section>
  );
}

type Result = {
  questions: Drills["questions"];
  chosen: number[];
  marks: { right: boolean; answer: string; because: string }[];
};

function Marked({ questions, chosen, marks }: Result) {
  const go = useNavigate();
  return (
    <section aria-label="Result">
      <h1 className="text-2xl font-bold">
        {marks.filter(({ right }) => right).length} of {marks.length} right
      </h1>
      <ol className="my-4 grid gap-2">
        {marks.map(({ right, answer, because }, at) => (
          <li key={at} className={`border-l-4 pl-3 ${right ? "border-edge" : "border-copper"}`}>
            <p className="text-quiet">{questions[at]?.question}</p>
            <p>
              <b className="inline-block first-letter:uppercase">{answer}.</b>{" "}
              {right ? "Right." : chosen[at] === undefined ? "Not reached." : because}
            </p>
          </li>
        ))}
      </ol>
      <div className="flex flex-wrap items-center gap-4">
        <Button kind="key" onClick={() => void go(`/practice/drills/${drawn()}`)}>
          Ten more
        </Button>
        <Link to="/practice" className="flex min-h-11 items-center underline">
          Back to practice
        </Link>
      </div>
    </section>
  );
}
