import type { Found } from "../api/client";

/** What an open box holds while it is written down. Every change makes a new one, so that every change can be undone. */

export const SINGLE = ["raceway", "knob_and_tube"];

export function emptyFound(devices: { id: string; kind: string }[]): Found {
  return { enclosure: "metal", cable_ends: [], devices, joints: [] };
}

/** One more cable: of a type with its colors, or a raceway that conductors are added to one by one. */
export function addCable(found: Found, place: string, type: string, colors: string[]): Found {
  const numbers = found.cable_ends.map((end) => Number(end.id.split("/")[1]));
  const id = `${place}/${Math.max(0, ...numbers) + 1}`;
  const conductors = colors.map((color) => ({ id: color, color }));
  return { ...found, cable_ends: [...found.cable_ends, { id, type, conductors }] };
}

/** One more conductor in the last cable; those of one color are numbered. */
export function addConductor(found: Found, color: string): Found {
  const cable_ends = found.cable_ends.map((cable, index) => {
    if (index < found.cable_ends.length - 1) return cable;
    const alike = cable.conductors.filter((conductor) => conductor.color === color).length;
    const id = alike === 0 ? color : `${color}_${alike + 1}`;
    return { ...cable, conductors: [...cable.conductors, { id, color }] };
  });
  return { ...found, cable_ends };
}

export function removeCable(found: Found): Found {
  const last = found.cable_ends[found.cable_ends.length - 1];
  if (!last) return found;
  return drop({ ...found, cable_ends: found.cable_ends.slice(0, -1) }, (point) =>
    point.startsWith(`${last.id}.`),
  );
}

/** With the grounding conductor in every cable, or without. */
export function setGround(found: Found, grounding: string, ground: boolean): Found {
  const cable_ends = found.cable_ends.map((cable) => {
    const insulated = cable.conductors.filter((conductor) => conductor.color !== grounding);
    return { ...cable, conductors: ground ? [...insulated, { id: grounding, color: grounding }] : insulated };
  });
  return drop({ ...found, cable_ends }, (point) => !ground && point.endsWith(`.${grounding}`));
}

export function setEnclosure(found: Found, place: string, enclosure: "metal" | "plastic"): Found {
  return drop({ ...found, enclosure }, (point) => enclosure === "plastic" && point === `${place}.box`);
}

export function setDevice(found: Found, id: string, kind: string): Found {
  const known = found.devices.some((device) => device.id === id);
  const devices = known
    ? found.devices.map((device) => (device.id === id ? { id, kind } : device))
    : [...found.devices, { id, kind }];
  return drop({ ...found, devices }, (point) => point.startsWith(`${id}.`));
}

/** Where the screws of a device sit, as on one of the faces of its kind; the usual one has no name. */
export function setFace(found: Found, id: string, face: string | undefined): Found {
  const devices = found.devices.map((device) => {
    if (device.id !== id) return device;
    const { face: before, ...rest } = device as Found["devices"][number] & { face?: string };
    return face === undefined || face === before ? rest : { ...rest, face };
  });
  return { ...found, devices };
}

export type Remark = NonNullable<Found["remarks"]>[number];

/** What is seen of a conductor or a screw besides what it touches; said again, it is not so. */
export function remark(found: Found, point: string, what: Remark["what"]): Found {
  const { remarks = [], ...rest } = found;
  const others = remarks.filter((one) => one.point !== point || one.what !== what);
  const all = others.length < remarks.length ? others : [...remarks, { point, what }];
  return all.length > 0 ? { ...rest, remarks: all } : rest;
}

/** How many devices the box has room for; said again, nobody knows. */
export function setGangs(found: Found, gangs: number): Found {
  const { gangs: before, ...rest } = found;
  return before === gangs ? rest : { ...rest, gangs };
}

/** Its volume in cubic inches, or that nobody knows it. */
export function setVolume(found: Found, volume: number | null): Found {
  const rest = { ...found };
  delete rest.volume_in3;
  return volume === null ? rest : { ...rest, volume_in3: volume };
}

