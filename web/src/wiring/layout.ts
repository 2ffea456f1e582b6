import type { Box, Schemas } from "../api/client";

/** Where everything of a box lies in its drawing; all lengths in units of the drawing. */
export type Finish = Schemas["Screw"]["finish"];
export type Place = { x: number; y: number };
export type Strand = {
  point: string;
  from: Place;
  to: Place;
  end: "screw" | "splice" | "loose";
  side?: -1 | 1;
};
export type Layout = {
  width: number;
  height: number;
  cables: { id: string; x: number; width: number }[];
  strands: Strand[];
  splices: { key: string; at: Place; points: string[] }[];
  screws: {
    point: string;
    at: Place;
    terminal: string;
    label: string;
    finish: Finish;
    side: -1 | 1;
  }[];
  tabs: { key: string; from: Place; to: Place; intact: boolean }[];
  devices: { x: number; y: number; width: number; height: number; id: string; term: string }[];
};

const PITCH = 46;
const GAP = 26;
const MARGIN = 24;
const LABELS = 104;
const SPLICES = 176;
const DEVICE = 232;

/** Room for a device with the wires that reach its screws from outside. */
const SLOT = 270;
const YOKE = { width: 124, height: 118 };

export function layOut(box: Box): Layout {
  let x = MARGIN;
  const starts = new Map<string, Place>();
  const cables = box.cables.map((cable) => {
    const width = cable.wires.length * PITCH;
    cable.wires.forEach((wire, index) => starts.set(wire.point, { x: x + PITCH * (index + 0.5), y: LABELS }));
    const placed = { id: cable.id, x, width };
    x += width + GAP;
    return placed;
  });
  const width = Math.max(x - GAP + MARGIN, box.devices.length * SLOT + MARGIN, 300);
  const devices = box.devices.map((device, index) => ({
    id: device.id,
    term: device.term,
    x: (width * (index + 0.5)) / box.devices.length - YOKE.width / 2,
    y: DEVICE,
    ...YOKE,
  }));
  const screws = box.devices.flatMap((device, index) => placeScrews(device, devices[index]));
  const tabs = box.devices.flatMap((device) => placeTabs(device, screws));
  const height = devices.length > 0 ? DEVICE + 146 : DEVICE;
  if (box.enclosure === "metal") {
    screws.push({
      point: `${box.place}.box`,
      terminal: "box",
      label: "BOX",
      finish: "brass",
      side: -1,
      at: { x: 38, y: height - 44 },
    });
  }
  const { splices, strands } = connect(box, starts, screws);
  return { width, height, cables, strands, splices, screws, tabs, devices };
}

function placeScrews(device: Box["devices"][number], yoke: Layout["devices"][number] | undefined) {
  if (!yoke) return [];
  return (["left", "right"] as const).flatMap((side) => {
    const column = device.screws.filter((screw) => screw.side === side);
    return column.map((screw, index) => ({
      point: `${device.id}.${screw.terminal}`,
      terminal: screw.terminal,
      label: screw.label,
      finish: screw.finish,
      side: side === "left" ? (-1 as const) : (1 as const),
      at: {
        x: side === "left" ? yoke.x : yoke.x + yoke.width,
        y: yoke.y + 26 + (index * (yoke.height - 52)) / Math.max(column.length - 1, 1),
      },
    }));
  });
}

/** The break-off tabs between two screws of one side. */
function placeTabs(device: Box["devices"][number], screws: Layout["screws"]): Layout["tabs"] {
  return device.tabs.flatMap((tab) => {
    const [from, to] = tab.between.map(
      (terminal) => screws.find((screw) => screw.point === `${device.id}.${terminal}`)?.at,
    );
    return from && to ? [{ key: `${device.id}.${tab.name}`, from, to, intact: tab.intact }] : [];
  });
}

function connect(box: Box, starts: Map<string, Place>, screws: Layout["screws"]) {
  const splices: Layout["splices"] = [];
  const strands: Strand[] = [];
  const joined = new Set<string>();
  for (const joint of box.joints) {
    const wires = joint.filter((point) => starts.has(point));
    const screw = screws.find((candidate) => joint.includes(candidate.point));
    wires.forEach((point) => joined.add(point));
    const others = joint.filter((point) => !starts.has(point) && point !== screw?.point);
    if (screw && wires.length === 1 && others.length === 0) {
      const [point] = wires;
      if (point)
        strands.push({ point, from: at(starts, point), to: screw.at, end: "screw", side: screw.side });
    } else if (wires.length > 0) {
      const x = wires.reduce((sum, point) => sum + at(starts, point).x, 0) / wires.length;
      const cap = { x, y: SPLICES + (splices.length % 2) * 26 };
      splices.push({ key: joint.join(" "), at: cap, points: joint });
      wires.forEach((point) => strands.push({ point, from: at(starts, point), to: cap, end: "splice" }));
      if (screw)
        strands.push({ point: screw.point, from: cap, to: screw.at, end: "screw", side: screw.side });
    }
  }
  for (const [point, from] of starts) {
    if (!joined.has(point)) strands.push({ point, from, to: { x: from.x, y: from.y + 44 }, end: "loose" });
  }
  return { splices, strands };
}

function at(starts: Map<string, Place>, point: string): Place {
  return starts.get(point) ?? { x: 0, y: 0 };
}

/** A wire hangs down from its sheath and bends once; it reaches a screw from outside the device. */
export function path({ from, to, side }: Pick<Strand, "from" | "to" | "side">): string {
  if (side) {
    const reach = to.x + side * 58;
    return `M${from.x} ${from.y}C${from.x} ${from.y + (to.y - from.y) * 0.62} ${reach} ${to.y} ${to.x + side * 8} ${to.y}`;
  }
  const middle = (from.y + to.y) / 2;
  return `M${from.x} ${from.y}C${from.x} ${middle + 8} ${to.x} ${middle - 8} ${to.x} ${to.y}`;
}
