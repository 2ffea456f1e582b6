import type { Box } from "../api/client";

/** Where everything of a box lies in its drawing; all lengths in units of the drawing. */
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
  screws: { point: string; at: Place; terminal: string; side: -1 | 1 }[];
  device: { x: number; y: number; width: number; height: number; id: string; term: string } | null;
};

const PITCH = 46;
const GAP = 26;
const MARGIN = 24;
const LABELS = 104;
const SPLICES = 176;
const DEVICE = 232;

/** Terminals left and right of the yoke, from the top, as a person meets them. */
const SIDES: Record<string, [string[], string[]]> = {
  single_pole: [["ground"], ["terminal_1", "terminal_2"]],
  three_way: [
    ["traveler_1", "ground"],
    ["traveler_2", "common"],
  ],
  four_way: [
    ["pair_1_a", "pair_1_b", "ground"],
    ["pair_2_a", "pair_2_b"],
  ],
  luminaire: [["hot"], ["neutral", "ground"]],
};

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
  const width = Math.max(x - GAP + MARGIN, 300);
  const device = box.devices[0];
  const yoke = device
    ? { x: width / 2 - 50, y: DEVICE, width: 100, height: 118, id: device.id, term: device.term }
    : null;
  const screws = device && yoke ? placeScrews(device, yoke) : [];
  if (box.enclosure === "metal") {
    screws.push({
      point: `${box.place}.box`,
      terminal: "box",
      side: -1,
      at: { x: 38, y: (yoke ? DEVICE + 146 : DEVICE) - 44 },
    });
  }
  const { splices, strands } = connect(box, starts, screws);
  return { width, height: yoke ? DEVICE + 146 : DEVICE, cables, strands, splices, screws, device: yoke };
}

function placeScrews(
  device: Box["devices"][number],
  yoke: { x: number; y: number; width: number; height: number },
) {
  const half = Math.ceil(device.terminals.length / 2);
  const [left, right] = SIDES[device.kind] ?? [device.terminals.slice(0, half), device.terminals.slice(half)];
  const placed = (terminals: string[], x: number, side: -1 | 1) =>
    terminals.map((terminal, index) => ({
      point: `${device.id}.${terminal}`,
      terminal,
      side,
      at: { x, y: yoke.y + 26 + (index * (yoke.height - 52)) / Math.max(terminals.length - 1, 1) },
    }));
  return [...placed(left, yoke.x, -1), ...placed(right, yoke.x + yoke.width, 1)];
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
