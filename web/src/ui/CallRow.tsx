import { ChevronRight } from "lucide-react";
import { Link } from "react-router";
import type { Call } from "../api/client";
import { hourOf, type Forecast } from "./forecast";

const STATE: Record<Call["state"], { word: string; classes: string }> = {
  new: { word: "New", classes: "border-edge text-quiet" },
  open: { word: "Under way", classes: "border-copper text-copper" },
  solved: { word: "Proved", classes: "border-dead text-dead" },
  stopped: { word: "Stopped", classes: "border-doubt text-doubt border-dashed" },
  damaged: { word: "Cannot be read", classes: "border-live text-live" },
};

const CLOSED = { word: "Closed", classes: "border-edge text-quiet" };

/** A call in a list: when, what, where, and how far it has come. */
export function CallRow({
  call,
  day = false,
  bare = false,
  plan,
}: {
  call: Call;
  day?: boolean;
  /** Whether it stands below its house, which is not named again. */
  bare?: boolean;
  plan?: Forecast | undefined;
}) {
  const state = call.closed_on ? CLOSED : STATE[call.state];
  return (
    <Link
      to={`/jobs/${call.id}`}
      className="grid grid-cols-[4.5rem_1fr_auto] items-start gap-x-4 rounded-lg border border-edge bg-sheet p-4 hover:border-ink"
    >
      <div>
        <div className="font-mono text-xl font-bold">{call.time || "—"}</div>
        {day && <div className="text-sm text-quiet">{short(call.day)}</div>}
      </div>
      <div className="min-w-0">
        <div className="text-lg font-bold">{call.title}</div>
        {call.left && <p className="font-bold text-copper">Left so: {call.left}.</p>}
        {!bare && (
          <div className="text-quiet">
            {call.house.name}, {call.house.street}
          </div>
        )}
        <p className="mt-1">{call.complaint}</p>
        {plan && (
          <p className="mt-1 text-sm tabular-nums">
            {hourOf(plan.start)} to {hourOf(plan.end)}, about {plan.end - plan.start} min
            {plan.late && <b className="text-live">, later than promised</b>}
          </p>
        )}
        {!bare && call.house.note && <p className="mt-1 text-sm text-quiet">{call.house.note}</p>}
        {call.last && (
          <p className="mt-1 text-sm">
            Last: {call.last} ({call.steps} steps)
          </p>
        )}
      </div>
      <div className="flex items-center gap-2">
        <span className={`rounded border-2 px-2 py-0.5 text-sm font-bold whitespace-nowrap ${state.classes}`}>
          {state.word}
        </span>
        <ChevronRight aria-hidden className="hidden sm:block" />
      </div>
    </Link>
  );
}

/** A day in short, with its year where that is not this one. */
function short(day: string): string {
  const date = new Date(`${day}T12:00`);
  const year = date.getFullYear() === new Date().getFullYear() ? undefined : ("numeric" as const);
  return date.toLocaleDateString(undefined, { day: "numeric", month: "short", ...(year && { year }) });
}
