import { useContext, useState } from "react";
import { createPortal } from "react-dom";
import type { DrawBox, Found, Job, Trade } from "../api/client";
import { useDrawnBox, useLooks } from "../api/queries";
import { Photographs } from "../job/Photographs";
import { Button } from "../ui/Button";
import { Notice } from "../ui/Notice";
import { usePaused } from "../ui/pause";
import { PlateSlot } from "../ui/slot";
import { BoxDrawing } from "./BoxDrawing";
import { BoxRoom } from "./BoxRoom";
import { DeviceKinds } from "./DeviceKinds";
import {
  addCable,
  addConductor,
  emptyFound,
  exchange,
  exchangeable,
  join,
  joinGrounds,
  removeCable,
  setDevice,
  setEnclosure,
  setFace,
  setGround,
  SINGLE,
  toggleTab,
} from "./found";
import { LooksLike } from "./LooksLike";
import { Picked } from "./Picked";
import { ShorthandLine } from "./ShorthandLine";
import { Zoom } from "./Zoom";

type Props = { job: Job; trade: Trade; place: string; busy: boolean; onDone: (found: Found) => void };

/** Milliseconds without a key until a typed line is read. */
const PAUSE = 120;

/** What the drawing was made from last: taps, or the typed line. */
type Source = { found: Found } | { line: string };

/** Cables that are one tap away; the others are in a list. */
const USUAL = ["14/2", "14/3", "12/2", "12/3", "1.5/2", "1.5/3"];

/** Writing down an open box, three ways on one drawing: what it looks like, tapped together, or typed. */
export function FoundEditor({ job, trade, place, busy, onDone }: Props) {
  const devices = devicesAt(job, place);
  const loads = devices.filter((device) => device.kind !== "");
  const [history, setHistory] = useState<Source[]>([{ found: emptyFound(loads) }]);
  const [picked, setPicked] = useState<string | null>(null);
  const slot = useContext(PlateSlot);
  const looks = useLooks(job.call.id, job.version, place);
  const source = history[history.length - 1] ?? { found: emptyFound(loads) };
  const typed = "line" in source ? source.line : null;
  // A line is read when the typing pauses.
  const paused = usePaused(typed, PAUSE);
  const shown = typed !== null && paused !== null ? { line: paused } : source;
  const drawn = useDrawnBox(asked(shown, job, place, devices));
  const found = "found" in source ? source.found : (drawn.data?.found ?? emptyFound(loads));
  const change = (next: Found) => setHistory([...history, { found: next }]);
  const type = (line: string) => {
    const before = "line" in source ? history.slice(0, -1) : history;
    setHistory([...before, { line }]);
  };
  const error = "line" in source ? (drawn.data?.error ?? null) : null;
  const ready =
    found.cable_ends.length > 0 &&
    devices.every(({ id }) => found.devices.some((one) => one.id === id && one.kind));
  const line = "line" in source ? source.line : found.cable_ends.length > 0 ? (drawn.data?.line ?? "") : "";
  // While a typed line is being read, what is known is still of the line before.
  const settled =
    typed === null || (paused === typed && drawn.data !== undefined && !drawn.isPlaceholderData);
  const savable = settled && ready && error === null && !busy;
  const save = () => savable && onDone(found);
  const last = found.cable_ends[found.cable_ends.length - 1];
  const grounded = found.cable_ends.some((cable) =>
    cable.conductors.some(({ color }) => color === trade.grounding),
  );
  const screws = greenScrews(found, trade);

  const pick = (point: string) => {
    if (!settled) return;
    if (picked === null) return setPicked(point);
    setPicked(null);
    if (picked === point) return;
    change(exchangeable(found, picked, point) ? exchange(found, picked, point) : join(found, picked, point));
  };

  return (
    <div className="flex min-h-0 flex-1 flex-col gap-2">
      <LooksLike looks={looks.data ?? []} onChoose={change} onEmpty={() => change(emptyFound(loads))} />
      {devices
        .filter((device) => device.kind === "" || hasChoices(trade, found, device.id))
        .map((device) => (
          <DeviceKinds
            key={device.id}
            id={device.id}
            fixed={device.kind !== ""}
            found={found}
            trade={trade}
            onKind={(kind) => change(setDevice(found, device.id, kind))}
            onTab={(tab) => change(toggleTab(found, device.id, tab))}
            onFace={(face) => change(setFace(found, device.id, face))}
          />
        ))}
      <div className="grid min-h-0 gap-2 lg:grid-cols-[14.5rem_minmax(0,1fr)]">
        <div className="flex flex-wrap content-start items-center gap-1.5 lg:max-h-[max(16rem,calc(100vh-26rem))] lg:overflow-y-auto">
          {trade.cables
            .filter(({ type }) => USUAL.includes(type))
            .map(({ type, colors }) => (
              <Button
                key={type}
                small
                onClick={() => change(addCable(found, place, type, [...colors, trade.grounding]))}
              >
                + {type}
              </Button>
            ))}
          <Others
            label="Another cable"
            options={[
              ...trade.cables.map(({ type }) => type).filter((type) => !USUAL.includes(type)),
              ...SINGLE,
            ]}
            onChoose={(type) => {
              const colors = trade.cables.find((cable) => cable.type === type)?.colors;
              change(addCable(found, place, type, colors ? [...colors, trade.grounding] : []));
            }}
          />
          {last && SINGLE.includes(last.type ?? "") && (
            <Others
              label="A conductor in it"
              options={trade.single_colors}
              onChoose={(color) => change(addConductor(found, color))}
            />
          )}
          {(["metal", "plastic"] as const).map((enclosure) => (
            <Button
              key={enclosure}
              small
              pressed={found.enclosure === enclosure}
              onClick={() => change(setEnclosure(found, place, enclosure))}
            >
              {enclosure}
            </Button>
          ))}
          {last && (
            <>
              <Button
                small
                pressed={grounded}
                onClick={() => change(setGround(found, trade.grounding, !grounded))}
              >
                {trade.grounding === "bare" ? "bare wires" : "green-yellow"}
              </Button>
              {grounded && (
                <Button small onClick={() => change(joinGrounds(found, place, trade.grounding, screws))}>
                  grounds together
                </Button>
              )}
              <Button small onClick={() => change(removeCable(found))}>
                − last cable
              </Button>
            </>
          )}
          <BoxRoom found={found} volts={job.volts} onChange={change} />
        </div>
        <Zoom className="min-h-40 lg:h-[max(16rem,calc(100vh-26rem))]" busy={drawn.isPlaceholderData}>
          {drawn.data && found.cable_ends.length + found.devices.length > 0 && (
            <BoxDrawing box={drawn.data.box} onPick={pick} picked={picked} />
          )}
        </Zoom>
      </div>
      <p className="min-h-6 text-sm text-quiet" aria-live="polite">
        {picked
          ? "Now tap what it touches. Two screws of one switch exchange what lies on them."
          : found.cable_ends.length > 0
            ? "Tap a conductor, then the screw or conductor it touches. What stays untouched is loose."
            : "Choose what it looks like, or add its cables."}
      </p>
      {picked && (
        <Picked
          found={found}
          point={picked}
          onChange={(next) => {
            setPicked(null);
            change(next);
          }}
        />
      )}
      <Photographs
        job={job.call.id}
        place={place}
        name={job.boxes.find((box) => box.place === place)?.name ?? place}
      />
      <Notice error={drawn.error} />
      {slot &&
        createPortal(
          <>
            <div className="flex gap-2 max-lg:fixed max-lg:inset-x-0 max-lg:bottom-0 max-lg:z-20 max-lg:border-t max-lg:border-edge max-lg:bg-wall max-lg:p-2 max-lg:text-ink">
              <Button kind="key" className="grow text-lg" disabled={!savable} onClick={save}>
                Save box
              </Button>
              <Button
                kind="quiet"
                disabled={history.length < 2}
                onClick={() => setHistory(history.slice(0, -1))}
              >
                Take back
              </Button>
            </div>
            <ShorthandLine line={line} onSave={save} error={error} onType={type} />
          </>,
          slot,
        )}
    </div>
  );
}

