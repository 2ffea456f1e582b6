import cables from "../../../core/data/cables.json";
import devices from "../../../core/data/devices.json";
import type { Trade } from "../api/client";

type Row = {
  as?: string;
  term: string;
  switch?: boolean;
  ground?: string;
  tabs?: Record<string, string[]>;
  face: { left: string[]; right: string[]; words?: string };
  faces?: Record<string, { words: string }>;
  finish?: Record<string, Trade["devices"][number]["screws"][number]["finish"]>;
};

const rows = devices as unknown as Record<string, Row>;

/** A row with what it has from the kind that it is joined like. */
function whole(row: Row): Row {
  const base = row.as ? rows[row.as] : undefined;
  return base ? { ...whole(base), ...row } : row;
}

/** What the server answers at /trade, from the same data. */
export const trade: Trade = {
  devices: Object.entries(rows)
    .filter(([kind]) => kind !== "breaker")
    .map(([kind, row]) => [kind, whole(row)] as const)
    .map(([kind, row]) => ({
      kind,
      term: row.term,
      switch: row.switch ?? false,
      faces: row.faces
        ? [
            { words: row.face.words ?? "" },
            ...Object.entries(row.faces).map(([name, { words }]) => ({ name, words })),
          ]
        : [],
      screws: (["left", "right"] as const).flatMap((side) =>
        row.face[side].map((terminal) => ({
          terminal,
          label: terminal.toUpperCase(),
          side,
          finish: row.finish?.[terminal] ?? (terminal === row.ground ? "green" : "brass"),
        })),
      ),
      tabs: Object.entries(row.tabs ?? {}).map(([name, between]) => ({ name, between, intact: true })),
    })),
  cables: Object.entries(cables.types).map(([type, colors]) => ({ type, colors })),
  single_colors: cables.single_colors,
  grounding: "bare",
};
