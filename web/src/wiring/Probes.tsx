import type { Drawing } from "../api/client";

/** Leads in the colors of a meter's: the first black, the second red. */
const LEADS = [
  { color: "var(--lead-black)", name: "A" },
  { color: "var(--lead-red)", name: "B" },
];

/** The probes where they go, each with its letter and its lead to the edge. */
export function Probes({ drawing, points }: { drawing: Drawing; points: string[] }) {
  return (
    <g aria-hidden>
      {points.slice(0, 2).map((point, index) => {
        const at = place(drawing, point);
        const lead = LEADS[index];
        return at && lead && <Probe key={point} at={at} lead={lead} drawing={drawing} low={index === 1} />;
      })}
    </g>
  );
}

type ProbeProps = {
  at: { x: number; y: number };
  lead: { color: string; name: string };
  drawing: Drawing;
  low: boolean;
};

function Probe({ at, lead, drawing, low }: ProbeProps) {
  return (
    <g strokeLinecap="round">
      <circle cx={at.x} cy={at.y} r="17" fill="none" stroke={lead.color} strokeWidth="3.5" />
      {drawing.ends.some((end) => end.x === at.x && end.y === at.y) ? (
        <Badge x={at.x + 25} y={at.y - 12} lead={lead} />
      ) : (
        <Lead at={at} lead={lead} drawing={drawing} low={low} />
      )}
    </g>
  );
}

/** From a screw the lead runs to the nearer edge. */
function Lead({ at, lead, drawing, low }: ProbeProps) {
  const right = at.x > drawing.width / 2;
  const edge = right ? drawing.width - 4 : 4;
  const away = right ? 1 : -1;
  const y = Math.min(at.y + (low ? 34 : 18), drawing.height - 14);
  const handle = { x: edge - away * 36, y };
  return (
    <>
      <path
        d={`M${at.x + away * 12} ${at.y + 8}L${handle.x} ${handle.y}`}
        stroke={lead.color}
        strokeWidth="2.5"
      />
      <path d={`M${handle.x} ${handle.y}L${edge} ${y + 4}`} stroke={lead.color} strokeWidth="9" />
      <Badge {...handle} lead={lead} />
    </>
  );
}

function Badge({ x, y, lead }: { x: number; y: number; lead: ProbeProps["lead"] }) {
  return (
    <>
      <circle cx={x} cy={y} r="11" fill={lead.color} stroke="var(--sheet)" strokeWidth="2" />
      <text x={x} y={y + 5} textAnchor="middle" fontSize="13" fontWeight="700" fill="var(--lead-letter)">
        {lead.name}
      </text>
    </>
  );
}

function place(drawing: Drawing, point: string): { x: number; y: number } | undefined {
  return (
    drawing.screws.find((screw) => screw.point === point) ?? drawing.ends.find((end) => end.point === point)
  );
}
