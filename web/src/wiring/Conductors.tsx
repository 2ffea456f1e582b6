import type { Box, Drawing, Wire } from "../api/client";
import { paint } from "./colors";
import { rounded } from "./path";
import { tap, type Pick } from "./tap";

/** Jackets whose color tells the gauge. */
const JACKETS: Record<string, string> = {
  "12/2": "var(--jacket-12)",
  "12/3": "var(--jacket-12)",
  "10/2": "var(--jacket-10)",
  "10/3": "var(--jacket-10)",
};

type SheathProps = { sheath: Drawing["sheaths"][number]; cable: Box["cables"][number] | undefined };

export function Sheath({ sheath, cable }: SheathProps) {
  const words = cable?.leads_to?.words;
  const middle = sheath.x + sheath.width / 2;
  const jacket = cable?.type ? JACKETS[cable.type] : undefined;
  return (
    <g>
      <rect {...box(sheath)} rx="9" fill={jacket ?? "var(--sheet)"} stroke="var(--quiet)" strokeWidth="1.5" />
      <text
        x={middle}
        y={sheath.y + (words ? 19 : 27)}
        textAnchor="middle"
        fontSize="14"
        fontWeight="700"
        fill={jacket ? "var(--wire-letter)" : "var(--ink)"}
      >
        {cable?.number} · {(cable?.type ?? "cable").replaceAll("_", " ")}
      </text>
      {words && (
        <text
          x={middle}
          y={sheath.y + 36}
          textAnchor="middle"
          fontSize="12"
          fill={jacket ? "var(--wire-letter)" : "var(--quiet)"}
          textLength={fit(words, sheath.width)}
          lengthAdjust="spacingAndGlyphs"
        >
          {words}
        </text>
      )}
    </g>
  );
}

/** Words too long for their room are drawn closer. */
function fit(words: string, width: number): number | undefined {
  return words.length * 6.4 > width - 8 ? width - 8 : undefined;
}

const box = ({ x, y, width, height }: Drawing["frame"]) => ({ x, y, width, height });

type StrandProps = { strand: Drawing["wires"][number]; wire: Wire | undefined; lit: boolean };

export function Strand({ strand, wire, lit }: StrandProps) {
  const { fill, edge, stripe } = paint(wire?.color ?? "black");
  const line = rounded(strand.path);
  return (
    <g fill="none" strokeLinecap="round">
      {lit && <path d={line} stroke="var(--key)" strokeWidth="16" />}
      <path d={line} stroke={edge} strokeWidth="8" />
      <path d={line} stroke={fill} strokeWidth="5.5" />
      {stripe && <path d={line} stroke={stripe} strokeWidth="5.5" strokeDasharray="5 9" />}
    </g>
  );
}

/** The bare end of a conductor that touches nothing. */
export function Loose({ at }: { at: number[] | undefined }) {
  if (!at) return null;
  return <circle cx={at[0]} cy={at[1]} r="6.5" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />;
}

/** A connector over the conductors it joins, its color by how many there are. */
export function Cap({ cap }: { cap: Drawing["caps"][number] }) {
  const { x, y, width, height } = cap;
  const count = cap.points.length;
  const fill = count > 4 ? "var(--cap-large)" : count > 2 ? "var(--cap-medium)" : "var(--cap-small)";
  return (
    <path
      d={`M${x} ${y}h${width}l-6 ${height - 5}q-1 5 -6 5h${24 - width}q-5 0 -6 -5z`}
      fill={fill}
      stroke="var(--ink)"
      strokeWidth="1.5"
      strokeLinejoin="round"
    />
  );
}

/** What a conductor is believed to do. */
export function Tag({ tag, lit }: { tag: Drawing["tags"][number]; lit: boolean }) {
  return (
    <g>
      <rect
        {...box(tag)}
        rx="4"
        fill={lit ? "var(--key)" : "var(--sheet)"}
        stroke="var(--quiet)"
        strokeDasharray={tag.sure ? undefined : "3 2"}
      />
      <text
        x={tag.x + tag.width / 2}
        y={tag.y + 13}
        textAnchor="middle"
        fontSize="12"
        fontWeight={tag.sure ? 700 : 400}
        fill={lit ? "var(--key-ink)" : "var(--ink)"}
      >
        {tag.text}
      </text>
    </g>
  );
}

type EndProps = { end: Drawing["ends"][number]; wire: Wire } & Pick;

/** A conductor as it leaves its sheath: color, letter, tape. */
export function WireEnd({ end, wire, marked, picked, onPick }: EndProps) {
  const { fill, edge, letter, dark } = paint(wire.color);
  const { x, y } = end;
  const number = /_(\d+)$/.exec(wire.id)?.[1] ?? "";
  return (
    <g {...tap(wire.point, wire.name, onPick, picked)}>
      {onPick && <rect x={x - 22} y={y - 24} width="44" height="58" fill="transparent" />}
      {(marked || picked) && <circle cx={x} cy={y} r="19" fill="var(--key)" />}
      <circle cx={x} cy={y} r="14" fill={fill} stroke={edge} strokeWidth="2" />
      <text
        x={x}
        y={y + 5}
        textAnchor="middle"
        fontSize="13"
        fontWeight="700"
        fill={dark ? "var(--wire-letter-light)" : "var(--wire-letter)"}
      >
        {letter}
        {number}
      </text>
      {wire.tape && (
        <rect
          x={x - 11}
          y={y + 12}
          width="22"
          height="6"
          fill={paint(wire.tape).fill}
          stroke={paint(wire.tape).edge}
        />
      )}
    </g>
  );
}
