import type { ReactNode } from "react";

/** A quiet sheet beside the plate: one subject, one heading. */
export function Sheet({ title, aside, children }: { title: string; aside?: ReactNode; children: ReactNode }) {
  return (
    <section aria-label={title} className="rounded-lg border border-edge bg-sheet p-4">
      <div className="mb-2 flex items-baseline gap-3">
        <h2 className="font-bold">{title}</h2>
        <div className="ml-auto text-sm text-quiet">{aside}</div>
      </div>
      {children}
    </section>
  );
}
