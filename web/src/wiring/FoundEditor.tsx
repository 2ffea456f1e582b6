import { useState } from "react";
import type { Found, Job, Trade } from "../api/client";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import { Toggle } from "../ui/Toggle";
import { BoxDrawing } from "./BoxDrawing";
import {
  addCable,
  addConductor,
  asBox,
  emptyFound,
  join,
  letLoose,
  removeCable,
  setDevice,
  setGround,
  toggleTab,
  type Draft,
} from "./found";

type Props = { job: Job; trade: Trade; place: string; busy: boolean; onDone: (found: Found) => void };

const ENCLOSURES = (["metal", "plastic"] as const).map((value) => ({ value, words: value }));

/** Types whose conductors are added one by one. */
const SINGLE = ["raceway", "knob_and_tube"];

/** Writing down an open box: cables by type, then a conductor and the screw or conductor it touches. */
export function FoundEditor({ job, trade, place, busy, onDone }: Props) {
  const start = emptyFound(place, devicesAt(job, place), trade.grounding);
  const [history, setHistory] = useState<Draft[]>([start]);
  const [picked, setPicked] = useState<string | null>(null);
  const draft = history[history.length - 1] ?? start;
  const change = (next: Draft) => setHistory([...history, next]);
  const name = job.boxes.find((box) => box.place === place)?.name ?? place;
  const box = asBox(draft, name, trade);
  const last = draft.cables[draft.cables.length - 1];
  const ready = draft.cables.length > 0 && draft.devices.every((device) => device.kind);

  const pick = (point: string) => {
    if (picked === null) return setPicked(point);
    setPicked(null);
    change(picked === point ? letLoose(draft, point) : join(draft, picked, point));
  };

  return (
    <div className="grid gap-4 rounded-lg border border-edge bg-sheet p-4 text-ink">
      <Row title="Box">
        <Choice
          label="What the box is made of"
          hidden
          options={ENCLOSURES}
          value={draft.enclosure}
          onChange={(enclosure) => change({ ...draft, enclosure })}
        />
        <Toggle on={draft.ground} onClick={() => change(setGround(draft, !draft.ground))}>
          cables have a {trade.grounding === "bare" ? "bare" : "green and yellow"} wire
        </Toggle>
      </Row>
      <Row title="Cables">
        {trade.cables.map(({ type, colors }) => (
          <Button key={type} onClick={() => change(addCable(draft, type, colors))}>
            + {type}
          </Button>
        ))}
        {SINGLE.map((type) => (
          <Button key={type} onClick={() => change(addCable(draft, type, []))}>
            + {type.replaceAll("_", " ")}
          </Button>
        ))}
        {last && <Button onClick={() => change(removeCable(draft))}>Take the last away</Button>}
      </Row>
      {last && SINGLE.includes(last.type) && (
        <Row title="In it">
          {trade.single_colors.map((color) => (
            <Button key={color} onClick={() => change(addConductor(draft, color))}>
              + {color}
            </Button>
          ))}
        </Row>
      )}
      {draft.devices.map((device) => (
        <DeviceRow key={device.id} device={device} draft={draft} trade={trade} change={change} />
      ))}
      {ready && (
        <div>
          <p className="mb-2 text-quiet" aria-live="polite">
            {picked
              ? "Now tap what it touches: a screw, or another conductor. Tap it again to let it loose."
              : "Tap a conductor, then the screw or the conductor it touches. What stays untouched is loose."}
          </p>
          <BoxDrawing box={box} onPick={pick} picked={picked} />
        </div>
      )}
      <div className="flex flex-wrap gap-2">
        <Button kind="key" disabled={busy || !ready} onClick={() => onDone(asFound(draft))}>
          Save box
        </Button>
        <Button disabled={history.length < 2} onClick={() => setHistory(history.slice(0, -1))}>
          Undo
        </Button>
      </div>
    </div>
  );
}

/** What the job says is in this box; a load is of the kind the job names, a control has to be looked at. */
function devicesAt(job: Job, place: string) {
  const controls = job.controls.filter((control) => control.place === place);
  const loads = job.loads.filter((load) => load.place === place);
  return [...controls.map(({ id }) => ({ id, kind: "" })), ...loads.map(({ id, kind }) => ({ id, kind }))];
}

function DeviceRow({
  device,
  draft,
  trade,
  change,
}: {
  device: Draft["devices"][number];
  draft: Draft;
  trade: Trade;
  change: (next: Draft) => void;
}) {
  const known = trade.devices.find((kind) => kind.kind === device.kind);
  const choices = known && !known.switch ? [] : trade.devices.filter((kind) => kind.switch);
  return (
    <>
      {choices.length > 0 && (
        <Row title={device.id}>
          <Choice
            label={`What ${device.id} is`}
            hidden
            options={choices.map((kind) => ({ value: kind.kind, words: <Kind kind={kind} /> }))}
            value={device.kind || null}
            onChange={(kind) => change(setDevice(draft, device.id, kind))}
          />
        </Row>
      )}
      {known && known.tabs.length > 0 && (
        <Row title="Tabs">
          {known.tabs.map((tab) => (
            <Toggle
              key={tab.name}
              on={!device.removed.includes(tab.name)}
              onClick={() => change(toggleTab(draft, device.id, tab.name))}
            >
              {tab.name.replaceAll("_", " ")} {device.removed.includes(tab.name) ? "broken off" : "whole"}
            </Toggle>
          ))}
        </Row>
      )}
    </>
  );
}

/** A kind of device by its name and what one recognizes it by. */
function Kind({ kind }: { kind: Trade["devices"][number] }) {
  return (
    <>
      <span className="block">{kind.term}</span>
      <span className="block text-sm font-normal">{kind.look}</span>
    </>
  );
}

function asFound(draft: Draft): Found {
  return {
    enclosure: draft.enclosure,
    cable_ends: draft.cables.map(({ id, type, conductors }) => ({ id, type, conductors })),
    devices: draft.devices.map(({ id, kind, removed }) => ({
      id,
      kind,
      ...Object.fromEntries(removed.map((tab) => [tab, "removed"])),
    })),
    joints: draft.joints.map((points) => ({ points })),
  };
}

function Row({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <fieldset className="grid items-start gap-x-2 sm:grid-cols-[4rem_1fr]">
      <legend className="float-left contents font-bold">
        <span className="py-1 sm:py-2.5">{title}</span>
      </legend>
      <div className="flex flex-wrap gap-2">{children}</div>
    </fieldset>
  );
}
