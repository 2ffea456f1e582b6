import type { Box, Trade } from "../api/client";

/** A box while it is being written down. Every change makes a new draft, so that every change can be undone. */
export type Draft = {
  place: string;
  enclosure: "metal" | "plastic";
  ground: boolean;
  /** Color of the grounding conductor in the cables of these parts. */
  grounding: string;
  cables: { id: string; type: string; conductors: { id: string; color: string }[] }[];
  devices: { id: string; kind: string; removed: string[] }[];
  joints: string[][];
};

export function emptyFound(
  place: string,
  devices: { id: string; kind: string }[],
  grounding = "bare",
): Draft {
  return {
    place,
    enclosure: "metal",
    ground: true,
    grounding,
    cables: [],
    devices: devices.map((device) => ({ ...device, removed: [] })),
    joints: [],
  };
}

/** One more cable: of a type with its colors, or a raceway that conductors are added to one by one. */
export function addCable(draft: Draft, type: string, colors: string[]): Draft {
  const id = `${draft.place}/${draft.cables.length + 1}`;
  const conductors = [...colors, ...(draft.ground ? [draft.grounding] : [])].map((color) => ({
    id: color,
    color,
  }));
  return { ...draft, cables: [...draft.cables, { id, type, conductors }] };
}

/** One more conductor in the last cable; those of one color are numbered. */
export function addConductor(draft: Draft, color: string): Draft {
  const cables = draft.cables.map((cable, index) => {
    if (index < draft.cables.length - 1) return cable;
    const alike = cable.conductors.filter((conductor) => conductor.color === color).length;
    const insulated = cable.conductors.filter((conductor) => conductor.color !== draft.grounding);
    const ground = cable.conductors.filter((conductor) => conductor.color === draft.grounding);
    const id = alike === 0 ? color : `${color}_${alike + 1}`;
    return { ...cable, conductors: [...insulated, { id, color }, ...ground] };
  });
  return { ...draft, cables };
}

export function removeCable(draft: Draft): Draft {
  const last = draft.cables[draft.cables.length - 1];
  if (!last) return draft;
  return drop({ ...draft, cables: draft.cables.slice(0, -1) }, (point) => point.startsWith(`${last.id}.`));
}

export function setGround(draft: Draft, ground: boolean): Draft {
  const cables = draft.cables.map((cable) => {
    const insulated = cable.conductors.filter((conductor) => conductor.color !== draft.grounding);
    return {
      ...cable,
      conductors: ground ? [...insulated, { id: draft.grounding, color: draft.grounding }] : insulated,
    };
  });
  return drop({ ...draft, ground, cables }, (point) => !ground && point.endsWith(`.${draft.grounding}`));
}

export function setDevice(draft: Draft, id: string, kind: string): Draft {
  const devices = draft.devices.map((device) => (device.id === id ? { id, kind, removed: [] } : device));
  return drop({ ...draft, devices }, (point) => point.startsWith(`${id}.`));
}

/** Breaks a tab off a device, or puts it back. */
export function toggleTab(draft: Draft, id: string, tab: string): Draft {
  const devices = draft.devices.map((device) => {
    if (device.id !== id) return device;
    const removed = device.removed.includes(tab)
      ? device.removed.filter((other) => other !== tab)
      : [...device.removed, tab];
    return { ...device, removed };
  });
  return { ...draft, devices };
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
export function asBox(draft: Draft, name: string, trade: Trade): Box {
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
      wires: cable.conductors.map(({ id, color }) => ({
        point: `${cable.id}.${id}`,
        id,
        color,
        tape: null,
        name: `${id.replaceAll("_", " ")} of cable ${index + 1}`,
        touches: "",
        roles: [],
      })),
    })),
    devices: draft.devices.flatMap(({ id, kind, removed }) => {
      const known = trade.devices.find((candidate) => candidate.kind === kind);
      if (!known) return [];
      const tabs = known.tabs.map((tab) => ({ ...tab, intact: !removed.includes(tab.name) }));
      return [{ id, kind, term: known.term, screws: known.screws, tabs, replaced: false }];
    }),
    joints: draft.joints,
  };
}
