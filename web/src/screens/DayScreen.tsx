import { ChevronRight } from "lucide-react";
import { Link } from "react-router";
import type { Call } from "../api/client";
import { useDay } from "../api/queries";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";

const STATE: Record<Call["state"], { word: string; classes: string }> = {
  new: { word: "New", classes: "border-edge text-quiet" },
  open: { word: "Under way", classes: "border-copper text-copper" },
  solved: { word: "Proved", classes: "border-dead text-dead" },
  stopped: { word: "Stopped", classes: "border-doubt text-doubt border-dashed" },
  damaged: { word: "Cannot be read", classes: "border-live text-live" },
};

export function DayScreen() {
  const day = useDay();
  const calls = day.data?.calls ?? [];
  return (
    <Frame
      aside={
        <Link
          to="/calls/new"
          className="flex min-h-11 items-center rounded-md border-2 border-edge bg-sheet px-4 font-bold"
        >
          New call
        </Link>
      }
    >
      <div className="mx-auto max-w-4xl">
        <h1 className="mt-2 mb-4 text-2xl font-bold">Today’s calls</h1>
        <Notice error={day.error} />
        {day.isSuccess && calls.length === 0 && (
          <p className="max-w-prose text-quiet">
            No calls yet. A call starts with where the switches are and where the light is; what the boxes
            hold is written down when they are open. “New call” starts one.
          </p>
        )}
        <ol className="grid gap-3">
          {calls.map((call) => (
            <li key={call.id}>
              <CallRow call={call} />
            </li>
          ))}
        </ol>
        <p className="mt-8 max-w-prose text-sm text-quiet">
          Dielectra is a careful colleague, not a license. Local codes, permits and licensed practice come
          first; no work on live parts; stop at scorched copper, aluminum branch wiring, water, or wires of
          unknown circuits.
        </p>
      </div>
    </Frame>
  );
}

function CallRow({ call }: { call: Call }) {
  const state = STATE[call.state];
  return (
    <Link
      to={`/jobs/${call.id}`}
      className="grid grid-cols-[4.5rem_1fr_auto] items-start gap-x-4 rounded-lg border border-edge bg-sheet p-4 hover:border-ink"
    >
      <div className="font-mono text-xl font-bold">{call.time || "—"}</div>
      <div className="min-w-0">
        <div className="text-lg font-bold">{call.title}</div>
        <div className="text-quiet">
          {call.house.name}, {call.house.street}
        </div>
        <p className="mt-1">{call.complaint}</p>
        {call.house.note && <p className="mt-1 text-sm text-quiet">{call.house.note}</p>}
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
