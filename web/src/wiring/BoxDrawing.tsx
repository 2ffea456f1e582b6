import type { Box, Wire } from "../api/client";
import { paint } from "./colors";
import { layOut, path, type Layout, type Strand } from "./layout";

const TAGS: Record<string, string> = {
  line: "LINE",
  onward: "ON",
  load: "LOAD",
  traveler: "TRAV",
  neutral: "NEUT",
  ground: "GND",
  spare: "SPARE",
};

type Props = {
  box: Box;
  /** Points to draw attention to: those of the step at hand. */
  marked?: string[];
  /** Makes screws and conductors things to tap. */
  onPick?: (point: string) => void;
  picked?: string | null;
};

/** An open box as a person faces it: cables above, conductors fanned out in their colours, splices, the device below. */
export function BoxDrawing({ box, marked = [], onPick, picked = null }: Props) {
  const layout = layOut(box);
  const wires = new Map(
    box.cables.flatMap((cable) => cable.wires.map((wire) => [wire.point, wire] as const)),
  );
  return (
    <svg
      viewBox={`0 0 ${layout.width} ${layout.height}`}
      role={onPick ? "group" : "img"}
      aria-label={`Inside the ${box.name} box`}
      className="block h-auto w-full"
      style={{ maxWidth: layout.width * 1.25 }}
    >
      <rect
        x="6"
        y="30"
        width={layout.width - 12}
        height={layout.height - 36}
        rx="14"
        fill="var(--wall)"
        stroke="var(--edge)"
        strokeWidth={box.enclosure === "metal" ? 4 : 2}
      />
      {layout.cables.map((cable, index) => (
        <Sheath key={cable.id} cable={cable} info={box.cables[index]} />
      ))}
      {layout.strands.map((strand, index) => (
        <StrandPath
          key={`${strand.point}${index}`}
          strand={strand}
          wire={wires.get(strand.point) ?? mate(box, strand.point, wires)}
          bold={marked.includes(strand.point)}
        />
      ))}
      {layout.device && <Yoke device={layout.device} />}
      {layout.splices.map((splice) => (
        <Cap key={splice.key} at={splice.at} />
      ))}
      {layout.screws.map((screw) => (
        <Screw
          key={screw.point}
          screw={screw}
          marked={marked.includes(screw.point)}
          picked={picked === screw.point}
          onPick={onPick}
        />
      ))}
      {layout.strands.map((strand) => {
        const wire = wires.get(strand.point);
        return (
          wire && (
            <Tag
              key={strand.point}
              wire={wire}
              strand={strand}
              marked={marked.includes(wire.point)}
              picked={picked === wire.point}
              onPick={onPick}
            />
          )
        );
      })}
    </svg>
  );
}

function Sheath({
  cable,
  info,
}: {
  cable: Layout["cables"][number];
  info: Box["cables"][number] | undefined;
}) {
  const leads = info?.leads_to;
  const words = leads
    ? `to ${leads.name}${leads.share < 0.95 ? ` ${Math.round(leads.share * 100)}%` : ""}`
    : "";
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
        {info?.number} · {info?.type ?? "cable"}
      </text>
      <text x={cable.x + cable.width / 2} y="11" textAnchor="middle" fontSize="13" fill="var(--quiet)">
        {words}
      </text>
    </g>
  );
}

function Yoke({ device }: { device: NonNullable<Layout["device"]> }) {
  return (
    <g>
      <rect
        x={device.x}
        y={device.y}
        width={device.width}
        height={device.height}
        rx="10"
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      <text
        x={device.x + device.width / 2}
        y={device.y + device.height / 2 + 6}
        textAnchor="middle"
        fontSize="18"
        fontWeight="700"
        fill="var(--ink)"
      >
        {device.id}
      </text>
      <text
        x={device.x + device.width / 2}
        y={device.y + device.height + 18}
        textAnchor="middle"
        fontSize="13"
        fill="var(--quiet)"
      >
        {device.term}
      </text>
    </g>
  );
}

