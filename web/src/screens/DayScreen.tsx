import { Search } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import type { Call } from "../api/client";
import { useDay } from "../api/queries";
import { CallRow } from "../ui/CallRow";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";

/** Rows shown before one asks for more. */
const MOST = 60;

const OVER = ["solved", "stopped"];

export function DayScreen() {
  const day = useDay();
  const [wanted, setWanted] = useState("");
  const [all, setAll] = useState(false);
  const calls = (day.data?.calls ?? []).filter((call) => fits(call, wanted));
  const open = calls.filter((call) => !OVER.includes(call.state));
  const over = calls.filter((call) => OVER.includes(call.state));
  return (
    <Frame>
      <div className="mx-auto max-w-4xl">
        <div className="mb-4 flex flex-wrap items-center gap-3">
          <h1 className="text-2xl font-bold">Today</h1>
          <label className="flex min-h-12 grow items-center gap-2 rounded-md border-2 border-edge bg-sheet px-3 sm:ml-auto sm:max-w-80">
            <Search size={18} aria-hidden />
            <span className="sr-only">Search by street, name or symptom</span>
            <input
              type="search"
              value={wanted}
              onChange={(event) => setWanted(event.target.value)}
              placeholder="street, name, symptom"
              className="min-w-0 grow bg-transparent outline-none"
            />
          </label>
          <Link
            to="/calls/new"
            className="flex min-h-12 items-center rounded-md bg-key px-5 font-bold text-key-ink"
          >
            New call
          </Link>
        </div>
        <Notice error={day.error} />
        {day.isSuccess && calls.length === 0 && (
          <p className="max-w-prose text-quiet">
            {wanted
              ? `No call fits “${wanted}”.`
              : "No calls yet. A call starts with where the switches are and where the light is; what the boxes hold is written down when they are open. “New call” starts one."}
          </p>
        )}
        <Calls calls={open.slice(0, all ? undefined : MOST)} />
        {over.length > 0 && (
          <>
            <h2 className="mt-6 mb-2 font-bold">Done</h2>
            <Calls calls={over.slice(0, all ? undefined : MOST)} />
          </>
        )}
        {!all && Math.max(open.length, over.length) > MOST && (
          <button
            type="button"
            onClick={() => setAll(true)}
            className="mt-3 min-h-12 cursor-pointer underline"
          >
            Show all {calls.length}
          </button>
        )}
        <p className="mt-8 max-w-prose text-sm text-quiet">
          Dielectra is a careful colleague, not a license. Local codes, permits and licensed practice come
          first; no work on live parts; stop at scorched copper, aluminum branch wiring, water, or wires of
          unknown circuits.
        </p>
      </div>
    </Frame>
  );
}

function Calls({ calls }: { calls: Call[] }) {
  return (
    <ol className="grid gap-3">
      {calls.map((call) => (
        <li key={call.id}>
          <CallRow call={call} />
        </li>
      ))}
    </ol>
  );
}

/** Whether every word is found somewhere in the call. */
function fits(call: Call, wanted: string): boolean {
  const { house } = call;
  const text = [call.title, call.complaint, house.name, house.street, house.town].join(" ").toLowerCase();
  return wanted
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
