import { ChevronDown, ChevronUp } from "lucide-react";
import { useState } from "react";
import { Link, useLocation } from "react-router";
import type { Call } from "../api/client";
import { useDeleting, useOrder } from "../api/calls";
import { useDay } from "../api/queries";
import { CallRow } from "../ui/CallRow";
import { Van } from "../ui/Van";
import { named } from "../ui/days";
import { forecast } from "../ui/forecast";
import { TextButton } from "../ui/TextButton";
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
        <Deleted calls={day.data?.calls ?? []} />
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
            <Calls
              title={title}
              calls={rows.slice(0, all ? undefined : MOST)}
              days={dated(title)}
              order={title !== "Done" && !wanted && rows.length > 1}
              today={title === "today"}
            />
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

type Rows = { title: string; calls: Call[]; days: boolean; order: boolean; today: boolean };

/** Calls one below the other. Those of a day are put in order by dragging, or by the arrows. */
function Calls({ title, calls, days, order, today }: Rows) {
  const arrange = useOrder();
  const [arrows, setArrows] = useState(false);
  const [dragged, setDragged] = useState<number | null>(null);
  const plans = today ? forecast(calls, minutesNow()) : null;
  const move = (from: number, to: number) => {
    if (from === to || to < 0 || to >= calls.length) return;
    const ids = calls.map(({ id }) => id);
    ids.splice(to, 0, ...ids.splice(from, 1));
    arrange.mutate(ids);
  };
  const arrow = "flex size-11 cursor-pointer items-center justify-center rounded-md disabled:opacity-30";
  return (
    <>
      <div className="mb-1 flex items-center gap-3">
        <h2 className="font-bold first-letter:uppercase">{title}</h2>
        {order && (
          <TextButton aria-pressed={arrows} className="ml-auto text-sm" onClick={() => setArrows(!arrows)}>
            {arrows ? "Keep this order" : "Change the order"}
          </TextButton>
        )}
      </div>
      <ol className="grid gap-3">
        {calls.map((call, at) => (
          <li
            key={call.id}
            draggable={order}
            onDragStart={() => setDragged(at)}
            onDragOver={(event) => dragged !== null && event.preventDefault()}
            onDrop={() => {
              if (dragged !== null) move(dragged, at);
              setDragged(null);
            }}
            className={`flex items-stretch gap-1 ${dragged === at ? "opacity-50" : ""}`}
          >
            <div className="min-w-0 grow">
              <CallRow call={call} day={days} plan={plans?.get(call.id)} />
            </div>
            {arrows && order && (
              <div className="flex flex-col justify-center">
                <button
                  type="button"
                  aria-label={`${call.title}: earlier`}
                  disabled={at === 0}
                  onClick={() => move(at, at - 1)}
                  className={arrow}
                >
                  <ChevronUp size={20} aria-hidden />
                </button>
                <button
                  type="button"
                  aria-label={`${call.title}: later`}
                  disabled={at === calls.length - 1}
                  onClick={() => move(at, at + 1)}
                  className={arrow}
                >
                  <ChevronDown size={20} aria-hidden />
                </button>
              </div>
            )}
          </li>
        ))}
      </ol>
    </>
  );
}

const minutesNow = () => new Date().getHours() * 60 + new Date().getMinutes();

/** The call that was just deleted, as long as it can be brought back from here. */
function Deleted({ calls }: { calls: Call[] }) {
  const state = useLocation().state as { deleted?: { id: number; title: string } } | null;
  const gone = state?.deleted;
  const { restore } = useDeleting(gone?.id ?? 0);
  if (!gone || calls.some(({ id }) => id === gone.id)) return null;
  return (
    <p role="status" className="mb-4 flex flex-wrap items-center gap-x-3 border-l-4 border-copper pl-3">
      “{gone.title}” is deleted.
      <TextButton disabled={restore.isPending} onClick={() => restore.mutate()}>
        Bring it back
      </TextButton>
    </p>
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

/** By day, then in the order that a person gave, then by the clock. */
const byTime = (one: Call, other: Call) =>
  one.day.localeCompare(other.day) ||
  (one.rank ?? LAST) - (other.rank ?? LAST) ||
  (one.time || "24").localeCompare(other.time || "24") ||
  one.id - other.id;

/** Behind every call that was put in order */
const LAST = 1_000_000;

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
