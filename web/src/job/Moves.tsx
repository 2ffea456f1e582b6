import type { Schemas } from "../api/client";

/** What to move, conductor by conductor. */
export function Moves({ moves }: { moves: Schemas["Move"][] }) {
  return (
    <ol className="grid gap-2">
      {moves.map((move, index) => (
        <li key={index} className="grid grid-cols-[1.75rem_1fr] items-baseline">
          <span className="font-mono opacity-70">{index + 1}</span>
          <span>
            <b>{move.what}</b>
            {move.from && move.to && (
              <span>
                : {move.from} <span aria-label="to">→</span> <b>{move.to}</b>
              </span>
            )}
          </span>
        </li>
      ))}
    </ol>
  );
}
