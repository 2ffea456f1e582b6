import type { Finish, Layout } from "./layout";
import { tap, type Pick } from "./tap";

/** The metal of a screw, from the tokens. */
const metal = (finish: Finish) => ({ fill: `var(--screw-${finish})`, slot: `var(--screw-${finish}-slot)` });

export function Yoke({ device }: { device: Layout["devices"][number] }) {
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
        y={device.y + device.height + 18}
        textAnchor="middle"
        fontSize="13"
        fill="var(--quiet)"
      >
        <tspan fontWeight="700" fontSize="16" fill="var(--ink)">
          {device.id}
        </tspan>{" "}
        {device.term}
      </text>
    </g>
  );
}

/** The tab between two screws: a bridge where it is whole, two stubs where it was broken off. */
export function Tab({ tab }: { tab: Layout["tabs"][number] }) {
  const { from, to, intact } = tab;
  const stub = (to.y - from.y) * 0.32;
  return (
    <g stroke="var(--copper)" strokeWidth="6">
      {intact ? (
        <path d={`M${from.x} ${from.y}V${to.y}`} />
      ) : (
        <path d={`M${from.x} ${from.y}v${stub}M${to.x} ${to.y}v${-stub}`} />
      )}
    </g>
  );
}

/** A screw in its metal, or a lead with its connector. */
export function Screw({ screw, marked, picked, onPick }: { screw: Layout["screws"][number] } & Pick) {
  const { x, y } = screw.at;
  const { fill, slot } = metal(screw.finish);
  const lead = screw.finish === "lead";
  const words = screw.terminal.replaceAll("_", " ");
  return (
    <g {...tap(screw.point, `${lead ? "lead" : "screw"} ${words}`, onPick, picked)}>
      {onPick && <circle cx={x} cy={y} r="22" fill="transparent" />}
      {(marked || picked) && <circle cx={x} cy={y} r="17" fill="var(--key)" />}
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

function ScrewName({ screw }: { screw: Layout["screws"][number] }) {
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
      {screw.label}
    </text>
  );
}
