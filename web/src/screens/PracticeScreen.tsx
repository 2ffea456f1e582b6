import { Link, useNavigate } from "react-router";
import { usePractice, useStart } from "../api/practice";
import { Button } from "../ui/Button";
import { longDay } from "../ui/days";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";
import { Waiting } from "../ui/Waiting";

/** Houses to practice on, by level, and those that were played. */
export function PracticeScreen() {
  const practice = usePractice();
  const start = useStart();
  const go = useNavigate();
  const begin = (level: number, seed?: number) =>
    start.mutate(seed ? { level, seed } : { level }, { onSuccess: ({ id }) => void go(`/practice/${id}`) });
  return (
    <Frame>
      <div className="mx-auto max-w-4xl">
        <h1 className="text-2xl font-bold">Practice</h1>
        <p className="mb-4 max-w-prose text-quiet">
          A house with something wrong in it, and nobody tells you what to do. What would hurt you is stopped
          before it happens, and counts.
        </p>
        <Notice error={practice.error ?? start.error} />
        {practice.isPending && <Waiting words="Reading the levels …" />}
        <ul className="grid gap-2 sm:grid-cols-2">
          {practice.data?.levels.map(({ number, name, teaches }) => (
            <li key={number} className="flex flex-col gap-2 rounded-lg border border-edge bg-sheet p-4">
              <h2 className="text-lg font-bold">
                {number} · {name}
              </h2>
              <p className="grow text-quiet">{teaches}</p>
              <Button kind="key" disabled={start.isPending} onClick={() => begin(number)}>
                A house of level {number}
              </Button>
            </li>
          ))}
        </ul>
        {(practice.data?.exercises.length ?? 0) > 0 && (
          <>
            <h2 className="mt-6 mb-2 text-lg font-bold">Played so far</h2>
            <ul className="grid gap-2">
              {practice.data?.exercises.map((row) => (
                <li
                  key={row.id}
                  className="flex flex-wrap items-center gap-x-4 rounded-lg border border-edge bg-sheet px-4 py-1"
                >
                  <Link
                    to={`/practice/${row.id}`}
                    className="flex min-h-11 grow items-center gap-x-3 underline"
                  >
                    {row.level.name}, house {row.seed}
                  </Link>
                  <span className="text-sm text-quiet">{longDay(row.day)}</span>
                  <span className="text-sm">{outcome(row)}</span>
                  <Button small disabled={start.isPending} onClick={() => begin(row.level.number, row.seed)}>
                    Again
                  </Button>
                </li>
              ))}
            </ul>
          </>
        )}
      </div>
    </Frame>
  );
}

type Row = NonNullable<ReturnType<typeof usePractice>["data"]>["exercises"][number];

function outcome(row: Row): string {
  if (!row.over) return `under way, ${row.acts} done`;
  const verdict = row.right ? (row.named ? "right, and named" : "right, not named") : "not right";
  return `${verdict} · ${Math.round(row.minutes ?? 0)} min · ${row.stopped ?? 0} unsafe`;
}
