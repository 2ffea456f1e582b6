import type { Box, Wire } from "../api/client";
import { paint } from "./colors";
import { path, type Layout, type Strand } from "./layout";
import { tap, type Pick } from "./tap";

const TAGS: Record<string, string> = {
  line: "LINE",
  onward: "ON",
  load: "LOAD",
  traveler: "TRAV",
  neutral: "NEUT",
  ground: "GND",
  spare: "SPARE",
};

export function Sheath({
  cable,
  info,
}: {
  cable: Layout["cables"][number];
  info: Box["cables"][number] | undefined;
}) {
  const words = info?.leads_to?.words ?? "";
  return (
    <g>
      <rect
        x={cable.x + 4}
        y="16"
        width={cable.width - 8}
        height="26"
        rx="8"
        fill="var(--sheet)"
        stroke="var(--quiet)"
        strokeWidth="1.5"
      />
      <text
        x={cable.x + cable.width / 2}
        y="34"
        textAnchor="middle"
        fontSize="14"
        fontWeight="700"
        fill="var(--ink)"
      >
        {info?.number} · {(info?.type ?? "cable").replaceAll("_", " ")}
      </text>
      <text x={cable.x + cable.width / 2} y="11" textAnchor="middle" fontSize="13" fill="var(--quiet)">
        {words}
      </text>
    </g>
  );
}

export function StrandPath({
  strand,
  wire,
  bold,
}: {
  strand: Strand;
  wire: Wire | undefined;
  bold: boolean;
}) {
  const { fill, edge, stripe } = paint(wire?.color ?? "black");
  const line = path(strand);
  return (
    <g fill="none" strokeLinecap="round">
      {bold && <path d={line} stroke="var(--key)" strokeWidth="17" />}
      <path d={line} stroke={edge} strokeWidth="9" />
      <path d={line} stroke={fill} strokeWidth="6" />
      {stripe && <path d={line} stroke={stripe} strokeWidth="6" strokeDasharray="5 9" />}
      {strand.end === "loose" && (
        <circle
          cx={strand.to.x}
          cy={strand.to.y}
          r="7"
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="2"
        />
      )}
    </g>
  );
}

export function Cap({ at }: { at: { x: number; y: number } }) {
  return (
    <path
      d={`M${at.x - 9} ${at.y - 6}h18l-4 20h-10z`}
      fill="var(--copper)"
      stroke="var(--ink)"
      strokeWidth="1.5"
      strokeLinejoin="round"
    />
  );
}

/** The end of a conductor as it leaves its sheath: color, letter, tape, and what it is believed to do. */
export function Tag({ wire, strand, marked, picked, onPick }: { wire: Wire; strand: Strand } & Pick) {
  const { fill, edge, letter, dark } = paint(wire.color);
  const best = wire.roles[0];
  const x = strand.from.x;
  return (
    <g {...tap(wire.point, wire.name, onPick, picked)}>
      {onPick && <rect x={x - 22} y="44" width="44" height="62" fill="transparent" />}
      {(marked || picked) && <rect x={x - 22} y="44" width="44" height="62" rx="8" fill="var(--key)" />}
      <circle cx={x} cy="62" r="14" fill={fill} stroke={edge} strokeWidth="2" />
      <text
        x={x}
        y="67"
        textAnchor="middle"
        fontSize="13"
        fontWeight="700"
        fill={dark ? "var(--wire-letter-light)" : "var(--wire-letter)"}
      >
        {letter}
        {/_\d+$/.test(wire.id) ? wire.id.split("_").pop() : ""}
      </text>
      {wire.tape && (
        <rect
          x={x - 14}
          y="73"
          width="28"
          height="6"
          fill={paint(wire.tape).fill}
          stroke={paint(wire.tape).edge}
        />
      )}
      {best && best.role !== "ground" && (
        <text
          x={x}
          y="94"
          textAnchor="middle"
          fontSize="12"
          fontWeight={best.sure ? 700 : 400}
          fill={marked || picked ? "var(--key-ink)" : "var(--ink)"}
        >
          {TAGS[best.role]}
          {best.sure ? "" : "?"}
        </text>
      )}
    </g>
  );
}
