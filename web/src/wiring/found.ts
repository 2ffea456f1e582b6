import type { Box } from "../api/client";
import { CABLES } from "./colors";

/** A box while it is being written down. Every change makes a new draft, so that every change can be undone. */
export type Draft = {
  place: string;
  enclosure: "metal" | "plastic";
  ground: boolean;
  cables: { id: string; type: string; conductors: string[] }[];
  device: string;
  kind: string;
  joints: string[][];
};

const TERMINALS: Record<string, string[]> = {
  single_pole: ["terminal_1", "terminal_2", "ground"],
  three_way: ["common", "traveler_1", "traveler_2", "ground"],
  luminaire: ["hot", "neutral", "ground"],
};

export function emptyFound(place: string, device: string, kind: string): Draft {
  return { place, enclosure: "metal", ground: true, cables: [], device, kind, joints: [] };
}

export function addCable(draft: Draft, type: string): Draft {
  const id = `${draft.place}/${draft.cables.length + 1}`;
  const conductors = [...(CABLES[type] ?? []), ...(draft.ground ? ["bare"] : [])];
  return { ...draft, cables: [...draft.cables, { id, type, conductors }] };
}

export function removeCable(draft: Draft): Draft {
  const last = draft.cables[draft.cables.length - 1];
  if (!last) return draft;
  return drop({ ...draft, cables: draft.cables.slice(0, -1) }, (point) => point.startsWith(`${last.id}.`));
}

export function setGround(draft: Draft, ground: boolean): Draft {
  const cables = draft.cables.map((cable) => {
    const insulated = cable.conductors.filter((color) => color !== "bare");
    return { ...cable, conductors: ground ? [...insulated, "bare"] : insulated };
  });
  return drop({ ...draft, ground, cables }, (point) => !ground && point.endsWith(".bare"));
}

export function setDevice(draft: Draft, kind: string): Draft {
  return drop({ ...draft, kind }, (point) => point.startsWith(`${draft.device}.`));
}

/** Two points touch from now on; what touched either of them touches both. */
export function join(draft: Draft, one: string, other: string): Draft {
  const touching = draft.joints.filter((joint) => joint.includes(one) || joint.includes(other));
  const rest = draft.joints.filter((joint) => !touching.includes(joint));
  return { ...draft, joints: [...rest, [...new Set([...touching.flat(), one, other])]] };
}

export function letLoose(draft: Draft, point: string): Draft {
  return drop(draft, (candidate) => candidate === point);
}

function drop(draft: Draft, gone: (point: string) => boolean): Draft {
  const joints = draft.joints
    .map((joint) => joint.filter((point) => !gone(point)))
    .filter((joint) => joint.length > 1);
  return { ...draft, joints };
}

/** The draft as a box that can be drawn. */
export function asBox(draft: Draft, name: string): Box {
  return {
    place: draft.place,
    name,
    kind: "switch_box",
    open: true,
    enclosure: draft.enclosure,
    cables: draft.cables.map((cable, index) => ({
      id: cable.id,
      number: index + 1,
      type: cable.type,
      wires: cable.conductors.map((color) => ({
        point: `${cable.id}.${color}`,
        id: color,
        color,
        tape: null,
        roles: [],
      })),
    })),
    devices: draft.kind
      ? [
          {
            id: draft.device,
            kind: draft.kind,
            term: draft.kind.replace("_", "-"),
            terminals: TERMINALS[draft.kind] ?? [],
            replaced: false,
          },
        ]
      : [],
    joints: draft.joints,
  };
}
