import type { Practice } from "../api/practice";
import { Button } from "../ui/Button";
import { longDay } from "../ui/days";

type Props = Pick<Practice, "progress" | "drills">;

/** The learner's record: how each level went, and the rounds of drills. It can be printed. */
export function Learned({ progress, drills }: Props) {
  if (progress.levels.length === 0 && drills.length === 0) return null;
  return (
    <section aria-label="Record">
      <div className="mt-6 mb-2 flex items-center gap-4">
        <h2 className="text-lg font-bold">Your record</h2>
        <Button small onClick={() => window.print()} className="print:hidden">
          Print
        </Button>
      </div>
      {progress.levels.length > 0 && (
        <div className="overflow-x-auto">
          <table className="w-full text-left">
            <thead>
              <tr className="text-sm text-quiet">
                {["Level", "Houses", "Right", "Named", "Unsafe", "Minutes"].map((head) => (
                  <th key={head} className="py-1 pr-4 font-normal">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {progress.levels.map((row) => (
                <tr key={row.level} className="border-t border-edge/50">
                  <td className="py-1 pr-4">{row.name}</td>
                  <td>{row.played}</td>
                  <td>{row.right}</td>
                  <td>{row.named}</td>
                  <td className={row.stopped ? "font-bold" : ""}>{row.stopped}</td>
                  <td>{row.ratio ? `${row.ratio} × the minimum` : "–"}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {drills.length > 0 && (
        <p className="mt-2">
          Drills:{" "}
          {drills
            .slice(0, 5)
            .map((one) => `${one.right} of ${one.asked} in ${Math.round(one.seconds)} s, ${longDay(one.day)}`)
            .join("; ")}
          .
        </p>
      )}
    </section>
  );
}
