import { ChevronLeft } from "lucide-react";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { useDoing, useExercise, type Exercise } from "../api/practice";
import { BoxSide } from "../practice/BoxSide";
import { Claiming } from "../practice/Claiming";
import { houseName } from "../practice/drawn";
import { HouseSide } from "../practice/HouseSide";
import { MeterSide } from "../practice/MeterSide";
import { ReviewSheet } from "../practice/ReviewSheet";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";
import { Waiting } from "../ui/Waiting";

/** A practice house: the house on the left, what the hands are on in the middle, the meter on the right. */
export function ExerciseScreen() {
  const id = Number(useParams()["id"]);
  const exercise = useExercise(id);
  return (
    <Frame bare>
      <Notice error={exercise.data ? null : exercise.error} />
      {exercise.isPending && <Waiting words="Going to the house …" />}
      {exercise.data && <House exercise={exercise.data} />}
    </Frame>
  );
}

function House({ exercise }: { exercise: Exercise }) {
  const doing = useDoing(exercise.id);
  const [place, setPlace] = useState(exercise.at);
  const [tool, setTool] = useState(exercise.tools[0]?.value ?? "voltage");
  const [points, setPoints] = useState<string[]>([]);
  const [moving, setMoving] = useState(false);
  const busy = doing.act.isPending || doing.hint.isPending || doing.end.isPending;
  const wanted = moving ? 2 : (exercise.tools.find(({ value }) => value === tool)?.points ?? 2);
  const pick = (point: string) =>
    setPoints(
      points.includes(point) ? points.filter((one) => one !== point) : [...points, point].slice(-wanted),
    );
  const act: typeof doing.act.mutate = (step) => {
    setPoints([]);
    setMoving(false);
    doing.act.mutate(step);
  };
  const go = (next: string) => {
    setPlace(next);
    setPoints([]);
    setMoving(false);
  };
  const side = { exercise, place, busy, act };
  return (
    <>
      <Head exercise={exercise} />
      <Notice error={doing.act.error ?? doing.hint.error ?? doing.end.error} />
      {exercise.review && <ReviewSheet review={exercise.review} />}
      <div className="grid items-start gap-3 lg:grid-cols-[18rem_minmax(0,1fr)_18rem]">
        <HouseSide {...side} go={go}>
          <Claiming exercise={exercise} busy={busy} hint={() => doing.hint.mutate()} end={doing.end.mutate} />
        </HouseSide>
        <BoxSide {...side} points={points} pick={pick} moving={moving} setMoving={setMoving} />
        <MeterSide {...side} tool={tool} setTool={setTool} points={points} wanted={wanted} />
      </div>
    </>
  );
}

function Head({ exercise }: { exercise: Exercise }) {
  const stopped = exercise.acts.filter((act) => act.stopped).length;
  return (
    <div className="mb-2 flex flex-wrap items-center gap-x-4">
      <Link to="/practice" className="flex min-h-11 items-center gap-1">
        <ChevronLeft size={18} aria-hidden /> Practice
      </Link>
      <h1 className="text-xl font-bold">{houseName(exercise.level, exercise.seed)}</h1>
      <p className="flex flex-wrap gap-x-4 whitespace-nowrap sm:ml-auto">
        <span>
          <b>{exercise.minutes} min</b> on the clock
        </span>
        <span className="text-quiet">
          {exercise.hints_taken} {exercise.hints_taken === 1 ? "hint" : "hints"}
        </span>
        <span className={stopped > 0 ? "font-bold text-live" : "text-quiet"}>{stopped} unsafe, stopped</span>
      </p>
    </div>
  );
}
