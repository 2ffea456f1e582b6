import type { ReactNode } from "react";

/** The engraved plate: the one thing to do now. Two screws hold it. */
export function Plate({ label, children }: { label: string; children: ReactNode }) {
  return (
    <section
      aria-label={label}
      className="relative flex min-h-0 flex-col rounded-lg bg-plate px-5 py-4 text-engraved sm:px-9 lg:min-h-[30rem]"
    >
      <Screw className="left-3" />
      <Screw className="right-3" />
      {children}
    </section>
  );
}

function Screw({ className }: { className: string }) {
  return (
    <svg
      viewBox="0 0 12 12"
      aria-hidden
      className={`absolute top-1/2 hidden h-4 w-4 -translate-y-1/2 sm:block ${className}`}
    >
      <circle cx="6" cy="6" r="5" fill="none" stroke="currentColor" strokeWidth="1" opacity="0.6" />
      <path d="M3 8.6 9 3.4" stroke="currentColor" strokeWidth="1.4" opacity="0.6" />
    </svg>
  );
}
