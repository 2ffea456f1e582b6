import { Check } from "lucide-react";
import type { Day } from "../api/queries";

/** What to load for today's calls. What the van has is ticked. */
export function Van({ van }: { van: Day["van"] }) {
  if (van.length === 0) return null;
  return (
    <section
      aria-label="To load"
      className="mb-6 flex flex-wrap items-baseline gap-x-5 gap-y-1 border-l-4 border-edge pl-3"
    >
      <h2 className="font-bold">Load this morning</h2>
      <ul className="contents">
        {van.map(({ item, words, stocked }) => (
          <li key={item} className={`flex items-center gap-1 ${stocked ? "text-quiet" : ""}`}>
            {stocked && <Check aria-hidden className="size-4" />}
            {words}
            {stocked && <span className="sr-only">, in the van</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}
