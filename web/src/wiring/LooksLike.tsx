import type { Box, Found } from "../api/client";
import { paint } from "./colors";
import { rounded } from "./path";

type Look = { words: string; percent: string; found: Found; box: Box };
type Props = { looks: Look[]; onChoose: (found: Found) => void; onEmpty: () => void };

/** What the box will probably look like: one tap, then corrections. */
export function LooksLike({ looks, onChoose, onEmpty }: Props) {
  if (looks.length === 0) return null;
  return (
    <div>
      <p className="mb-1 text-sm text-quiet">Looks like</p>
      <ul className="flex gap-2 overflow-x-auto pb-1">
        {looks.map((look, index) => (
          <li key={index} className="w-27 shrink-0">
            <button
              type="button"
              onClick={() => onChoose(look.found)}
              className="w-full cursor-pointer rounded-md border-2 border-edge bg-wall px-1 pb-0.5"
            >
              <Thumb box={look.box} />
              <span className="flex gap-1 text-xs">
                <span className="truncate">{look.words}</span>
                <b className="ml-auto whitespace-nowrap">{look.percent}</b>
              </span>
            </button>
          </li>
        ))}
        <li className="w-24 shrink-0">
          <button
            type="button"
            onClick={onEmpty}
            className="h-full w-full cursor-pointer rounded-md border-2 border-dashed border-edge text-sm text-quiet"
          >
            start empty
          </button>
        </li>
      </ul>
    </div>
  );
}

/** A box drawn small: wires and devices, no words. */
function Thumb({ box }: { box: Box }) {
  const { drawing } = box;
  if (!drawing) return null;
  const colors = new Map(
    box.cables.flatMap(({ wires }) => wires.map((wire) => [wire.point, wire.color] as const)),
  );
  const top = 60;
  return (
    <svg
      viewBox={`0 ${top} ${drawing.width} ${drawing.height - top}`}
      className="block h-18 w-full"
      aria-hidden
    >
      {drawing.wires.map((strand, index) => {
        const color =
          colors.get(strand.point) ?? strand.mates?.map((mate) => colors.get(mate)).find(Boolean) ?? "black";
        const { fill, edge } = paint(color);
        const line = rounded(strand.path);
        return (
          <g key={index} fill="none">
            <path d={line} stroke={edge} strokeWidth="14" />
            <path d={line} stroke={fill} strokeWidth="10" />
          </g>
        );
      })}
      {drawing.devices.map((body) => (
        <rect
          key={body.id}
          x={body.x}
          y={body.y}
          width={body.width}
          height={body.height}
          rx="10"
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="6"
        />
      ))}
      {drawing.caps.map((cap, index) => (
        <rect key={index} x={cap.x} y={cap.y} width={cap.width} height={cap.height} fill="var(--cap-small)" />
      ))}
    </svg>
  );
}
