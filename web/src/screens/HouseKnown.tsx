import { useState } from "react";
import { Link } from "react-router";
import type { KnownHouse } from "../api/client";
import { useCorrectHouse } from "../api/queries";
import { Button } from "../ui/Button";
import { Notice } from "../ui/Notice";
import { longDay } from "../ui/days";
import { PanelDrawing } from "./PanelDrawing";

type Row = KnownHouse["house"]["panel"][number];
/** A row being typed. */
type Draft = { breaker: string; amps: string; feeds: string };

/** A number of amperes, or nothing. */
const AMPS = /^\d{0,3}$/;

/** The panel schedule: as the jobs found it, or as somebody wrote it down by hand, which counts for more. */
export function PanelSchedule({ known }: { known: KnownHouse }) {
  const [draft, setDraft] = useState<Draft[] | null>(null);
  const [wrong, setWrong] = useState<number | null>(null);
  const correct = useCorrectHouse(known.house.id);
  const rows = schedule(known);
  const change = (at: number, part: Partial<Draft>) =>
    setDraft((draft ?? []).map((row, index) => (index === at ? { ...row, ...part } : row)));
  const save = (all: Draft[]) => {
    const bad = all.findIndex((row) => row.breaker.trim() !== "" && !AMPS.test(row.amps.trim()));
    setWrong(bad < 0 ? null : bad);
    if (bad >= 0) return;
    const named = all.filter((row) => row.breaker.trim() !== "");
    const panel = named.map((row) => ({ ...row, amps: row.amps.trim() === "" ? null : Number(row.amps) }));
    correct.mutate({ panel }, { onSuccess: () => setDraft(null) });
  };
  const field = "min-h-11 w-full rounded-md border-2 border-edge bg-sheet px-2";
  return (
    <section>
      <div className="mt-5 mb-2 flex items-center gap-3">
        <h2 className="font-bold">Panel schedule</h2>
        {rows.length > 0 && (
          <Button small kind="quiet" className="no-print ml-auto" onClick={() => window.print()}>
            Print
          </Button>
        )}
      </div>
      {!draft && rows.length > 0 && <PanelDrawing rows={rows} proved={proved(known)} />}
      {!draft && rows.length === 0 && <p className="text-quiet">No breaker is known yet.</p>}
      {draft && (
        <table className="w-full text-left">
          <thead>
            <tr className="text-quiet">
              <th className="w-24 font-normal">Breaker</th>
              <th className="w-24 font-normal">Amps</th>
              <th className="font-normal">Feeds</th>
            </tr>
          </thead>
          <tbody>
            {draft.map((row, at) => (
              <tr key={at}>
                <td className="pr-2 pb-1">
                  <input
                    aria-label={`Breaker ${at + 1}`}
                    className={field}
                    value={row.breaker}
                    onChange={(event) => change(at, { breaker: event.target.value })}
                  />
                </td>
                <td className="pr-2 pb-1">
                  <input
                    aria-label={`Amps of breaker ${at + 1}`}
                    inputMode="numeric"
                    aria-invalid={wrong === at}
                    className={field}
                    value={row.amps ?? ""}
                    onChange={(event) => change(at, { amps: event.target.value })}
                  />
                </td>
                <td className="pb-1">
                  <input
                    aria-label={`What breaker ${at + 1} feeds`}
                    className={field}
                    value={row.feeds}
                    onChange={(event) => change(at, { feeds: event.target.value })}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Notice error={correct.error} />
      {wrong !== null && (
        <p role="alert">The amps of breaker {wrong + 1} are no number. Nothing was saved.</p>
      )}
      <p className="mt-2 flex flex-wrap gap-2">
        {draft ? (
          <>
            <Button kind="key" onClick={() => save(draft)}>
              Save schedule
            </Button>
            <Button onClick={() => setDraft([...draft, { breaker: "", amps: "", feeds: "" }])}>
              Add a breaker
            </Button>
            <Button onClick={() => setDraft(null)}>Cancel</Button>
          </>
        ) : (
          <Button
            small
            onClick={() => setDraft(schedule(known).map((row) => ({ ...row, amps: String(row.amps ?? "") })))}
          >
            Correct the schedule
          </Button>
        )}
      </p>
    </section>
  );
}

/** Rows by hand first, then what the jobs know of other breakers. */
function schedule(known: KnownHouse): Row[] {
  const rows = [...known.house.panel];
  for (const { left } of known.memory) {
    for (const { id, amps, feeds } of left.breakers) {
      const same = rows.find((row) => row.breaker === id);
      if (!same) rows.push({ breaker: id, amps, feeds });
      else if (!known.house.panel.includes(same) && !same.feeds.includes(feeds)) same.feeds += `; ${feeds}`;
    }
  }
  return rows;
}

/** Breakers of which a load was seen to go out with them */
const proved = (known: KnownHouse) =>
  new Set(known.memory.flatMap(({ left }) => left.breakers.filter((row) => row.proved).map(({ id }) => id)));

/** The devices as each job left them, the rules it found unmet, each said once, and what it left open. */
export function DevicesKnown({ memory }: { memory: KnownHouse["memory"] }) {
  const told = memory
    .map((row, at) => ({
      ...row,
      seen: row.left.devices.filter(({ seen }) => seen),
      rules: row.left.rules.filter(
        (line) => !memory.slice(0, at).some((one) => one.left.rules.includes(line)),
      ),
    }))
    .filter(({ seen, rules, left }) => seen.length > 0 || left.open.length > 0 || rules.length > 0);
  if (told.length === 0) return null;
  return (
    <section>
      <h2 className="mt-6 mb-2 font-bold">Devices, rules not met, and what was left open</h2>
      <ul className="grid gap-x-6 gap-y-3 md:grid-cols-2">
        {told.map(({ call, day, left, seen, rules }) => (
          <li key={call.id} className="min-w-0 border-t border-edge pt-2">
            <p className="text-sm text-quiet">
              <Link to={`/jobs/${call.id}`} className="underline">
                {call.title}
              </Link>
              , {longDay(day)}
            </p>
            <ul>
              {seen.map(({ name, place, kind, fitted }) => (
                <li key={`${name}${place}`}>
                  <b>{name}</b> {place}: {kind}
                  {fitted && ", new that day"}
                </li>
              ))}
            </ul>
            {rules.map((line) => (
              <p key={line} className="mt-1 text-sm">
                <span aria-hidden>! </span>
                {line}
              </p>
            ))}
            {left.open.map((line) => (
              <p key={line} className="mt-1 border-l-4 border-copper pl-2">
                {line}
              </p>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What somebody wants remembered of a house, in their own words. */
export function HouseNote({ house }: { house: KnownHouse["house"] }) {
  const [draft, setDraft] = useState<string | null>(null);
  const correct = useCorrectHouse(house.id);
  if (draft === null) {
    return (
      <p className="flex flex-wrap items-center gap-x-3 text-quiet">
        {house.note || "No note yet."}
        <Button small kind="quiet" onClick={() => setDraft(house.note)}>
          Edit note
        </Button>
      </p>
    );
  }
  return (
    <div className="grid max-w-prose gap-2">
      <textarea
        aria-label="Note about this house"
        rows={3}
        className="rounded-md border-2 border-edge bg-sheet px-3 py-2"
        value={draft}
        onChange={(event) => setDraft(event.target.value)}
      />
      <Notice error={correct.error} />
      <p className="flex gap-2">
        <Button
          kind="key"
          onClick={() => correct.mutate({ note: draft }, { onSuccess: () => setDraft(null) })}
        >
          Save note
        </Button>
        <Button onClick={() => setDraft(null)}>Cancel</Button>
      </p>
    </div>
  );
}
