import { useState } from "react";
import { Link } from "react-router";
import type { Call } from "../api/client";
import { useDay } from "../api/queries";
import { CallRow } from "../ui/CallRow";
import { Van } from "../ui/Van";
import { named } from "../ui/days";
import { BackupNotice } from "../ui/BackupNotice";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";
import { SearchField } from "../ui/SearchField";
import { Waiting } from "../ui/Waiting";

/** Rows shown before one asks for more. */
const MOST = 60;

const OVER = ["solved", "stopped"];

export function DayScreen() {
  const day = useDay();
  const [wanted, setWanted] = useState("");
  const [all, setAll] = useState(false);
  const calls = (day.data?.calls ?? []).filter((call) => fits(call, wanted));
  const today = day.data?.today ?? "";
  const parts = sections(calls, today);
  return (
    <Frame>
      <div className="mx-auto max-w-4xl">
        <div className="mb-4 flex flex-wrap items-center gap-3">
          <h1 className="text-2xl font-bold">Day</h1>
          <SearchField
            label="Search by street, name, symptom or code"
            placeholder="street, name, symptom, code"
            value={wanted}
            onChange={setWanted}
          />
          <Link
            to="/calls/new"
            className="flex min-h-12 items-center rounded-md bg-key px-5 font-bold text-key-ink"
          >
            New call
          </Link>
        </div>
        <BackupNotice state={day.data?.backup} />
        <Notice error={day.error} />
        {day.isPending && <Waiting words="Reading the day …" />}
        {day.isSuccess && calls.length === 0 && (
          <p className="max-w-prose text-quiet">
            {wanted
              ? `No call fits “${wanted}”.`
              : "No calls yet. A call starts with where the switches are and where the light is; what the boxes hold is written down when they are open. “New call” starts one."}
          </p>
        )}
        {!wanted && day.data && <Van van={day.data.van} />}
        {parts.map(({ title, calls: rows }) => (
          <section key={title} aria-label={title} className="mb-6">
            <h2 className="mb-2 font-bold first-letter:uppercase">{title}</h2>
            <Calls calls={rows.slice(0, all ? undefined : MOST)} days={dated(title)} />
          </section>
        ))}
        {!all && parts.some(({ calls: rows }) => rows.length > MOST) && (
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

/** Sections that hold calls of more than one day. */
const dated = (title: string) => ["Open from before", "Done"].includes(title);

function Calls({ calls, days }: { calls: Call[]; days: boolean }) {
  return (
    <ol className="grid gap-3">
      {calls.map((call) => (
        <li key={call.id}>
          <CallRow call={call} day={days} />
        </li>
      ))}
    </ol>
  );
}

type Section = { title: string; calls: Call[] };

/** Calls by day: what is open from before, today, the days to come, and what is done. */
function sections(calls: Call[], today: string): Section[] {
  const over = (call: Call) => OVER.includes(call.state) || Boolean(call.closed_on);
  const open = calls.filter((call) => !over(call)).sort(byTime);
  const days = [...new Set(open.map(({ day }) => day))].filter((day) => day >= today).sort();
  const done = calls.filter(over).sort((one, other) => byTime(other, one));
  return [
    { title: "Open from before", calls: open.filter(({ day }) => day < today) },
    ...days.map((day) => ({ title: named(day, today), calls: open.filter((call) => call.day === day) })),
    { title: "Done", calls: done },
  ].filter((section) => section.calls.length > 0);
}

const byTime = (one: Call, other: Call) =>
  `${one.day} ${one.time || "24"}`.localeCompare(`${other.day} ${other.time || "24"}`) || one.id - other.id;

/** Whether every word is found somewhere in the call. */
function fits(call: Call, wanted: string): boolean {
  const { house } = call;
  const said = [call.code, call.title, call.complaint, house.name, house.street, house.town];
  const text = said.join(" ").toLowerCase();
  return wanted
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
