import type { Act, Advice, Step } from "../api/client";

/** The step or the box that a person chose instead of the recommended step. It is dropped when the job changes. */
export type Aside = {
  /** The step chosen instead. */
  advice: Advice | null;
  /** Why what was wanted has to wait. */
  reason: string | null;
  /** A stop that was tapped. */
  place: string | null;
  /** An act whose points are being pointed at. */
  picking: { act: Act; points: string[]; want: (step: Step) => void } | null;
};

/** One more point; once all are there, the step is wanted. */
export function pointed(aside: Aside, point: string): Aside {
  const { picking } = aside;
  if (!picking) return aside;
  const points = picking.points.includes(point)
    ? picking.points.filter((one) => one !== point)
    : [...picking.points, point];
  if (points.length === picking.act.points) picking.want(withPoints(picking.act, points));
  return { ...aside, picking: { ...picking, points } };
}

function withPoints(act: Act, points: string[]): Step {
  return act.step.do === "probe" ? { ...act.step, at: points } : { ...act.step, point: points[0] ?? "" };
}
