import type { Box, Drawing } from "../api/client";
import { tap, type Pick } from "./tap";

type Finish = Drawing["screws"][number]["finish"];

/** The metal of a screw, from the tokens. */
const metal = (finish: Finish) => ({ fill: `var(--screw-${finish})`, slot: `var(--screw-${finish}-slot)` });

type Body = Drawing["devices"][number];

/** A device with its face: the toggle as it stands, a lamp, sockets. */
export function DeviceBody({ body, device }: { body: Body; device: Box["devices"][number] | undefined }) {
  const middle = body.x + body.width / 2;
  return (
    <g>
      <rect
        x={body.x}
        y={body.y}
        width={body.width}
        height={body.height}
        rx="10"
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      <Face kind={device?.kind ?? ""} position={device?.position ?? null} x={middle} y={body.y + 14} />
      <text x={middle} y={body.y + body.height - 9} textAnchor="middle" fontSize="12" fill="var(--quiet)">
        <tspan fontWeight="700" fill="var(--ink)">
          {body.id}
        </tspan>{" "}
        {short(device?.term ?? "")}
      </text>
    </g>
  );
}

/** A term that fits below a face. */
const short = (term: string) => term.replace(/ switch$/, "");

function Face({ kind, position, x, y }: { kind: string; position: string | null; x: number; y: number }) {
  if (kind === "luminaire" || kind === "fan_light" || kind === "fan") {
    return (
      <g fill="none" stroke="var(--ink)" strokeWidth="1.5">
        <circle cx={x} cy={y + 26} r="18" />
        <path d={`M${x - 12.5} ${y + 13.5}l25 25m0 -25l-25 25`} />
      </g>
    );
  }
  if (kind === "receptacle") {
    return (
      <g stroke="var(--ink)" strokeWidth="1.5" fill="var(--wall)">
        <rect x={x - 17} y={y} width="34" height="28" rx="11" />
        <rect x={x - 17} y={y + 36} width="34" height="28" rx="11" />
        <path d={`M${x - 6} ${y + 8}v9M${x + 6} ${y + 8}v9M${x - 6} ${y + 44}v9M${x + 6} ${y + 44}v9`} />
      </g>
    );
  }
  const up = position === "up" || position === "on";
  return (
    <g stroke="var(--quiet)" strokeWidth="1.5">
      <rect x={x - 15} y={y} width="30" height="58" rx="6" fill="var(--wall)" />
      {position && (
        <rect
          x={x - 9}
          y={up ? y + 6 : y + 28}
          width="18"
          height="24"
          rx="4"
          fill="var(--ink)"
          stroke="none"
        />
      )}
    </g>
  );
}

/** The tab between two screws: a bridge where it is whole, two stubs where it was broken off. */
export function Tab({ tab }: { tab: Drawing["tabs"][number] }) {
  const { x, from, to, intact } = tab;
  const stub = (to - from) * 0.32;
  return (
    <g stroke="var(--copper)" strokeWidth="6">
      {intact ? <path d={`M${x} ${from}V${to}`} /> : <path d={`M${x} ${from}v${stub}M${x} ${to}v${-stub}`} />}
    </g>
  );
}

/** A screw in its metal, or a lead with its connector. */
export function Screw({ screw, marked, picked, onPick }: { screw: Drawing["screws"][number] } & Pick) {
  const { x, y } = screw;
  const { fill, slot } = metal(screw.finish);
  const lead = screw.finish === "lead";
  const words = screw.terminal.replaceAll("_", " ");
  return (
    <g {...tap(screw.point, `${lead ? "lead" : "screw"} ${words}`, onPick, picked)}>
      {onPick && <circle cx={x} cy={y} r="22" fill="transparent" />}
      {(marked || picked) && <circle cx={x} cy={y} r="15" fill="var(--key)" />}
      {lead ? (
        <rect
          x={x - 9}
          y={y - 7}
          width="18"
          height="14"
          rx="4"
          fill={fill}
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
      ) : (
        <circle cx={x} cy={y} r="10" fill={fill} stroke="var(--ink)" strokeWidth="1.5" />
      )}
      {!lead && <path d={`M${x - 6} ${y + 3}l12 -6`} stroke={slot} strokeWidth="2" />}
      <ScrewName screw={screw} />
    </g>
  );
}

function ScrewName({ screw }: { screw: Drawing["screws"][number] }) {
  const box = screw.terminal === "box";
  return (
    <text
      x={box ? screw.x - 4 : screw.x - screw.side * 16}
      y={box ? screw.y - 16 : screw.y + 4}
      textAnchor={box ? "start" : screw.side < 0 ? "start" : "end"}
      fontSize="12"
      fontWeight="700"
      fill="var(--ink)"
    >
      {screw.label}
    </text>
  );
}
