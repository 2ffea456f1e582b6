import { useState } from "react";
import type { Box, Found, Job } from "../api/client";
import { Button } from "../parts/Button";
import { BoxDrawing } from "./BoxDrawing";
import { CABLES } from "./colors";
import {
  addCable,
  asBox,
  emptyFound,
  join,
  letLoose,
  removeCable,
  setDevice,
  setGround,
  type Draft,
} from "./found";

const KINDS: Record<string, string> = {
  single_pole: "Single-pole: two screws",
  three_way: "Three-way: one dark, two brass",
  luminaire: "Luminaire",
};

type Props = { job: Job; place: string; busy: boolean; onDone: (found: Found) => void };

/** Writing down an open box: cables by type, then a conductor and the screw or conductor it touches. */
export function FoundEditor({ job, place, busy, onDone }: Props) {
  const device = job.controls.find((control) => control.place === place)?.id ?? job.load.id;
  const light = device === job.load.id;
  const [history, setHistory] = useState<Draft[]>([emptyFound(place, device, light ? "luminaire" : "")]);
  const [picked, setPicked] = useState<string | null>(null);
  const draft = history[history.length - 1] ?? emptyFound(place, device, "");
  const change = (next: Draft) => setHistory([...history, next]);
  const name = job.boxes.find((box) => box.place === place)?.name ?? place;
  const box: Box = asBox(draft, name);

  const pick = (point: string) => {
    if (picked === null) return setPicked(point);
    setPicked(null);
    change(picked === point ? letLoose(draft, point) : join(draft, picked, point));
  };

  return (
    <div className="grid gap-4 rounded-lg border border-edge bg-sheet p-4 text-ink">
      <Row title="Box">
        {(["metal", "plastic"] as const).map((kind) => (
          <Toggle
            key={kind}
            on={draft.enclosure === kind}
            onClick={() => change({ ...draft, enclosure: kind })}
          >
            {kind}
          </Toggle>
        ))}
        <Toggle on={draft.ground} onClick={() => change(setGround(draft, !draft.ground))}>
          cables have a bare wire
        </Toggle>
      </Row>
      <Row title="Cables">
        {Object.keys(CABLES).map((type) => (
          <Button key={type} onClick={() => change(addCable(draft, type))}>
            + {type}
          </Button>
        ))}
        {draft.cables.length > 0 && (
          <Button onClick={() => change(removeCable(draft))}>Take the last away</Button>
        )}
      </Row>
      {!light && (
        <Row title="Device">
          {["single_pole", "three_way"].map((kind) => (
            <Toggle key={kind} on={draft.kind === kind} onClick={() => change(setDevice(draft, kind))}>
              {KINDS[kind]}
            </Toggle>
          ))}
        </Row>
      )}
      {draft.cables.length > 0 && draft.kind && (
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
        <Button
          kind="key"
          disabled={busy || draft.cables.length === 0 || !draft.kind}
          onClick={() => onDone(asFound(draft))}
        >
          That is what is in the box
        </Button>
        <Button disabled={history.length < 2} onClick={() => setHistory(history.slice(0, -1))}>
          Undo
        </Button>
      </div>
    </div>
  );
}

function asFound(draft: Draft): Found {
  return {
    enclosure: draft.enclosure,
    cable_ends: draft.cables.map((cable) => ({
      id: cable.id,
      type: cable.type,
      conductors: cable.conductors.map((color) => ({ id: color, color })),
    })),
    devices: [{ id: draft.device, kind: draft.kind }],
    joints: draft.joints.map((points) => ({ points })),
  };
}

function Row({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <fieldset className="flex flex-wrap items-center gap-2">
      <legend className="float-left mr-3 w-16 font-bold">{title}</legend>
      {children}
    </fieldset>
  );
}

function Toggle({ on, onClick, children }: { on: boolean; onClick: () => void; children: React.ReactNode }) {
  return (
    <Button
      aria-pressed={on}
      onClick={onClick}
      className={on ? "border-ink! bg-plate! text-engraved! font-bold" : ""}
    >
      {children}
    </Button>
  );
}
