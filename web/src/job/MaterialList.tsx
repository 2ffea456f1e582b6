import type { Schemas } from "../api/client";
import { useSettings } from "../api/settings";

/** What a piece of work takes; what the van has is ticked. */
export function MaterialList({ materials }: { materials: Schemas["Material"][] }) {
  const stock = useSettings().data?.stock ?? [];
  if (materials.length === 0) return null;
  return (
    <ul aria-label="Material" className="flex flex-wrap gap-x-4 gap-y-1">
      {materials.map(({ item, words }) => {
        const there = stock.includes(item);
        return (
          <li key={words} className="flex items-center gap-1.5">
            <span
              aria-hidden
              className={`grid size-5 place-items-center rounded-sm border-2 text-sm leading-none ${there ? "border-dead text-dead" : "border-edge"}`}
            >
              {there && "✓"}
            </span>
            {words}
            <span className="sr-only">{there ? ", in the van" : ", not in the van"}</span>
          </li>
        );
      })}
    </ul>
  );
}
