import type { KnownHouse } from "../api/client";

type Row = KnownHouse["house"]["panel"][number];
type Props = { rows: Row[]; proved: ReadonlySet<string> };

const WIDTH = 760;
const HANDLE = 64;
const HEIGHT = 56;
/** Letters of what a breaker feeds that fit on one line, and lines that are shown. */
const LETTERS = 34;
const LINES = 3;

/** The panel as one stands before it: breakers in two columns, each with what it feeds beside it. */
export function PanelDrawing({ rows, proved }: Props) {
  const deep = Math.ceil(rows.length / 2);
  const height = deep * HEIGHT + 40;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`The panel: ${rows.map(({ breaker, feeds }) => `${breaker} feeds ${feeds}`).join("; ")}`}
      className="block w-full max-w-3xl"
    >
      <rect
        x={WIDTH / 2 - HANDLE - 16}
        y={8}
        width={2 * HANDLE + 32}
        height={height - 16}
        rx={8}
        fill="var(--wall)"
        stroke="var(--metal)"
        strokeWidth={4}
      />
      {rows.map((row, at) => (
        <Breaker
          key={row.breaker}
          row={row}
          proved={proved.has(row.breaker)}
          left={at % 2 === 0}
          y={20 + Math.floor(at / 2) * HEIGHT}
        />
      ))}
    </svg>
  );
}

function Breaker({ row, proved, left, y }: { row: Row; proved: boolean; left: boolean; y: number }) {
  const x = left ? WIDTH / 2 - HANDLE - 4 : WIDTH / 2 + 4;
  const beside = left ? WIDTH / 2 - HANDLE - 26 : WIDTH / 2 + HANDLE + 26;
  const anchor = left ? "end" : "start";
  const words = lines(row.feeds);
  return (
    <g>
      <rect
        x={x}
        y={y}
        width={HANDLE}
        height={HEIGHT - 10}
        rx={4}
        fill="var(--plate)"
        stroke="var(--metal)"
      />
      <text x={x + HANDLE / 2} y={y + 20} textAnchor="middle" fontWeight="bold" fill="var(--engraved)">
        {row.breaker}
      </text>
      <text x={x + HANDLE / 2} y={y + 38} textAnchor="middle" fontSize={13} fill="var(--engraved)">
        {row.amps === null ? "? A" : `${row.amps} A`}
      </text>
      {words.map((line, at) => (
        <text key={at} x={beside} y={y + 16 + at * 17} textAnchor={anchor} fontSize={15} fill="var(--ink)">
          {line}
        </text>
      ))}
      {proved && (
        <text x={beside} y={y + 16 + words.length * 17} textAnchor={anchor} fontSize={12} fill="var(--dead)">
          proved
        </text>
      )}
    </g>
  );
}

/** Words in lines of a few letters; what does not fit ends in an ellipsis. */
function lines(words: string): string[] {
  const found: string[] = [];
  for (const word of words.split(" ")) {
    const last = found.at(-1);
    if (last !== undefined && `${last} ${word}`.length <= LETTERS)
      found[found.length - 1] = `${last} ${word}`;
    else found.push(word);
  }
  return found.length > LINES ? [...found.slice(0, LINES - 1), `${found[LINES - 1]} …`] : found;
}