/** Breaks a tab off a device, or puts it back. */
export function toggleTab(found: Found, id: string, tab: string): Found {
  const devices = found.devices.map((device) => {
    if (device.id !== id) return device;
    const { [tab]: gone, ...rest } = device as Record<string, unknown>;
    return (gone === "removed" ? rest : { ...device, [tab]: "removed" }) as Found["devices"][number];
  });
  return { ...found, devices };
}

/** Two points touch from now on; what touched either of them touches both. */
export function join(found: Found, one: string, other: string): Found {
  const touching = found.joints.filter(({ points }) => points.includes(one) || points.includes(other));
  const rest = found.joints.filter((joint) => !touching.includes(joint));
  const points = [...new Set([...touching.flatMap((joint) => joint.points), one, other])];
  return { ...found, joints: [...rest, { ...touching[0], points }] };
}

/** Whether two points are screws of one device with something on each: then what lies on them is exchanged, not joined. */
export function exchangeable(found: Found, one: string, other: string): boolean {
  const device = (point: string) => (point.includes("/") ? null : point.split(".")[0]);
  const joint = (point: string) => found.joints.find(({ points }) => points.includes(point));
  const [here, there] = [joint(one), joint(other)];
  return device(one) !== null && device(one) === device(other) && !!here && !!there && here !== there;
}

/** What lies on two screws, exchanged. */
export function exchange(found: Found, one: string, other: string): Found {
  const swapped = (point: string) => (point === one ? other : point === other ? one : point);
  return { ...found, joints: found.joints.map((joint) => ({ ...joint, points: joint.points.map(swapped) })) };
}

/** All grounds of the box together: those of the cables, the green screws, and the box where it is metal. */
export function joinGrounds(found: Found, place: string, grounding: string, screws: string[]): Found {
  const wires = found.cable_ends.flatMap((cable) =>
    cable.conductors.filter(({ color }) => color === grounding).map(({ id }) => `${cable.id}.${id}`),
  );
  const all = [...wires, ...screws, ...(found.enclosure === "metal" ? [`${place}.box`] : [])];
  const [first, ...others] = all;
  return first ? others.reduce((so_far, point) => join(so_far, first, point), found) : found;
}

export function letLoose(found: Found, point: string): Found {
  return drop(found, (candidate) => candidate === point);
}

/** How the joint of a point looks: loose, scorched, pushed in; said again, it is good. */
export function mark(found: Found, point: string, what: "by" | "condition", word: string): Found {
  const joints = found.joints.map((joint) => {
    if (!joint.points.includes(point)) return joint;
    const { [what]: before, ...rest } = joint;
    return before === word ? rest : { ...rest, [what]: word };
  });
  return { ...found, joints };
}

/** Tape on the end of a conductor, or off again. */
export function setTape(found: Found, point: string, tape: string | null): Found {
  const cable_ends = found.cable_ends.map((cable) => ({
    ...cable,
    conductors: cable.conductors.map((conductor) => {
      if (`${cable.id}.${conductor.id}` !== point) return conductor;
      const { id, color } = conductor;
      return tape ? { id, color, tape } : { id, color };
    }),
  }));
  return { ...found, cable_ends };
}

/** Without what some points touch. What was remarked stays where the point is still there. */
function drop(found: Found, gone: (point: string) => boolean): Found {
  const removed = (point: string) => gone(point) && !there(found, point);
  const joints = found.joints
    .map((joint) => ({ ...joint, points: joint.points.filter((point) => !gone(point)) }))
    .filter((joint) => joint.points.length > 1);
  const { remarks, ...rest } = found;
  const left = (remarks ?? []).filter((one) => !removed(one.point));
  return left.length > 0 ? { ...rest, joints, remarks: left } : { ...rest, joints };
}

const there = (found: Found, point: string) =>
  found.cable_ends.some((cable) => cable.conductors.some(({ id }) => `${cable.id}.${id}` === point));