function asked(source: Source, job: Job, place: string, devices: { id: string }[]): DrawBox {
  const draft = { place, volts: job.volts, devices: devices.map(({ id }) => id) };
  return "line" in source ? { ...draft, line: source.line } : { ...draft, found: source.found };
}

/** What the job says is in this box; a load is of the kind the job names, a control has to be looked at. */
function devicesAt(job: Job, place: string) {
  const controls = job.controls.filter((control) => control.place === place);
  const loads = job.loads.filter((load) => load.place === place);
  const all = [
    ...controls.map(({ id }) => ({ id: deviceOf(id), kind: "" })),
    ...loads.map(({ id, kind }) => ({ id: deviceOf(id), kind })),
  ];
  return all.filter((one, at) => all.findIndex(({ id }) => id === one.id) === at);
}

/** The device that a control or load is, or is a part of. */
const deviceOf = (id: string) => id.split(".")[0] ?? id;

/** Whether there is more to say of a device than its kind. */
function hasChoices(trade: Trade, found: Found, id: string) {
  const kind = found.devices.find((device) => device.id === id)?.kind;
  const known = trade.devices.find((one) => one.kind === kind);
  return known !== undefined && known.tabs.length + known.faces.length > 0;
}

function greenScrews(found: Found, trade: Trade): string[] {
  return found.devices.flatMap(({ id, kind }) => {
    const screws = trade.devices.find((known) => known.kind === kind)?.screws ?? [];
    return screws.filter(({ terminal }) => terminal === "ground").map(({ terminal }) => `${id}.${terminal}`);
  });
}

type OthersProps = { label: string; options: string[]; onChoose: (value: string) => void };

/** What is rarer, in a list. */
function Others({ label, options, onChoose }: OthersProps) {
  return (
    <select
      aria-label={label}
      value=""
      onChange={(event) => onChoose(event.target.value)}
      className="min-h-11 cursor-pointer rounded-md border-2 border-edge bg-sheet px-2"
    >
      <option value="">{label} …</option>
      {options.map((option) => (
        <option key={option} value={option}>
          {option.replaceAll("_", " ")}
        </option>
      ))}
    </select>
  );
}
