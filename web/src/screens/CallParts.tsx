import type { ReactNode } from "react";
import { Button } from "../ui/Button";

/** Fields that belong together, under a title. */
export function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="min-w-0 rounded-lg border border-edge bg-sheet px-4 pt-1 pb-4">
      <legend className="px-1 font-bold">{title}</legend>
      <div className="grid items-start gap-x-6 gap-y-3 sm:grid-cols-2">{children}</div>
    </fieldset>
  );
}

/** One of several like fields, with a button that takes it away. */
export function Row({ remove, children }: { remove: (() => void) | undefined; children: ReactNode }) {
  return (
    <div className="flex items-end gap-2 sm:col-span-2">
      <div className="grid grow gap-x-6 gap-y-2 sm:auto-cols-fr sm:grid-flow-col">{children}</div>
      {remove && (
        <Button onClick={remove} aria-label="Take this one away">
          −
        </Button>
      )}
    </div>
  );
}
