import { CircleDashed, LockKeyhole, MapPin, Power as PowerIcon, TriangleAlert, Zap } from "lucide-react";
import { useEffect, useRef } from "react";
import type { Job, Stop } from "../api/client";

const LIVE = "bg-live-wash text-live border-live hatched-live";
const DOUBT = "bg-doubt-wash text-doubt border-doubt border-dashed dotted-doubt";
const DEAD = "bg-dead-wash text-dead border-dead";

const LOOK: Record<Stop["state"], { classes: string; Icon: typeof Zap }> = {
  on: { classes: LIVE, Icon: Zap },
  powered: { classes: LIVE, Icon: Zap },
  live: { classes: LIVE, Icon: Zap },
  tripped: { classes: DOUBT, Icon: TriangleAlert },
  unknown: { classes: DOUBT, Icon: CircleDashed },
  unproved: { classes: DOUBT, Icon: CircleDashed },
  off: { classes: DEAD, Icon: PowerIcon },
  dead: { classes: `${DEAD} border-[3px]`, Icon: LockKeyhole },
};

type Props = { job: Job; shown: string | null; show: (place: string) => void };

/**
 * The way the circuit most likely takes through the house, with what is on, off and proved dead: in words, in shape and in color,
 * on every screen of a job. Tapping a stop shows its box.
 */
export function HouseLine({ job, shown, show }: Props) {
  const trunk = job.line.filter((stop) => !stop.branch);
  const branches = job.line.filter((stop) => stop.branch);
  const here = useRef<HTMLLIElement>(null);
  const at = job.line.find((stop) => stop.here)?.place;
  useEffect(() => {
    const item = here.current;
    const line = item?.parentElement;
    if (item && line) line.scrollLeft = item.offsetLeft - line.clientWidth / 2 + item.clientWidth / 2;
  }, [at]);
  return (
    <section aria-label="Power" className="sticky top-0 z-10 -mx-4 bg-wall px-4 pt-1 pb-2 lg:-mx-6 lg:px-6">
      <p className="sr-only">{job.power.sentence}</p>
      <ol className="relative flex items-start overflow-x-auto pb-1">
        {trunk.map((stop) => (
          <li
            key={stop.place}
            ref={stop.here ? here : undefined}
            className={`flex shrink-0 items-start ${stop.run ? "grow" : ""}`}
          >
            {stop.run && <Run run={stop.run} />}
            <div className="grid gap-1">
              <Tile stop={stop} shown={shown === stop.place} show={show} />
              {branches
                .filter((branch) => branch.run?.from === stop.place)
                .map((branch) => (
                  <div key={branch.place} className="flex items-center gap-1">
                    <Hang run={branch.run} />
                    <Tile stop={branch} shown={shown === branch.place} show={show} small />
                  </div>
                ))}
            </div>
          </li>
        ))}
        {branches
          .filter((branch) => !trunk.some((stop) => stop.place === branch.run?.from))
          .map((branch) => (
            <li key={branch.place} className="flex shrink-0 items-start">
              {branch.run && <Run run={branch.run} />}
              <Tile stop={branch} shown={shown === branch.place} show={show} />
            </li>
          ))}
      </ol>
    </section>
  );
}

type Wiring = NonNullable<Stop["run"]>;

/** How a run looks that a short may lie in. */
const FAULT = {
  cleared: { line: "border-dead", words: "text-dead" },
  suspect: { line: "border-dotted border-live", words: "text-live" },
  bad: { line: "border-double border-live", words: "text-live" },
};

const fault = ({ state, percent }: NonNullable<Wiring["fault"]>) =>
  state === "cleared" ? "cleared" : `${state === "bad" ? "bad" : "short?"} ${percent ?? ""}`;

/** A run between two stops: solid where known, dashed where only likely, with what lies in it. */
function Run({ run }: { run: Wiring }) {
  return (
    <div className="grid min-w-9 grow justify-items-stretch pt-1 text-center text-xs text-quiet">
      <span className="h-4 whitespace-nowrap">{run.type ?? ""}</span>
      <span
        className={`border-t-4 ${run.known ? "" : "border-dashed"} ${run.fault ? FAULT[run.fault.state].line : run.known ? "border-ink" : "border-quiet"}`}
        aria-hidden
      />
      {run.fault ? (
        <span className={`h-4 px-1 font-bold whitespace-nowrap ${FAULT[run.fault.state].words}`}>
          {fault(run.fault)}
        </span>
      ) : (
        <span className="h-4 whitespace-nowrap">
          {run.percent && <span className="sr-only">likely, </span>}
          {run.percent ?? ""}
        </span>
      )}
    </div>
  );
}

function Hang({ run }: { run: Stop["run"] }) {
  return (
    <span className="flex items-center text-xs text-quiet">
      <span
        aria-hidden
        className={`mr-1 h-6 w-4 rounded-bl-md border-b-4 border-l-4 ${run?.known ? "border-ink" : "border-dashed border-quiet"}`}
      />
      {run?.fault ? (
        <b className={FAULT[run.fault.state].words}>{fault(run.fault)}</b>
      ) : (
        (run?.type ?? run?.percent)
      )}
    </span>
  );
}

type TileProps = { stop: Stop; shown: boolean; show: Props["show"]; small?: boolean };

function Tile({ stop, shown, show, small }: TileProps) {
  const { classes, Icon } = LOOK[stop.state];
  return (
    <button
      type="button"
      title={stop.sentence}
      aria-pressed={shown}
      onClick={() => show(stop.place)}
      className={`flex cursor-pointer items-center gap-2 rounded-lg border-2 px-3 text-left ${small ? "min-h-11 py-1" : "min-h-14 py-1.5"} ${classes} ${shown ? "outline-2 outline-offset-1 outline-ink" : ""}`}
    >
      <Icon size={20} aria-hidden className="shrink-0" />
      <span className="leading-tight">
        <span className="block text-sm whitespace-nowrap">
          {capital(stop.name)}, {stop.what}
        </span>
        <b className="block whitespace-nowrap">{stop.word}</b>
      </span>
      {stop.here && (
        <MapPin
          size={18}
          aria-label="you are here"
          className="shrink-0"
          fill="currentColor"
          stroke="var(--wall)"
        />
      )}
    </button>
  );
}

const capital = (name: string) => name.charAt(0).toUpperCase() + name.slice(1);