function StrandPath({ strand, wire, bold }: { strand: Strand; wire: Wire | undefined; bold: boolean }) {
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

function Cap({ at }: { at: { x: number; y: number } }) {
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

type Pick = { marked: boolean; picked: boolean; onPick: ((point: string) => void) | undefined };

function tap(point: string, name: string, onPick: Pick["onPick"], picked: boolean) {
  if (!onPick) return {};
  return {
    role: "button",
    tabIndex: 0,
    "aria-label": name,
    "aria-pressed": picked,
    style: { cursor: "pointer" },
    onClick: () => onPick(point),
    onKeyDown: (event: React.KeyboardEvent) => {
      if (event.key !== "Enter" && event.key !== " ") return;
      event.preventDefault();
      onPick(point);
    },
  };
}

function Screw({ screw, marked, picked, onPick }: { screw: Layout["screws"][number] } & Pick) {
  const dark = screw.terminal === "common";
  const green = screw.terminal === "ground";
  const words = screw.terminal.replaceAll("_", " ");
  return (
    <g {...tap(screw.point, `screw ${words}`, onPick, picked)}>
      {onPick && <circle cx={screw.at.x} cy={screw.at.y} r="22" fill="transparent" />}
      {(marked || picked) && <circle cx={screw.at.x} cy={screw.at.y} r="17" fill="var(--key)" />}
      <circle
        cx={screw.at.x}
        cy={screw.at.y}
        r="10"
        fill={dark ? "#3a3f3d" : green ? "#2f8a43" : "#d3a13f"}
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <path
        d={`M${screw.at.x - 6} ${screw.at.y + 3}l12 -6`}
        stroke={dark ? "#fff" : "#14201d"}
        strokeWidth="2"
      />
      <ScrewName screw={screw} words={words} />
    </g>
  );
}

function ScrewName({ screw, words }: { screw: Layout["screws"][number]; words: string }) {
  const short = words
    .replace("traveler ", "T")
    .replace("terminal ", "")
    .replace("common", "COM")
    .replace("neutral", "NEUT")
    .replace("ground", "G");
  const box = screw.terminal === "box";
  return (
    <text
      x={box ? screw.at.x : screw.at.x - screw.side * 16}
      y={box ? screw.at.y + 25 : screw.at.y + 4}
      textAnchor={box ? "middle" : screw.side < 0 ? "start" : "end"}
      fontSize="12"
      fontWeight="700"
      fill="var(--ink)"
    >
      {short.toUpperCase()}
    </text>
  );
}

/** A pigtail is drawn in the colour of the conductors it belongs to. */
function mate(box: Box, point: string, wires: Map<string, Wire>): Wire | undefined {
  const joint = box.joints.find((candidate) => candidate.includes(point)) ?? [];
  return joint.map((other) => wires.get(other)).find((wire) => wire !== undefined);
}

function Tag({ wire, strand, marked, picked, onPick }: { wire: Wire; strand: Strand } & Pick) {
  const { fill, edge, letter } = paint(wire.color);
  const best = wire.roles[0];
  const x = strand.from.x;
  const dark = ["black", "red", "blue", "brown", "green"].includes(wire.color);
  return (
    <g
      {...tap(
        wire.point,
        `${wire.id} of cable ${wire.point.split("/")[1]?.split(".")[0] ?? ""}`,
        onPick,
        picked,
      )}
    >
      {onPick && <rect x={x - 22} y="44" width="44" height="62" fill="transparent" />}
      {(marked || picked) && <rect x={x - 22} y="44" width="44" height="62" rx="8" fill="var(--key)" />}
      <circle cx={x} cy="62" r="14" fill={fill} stroke={edge} strokeWidth="2" />
      <text x={x} y="67" textAnchor="middle" fontSize="13" fontWeight="700" fill={dark ? "#fff" : "#14201d"}>
        {letter}
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
          fontWeight={best.share > 0.9 ? 700 : 400}
          fill={marked || picked ? "var(--key-ink)" : "var(--ink)"}
        >
          {TAGS[best.role]}
          {best.share < 0.9 ? "?" : ""}
        </text>
      )}
    </g>
  );
}
