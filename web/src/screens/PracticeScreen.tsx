import { Link, useNavigate } from "react-router";
import { usePractice, useStart, type Practice } from "../api/practice";
import { Button } from "../ui/Button";
import { Course } from "../practice/Course";
import { Houses } from "../practice/Houses";
import { OwnJobs } from "../practice/OwnJobs";
import { Learned } from "../practice/Learned";
import { PracticeFile } from "../practice/PracticeFile";
import { longDay } from "../ui/days";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";
import { Waiting } from "../ui/Waiting";
import { drawn, houseName } from "../practice/drawn";

/** Houses to practice on, by level, and those that were played. */
export function PracticeScreen() {
  const practice = usePractice();
  const start = useStart();
  const go = useNavigate();
  const begin = (asked: Parameters<typeof start.mutate>[0]) =>
    start.mutate(asked, { onSuccess: ({ id }) => void go(`/practice/${id}`) });
  const next = practice.data?.progress.next;
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
        {next && (
          <div className="mb-4 flex flex-wrap items-center gap-x-6 gap-y-2 rounded-lg border-2 border-edge bg-plate p-4 text-engraved print:hidden">
            <p className="grow">
              <b className="block text-lg">
                Next: level {next.level}, {next.name}
              </b>
              {next.why}
            </p>
            <Button kind="key" disabled={start.isPending} onClick={() => begin({ level: next.level })}>
              Start
            </Button>
            <Button onClick={() => void go(`/practice/drills/${drawn()}`)}>
              Ten questions in 90 seconds
            </Button>
          </div>
        )}
        {practice.data && (
          <section aria-label="Random houses" className="print:hidden">
            <h2 className="mb-1 text-lg font-bold">A random house</h2>
            <Houses
              word="Level"
              houses={practice.data.levels}
              next={next?.level}
              busy={start.isPending}
              begin={(level) => begin({ level })}
            />
          </section>
        )}
        {practice.data && (
          <Course
            lessons={practice.data.lessons}
            busy={start.isPending}
            begin={(lesson) => begin({ lesson })}
          />
        )}
        {practice.data && (
          <OwnJobs jobs={practice.data.jobs} busy={start.isPending} begin={(job) => begin({ job })} />
        )}
        {practice.data && <Learned {...practice.data} />}
        {practice.data && <PracticeFile />}
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
                    {houseName(row.level, row.seed)}
                  </Link>
                  <span className="text-sm text-quiet">{longDay(row.day)}</span>
                  <span className="text-sm">{outcome(row)}</span>
                  {!row.own && (
                    <Button
                      small
                      disabled={start.isPending}
                      onClick={() =>
                        begin(
                          row.lesson ? { lesson: row.lesson } : { level: row.level.number, seed: row.seed },
                        )
                      }
                    >
                      Again
                    </Button>
                  )}
                </li>
              ))}
            </ul>
          </>
        )}
      </div>
    </Frame>
  );
}

type Row = Practice["exercises"][number];

function outcome(row: Row): string {
  if (!row.over) return `under way, ${row.acts} done`;
  const verdict = row.right ? (row.named ? "right, and named" : "right, not named") : "not right";
  return `${verdict} · ${Math.round(row.minutes ?? 0)} min · ${row.stopped ?? 0} unsafe`;
}
