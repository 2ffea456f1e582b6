import type { Job, Step } from "../api/client";
import type { Letter } from "../api/outbox";

type Row = Job["grid"][number];

/** The job with what is on its way already shown: the grid, and how the toggles stand. The rest the server works out. */
export function foreseen(job: Job, letters: Letter[]): Job {
  return letters
    .filter((letter) => !letter.refused && letter.version >= job.version)
    .flatMap((letter) => (letter.change.do === "take" ? (letter.change.steps as Step[]) : []))
    .reduce(after, job);
}

function after(job: Job, step: Step): Job {
  if (step.do === "set") {
    const controls = job.controls.map((one) =>
      one.id === step.device ? { ...one, position: step.to ?? null } : one,
    );
    return { ...job, controls };
  }
  const told = step.answer?.loads;
  if (!told) return job;
  if (step.do === "report" && job.groups.length > 1) return { ...job, groups: job.groups.map(heard(step)) };
  const lights = job.groups.map(({ loads }) => told[loads[0] ?? ""]);
  if (!lights.every((light) => light !== undefined && light !== "flickers")) return job;
  const stands = step.positions ?? Object.fromEntries(job.controls.map(({ id, position }) => [id, position]));
  const seen = (row: Row) => Object.entries(row.positions).every(([id, at]) => stands[id] === at);
  const changed = job.grid.some((row) => row.now !== null);
  const grid = job.grid.map((row) => {
    if (!seen(row)) return row;
    return changed && step.do === "watch"
      ? { ...row, now: lights as Row["now"], turn: null }
      : { ...row, found: lights as Row["found"], turn: null };
  });
  return { ...job, grid };
}

type Group = Job["groups"][number];

/** A group of loads with what was just said of it, in one position of its own switches. */
const heard = (step: Step) => (group: Group) => ({
  ...group,
  rows: group.rows.map((row) => {
    const same = Object.entries(row.positions).every(([id, at]) => step.positions?.[id] === at);
    const light = step.answer?.loads?.[group.loads[0] ?? ""];
    return same && light ? { ...row, found: light } : row;
  }),
});
