import type { Practice } from "../api/practice";
import { Houses } from "./Houses";

type Props = { lessons: Practice["lessons"]; busy: boolean; begin: (lesson: number) => void };

/** The thirty houses of the course, in order. */
export function Course({ lessons, busy, begin }: Props) {
  return (
    <section aria-label="The course" className="mt-6">
      <h2 className="mb-1 text-lg font-bold">Thirty houses, in order</h2>
      <p className="mb-2 text-quiet">
        {lessons.filter(({ done }) => done > 0).length} of {lessons.length} repaired.
      </p>
      <Houses
        houses={lessons}
        next={lessons.find(({ done }) => done === 0)?.number}
        busy={busy}
        begin={begin}
      />
    </section>
  );
}
