import { CircleDashed, LockKeyhole, Power as PowerIcon, TriangleAlert, Zap } from "lucide-react";
import type { Power } from "../api/client";

type State = Power["state"] | Power["boxes"][number]["state"];

const LOOK: Record<State, { classes: string; word: string; Icon: typeof Zap }> = {
  on: { classes: "bg-live-wash text-live border-live hatched-live", word: "Power on", Icon: Zap },
  powered: { classes: "bg-live-wash text-live border-live hatched-live", word: "Power on", Icon: Zap },
  live: { classes: "bg-live-wash text-live border-live hatched-live", word: "Still live", Icon: Zap },
  tripped: {
    classes: "bg-doubt-wash text-doubt border-doubt border-dashed dotted-doubt",
    word: "Tripped",
    Icon: TriangleAlert,
  },
  unknown: {
    classes: "bg-doubt-wash text-doubt border-doubt border-dashed dotted-doubt",
    word: "Not known",
    Icon: CircleDashed,
  },
  unproved: {
    classes: "bg-doubt-wash text-doubt border-doubt border-dashed dotted-doubt",
    word: "Not proved",
    Icon: CircleDashed,
  },
  off: { classes: "bg-dead-wash text-dead border-dead", word: "Breaker off", Icon: PowerIcon },
  dead: {
    classes: "bg-dead-wash text-dead border-dead border-[3px]",
    word: "Proved dead",
    Icon: LockKeyhole,
  },
};

/** What is on, what is off, what is proved dead: in words, in shape and in color, on every screen of a job. */
export function PowerStrip({ power }: { power: Power }) {
  return (
    <section aria-label="Power" className="sticky top-0 z-10 flex flex-wrap gap-2 bg-wall py-2">
      <Tile
        state={power.state}
        title={power.breakers.map((breaker) => breaker.id).join(", ")}
        sentence={power.sentence}
        wide
      />
      {power.boxes.map((box) => (
        <Tile key={box.place} state={box.state} title={box.name} sentence={box.sentence} />
      ))}
    </section>
  );
}

function Tile({
  state,
  title,
  sentence,
  wide,
}: {
  state: State;
  title: string;
  sentence: string;
  wide?: boolean;
}) {
  const { classes, word, Icon } = LOOK[state];
  return (
    <div
      title={sentence}
      className={`flex min-w-0 items-center gap-2 rounded-md border-2 px-3 py-1.5 ${classes} ${wide ? "w-full sm:w-auto sm:flex-1" : "min-w-26 flex-1 sm:flex-none"}`}
    >
      <Icon size={20} aria-hidden className={`shrink-0 ${wide ? "" : "max-sm:hidden"}`} />
      <div className="min-w-0 leading-tight">
        <div className="text-sm">{title}</div>
        <div className="font-bold">{word}</div>
      </div>
      {wide && (
        <p className="ml-auto hidden max-w-80 text-right text-sm leading-tight sm:block">{sentence}</p>
      )}
    </div>
  );
}
