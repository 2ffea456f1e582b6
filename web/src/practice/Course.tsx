import { Check } from "lucide-react";
import type { Practice } from "../api/practice";

type Props = { lessons: Practice["lessons"]; busy: boolean; begin: (lesson: number) => void };

/** The thirty houses of the course, in order. A tick stands where one ended right. */
export function Course({ lessons, busy, begin }: Props) {
  const next = lessons.find(({ done }) => done === 0)?.number;
  return (
    <section aria-label="The course">
      <h2 className="mt-6 mb-1 text-lg font-bold">Thirty houses, in order</h2>
      <p className="mb-2 text-quiet">
        {lessons.filter(({ done }) => done > 0).length} of {lessons.length} put right.
      </p>
      <ol className="grid gap-x-4 sm:grid-cols-2">
        {lessons.map(({ number, name, teaches, done }) => (
          <li key={number} className="border-b border-edge/50">
            <button
              type="button"
              disabled={busy}
              onClick={() => begin(number)}
              className={`flex min-h-11 w-full cursor-pointer items-center gap-3 py-1 text-left ${number === next ? "font-bold" : ""}`}
            >
              <span className="w-7 text-right">{number}</span>
              <span className="grow">
                {name}
                <span className="block text-sm font-normal text-quiet">{teaches}</span>
              </span>
              {done > 0 && <Check aria-label="put right" className="size-5 shrink-0 text-copper" />}
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}
