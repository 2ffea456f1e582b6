import { ChevronRight } from "lucide-react";
import type { ReactNode } from "react";

type Props = { label: ReactNode; children: ReactNode; className?: string; onOpen?: (open: boolean) => void };

/** What is there for who asks: a line that opens. */
export function More({ label, children, className = "", onOpen }: Props) {
  return (
    <details
      className={`group border-t py-1 ${className}`}
      onToggle={(event) => onOpen?.(event.currentTarget.open)}
    >
      <summary className="flex min-h-11 cursor-pointer list-none items-center gap-2">
        <ChevronRight size={18} aria-hidden className="shrink-0 group-open:rotate-90" />
        {label}
      </summary>
      {children}
    </details>
  );
}
