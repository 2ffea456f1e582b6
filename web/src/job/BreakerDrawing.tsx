import type { Power, Step } from "../api/client";

/** The breakers of the job as they stand, and the one to be switched with the way its handle goes. */
export function BreakerDrawing({ step, power }: { step: Step | null; power: Power }) {
  const width = Math.max(power.breakers.length * 150, 300);
  return (
    <div className="m-auto w-full max-w-md">
      <svg
        viewBox={`0 0 ${width} 300`}
        role="img"
        aria-label={words(step, power)}
        className="block h-auto w-full"
      >
        <rect
          x="4"
          y="4"
          width={width - 8}
          height="292"
          rx="14"
          fill="var(--wall)"
          stroke="var(--metal)"
          strokeWidth="6"
        />
        {power.breakers.map((breaker, index) => (
          <Breaker
            key={breaker.id}
            x={(width * (index + 0.5)) / power.breakers.length}
            id={breaker.id}
            state={breaker.state}
            to={step?.device === breaker.id ? (step.to ?? null) : null}
          />
        ))}
      </svg>
      <p className="mt-2 text-center">{power.sentence}</p>
    </div>
  );
}

const HANDLE: Record<string, number> = { on: 78, tripped: 126, off: 168, unknown: 126 };

function Breaker({ x, id, state, to }: { x: number; id: string; state: string; to: string | null }) {
  const at = HANDLE[state] ?? 126;
  const target = to ? HANDLE[to] : undefined;
  return (
    <g>
      <rect
        x={x - 44}
        y="44"
        width="88"
        height="212"
        rx="8"
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      <text x={x} y="36" textAnchor="middle" fontSize="16" fontWeight="700" fill="var(--ink)">
        {id}
      </text>
      <text x={x} y="70" textAnchor="middle" fontSize="13" fill="var(--ink)">
        ON
      </text>
      <text x={x} y="246" textAnchor="middle" fontSize="13" fill="var(--ink)">
        OFF
      </text>
      <rect x={x - 16} y="76" width="32" height="150" rx="6" fill="var(--wall)" stroke="var(--quiet)" />
      <rect x={x - 22} y={at} width="44" height="50" rx="6" fill="var(--ink)" />
      {target !== undefined && target !== at && (
        <>
          <rect
            x={x - 22}
            y={target}
            width="44"
            height="50"
            rx="6"
            fill="none"
            stroke="var(--copper)"
            strokeWidth="4"
            strokeDasharray="7 5"
          />
          <path
            d={`M${x + 34} ${at + 25}V${target + 25}m-7 ${target > at ? -10 : 10}l7 ${target > at ? 10 : -10}l7 ${target > at ? -10 : 10}`}
            fill="none"
            stroke="var(--copper)"
            strokeWidth="4"
            strokeLinecap="round"
          />
        </>
      )}
    </g>
  );
}

function words(step: Step | null, power: Power): string {
  const now = power.breakers.map(({ id, state }) => `breaker ${id} ${state}`).join(", ");
  return step ? `Panel: ${now}. Turn ${step.device} ${step.to}.` : `Panel: ${now}.`;
}
