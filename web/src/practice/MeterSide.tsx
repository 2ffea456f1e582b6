import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import type { SideProps } from "./HouseSide";

type Props = SideProps & {
  tool: string;
  setTool: (tool: string) => void;
  points: string[];
  /** How many points the tool takes. */
  wanted: number;
};

/** The meter: its dial, its display, and where the probes are. */
export function MeterSide({ exercise, busy, act, tool, setTool, points, wanted }: Props) {
  const last = exercise.acts.at(-1);
  const ready = points.length === wanted;
  const name = (point: string) =>
    exercise.boxes
      .flatMap(({ cables }) => cables.flatMap(({ wires }) => wires))
      .find((wire) => wire.point === point)?.name ?? point;
  return (
    <section
      aria-label="Your meter"
      className="grid content-start gap-3 rounded-lg border border-edge bg-sheet p-3"
    >
      <h2 className="font-bold">Your meter</h2>
      <p
        role="status"
        className="grid min-h-24 place-items-center rounded-md bg-plate px-3 text-center text-2xl font-bold text-engraved"
      >
        {last?.answer ?? "–"}
      </p>
      {last?.stopped && (
        <p role="alert" className="border-l-4 border-live pl-3">
          <b className="text-live">Stopped before it happened.</b> {last.stopped}
        </p>
      )}
      <Choice label="What it measures" options={exercise.tools} value={tool} onChange={setTool} hidden />
      <ol className="grid gap-1">
        {Array.from({ length: wanted }, (_, at) => (
          <li key={at}>
            <b>{wanted === 1 ? "At" : at === 0 ? "Red on" : "Black on"}</b>{" "}
            {points[at] ? name(points[at]) : <span className="text-quiet">tap a point in the box</span>}
          </li>
        ))}
      </ol>
      <Button kind="key" disabled={busy || !ready} onClick={() => act({ do: "probe", tool, at: points })}>
        Read it
      </Button>
    </section>
  );
}
