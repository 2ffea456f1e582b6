import { Pause, Play } from "lucide-react";
import { useClock, useSetClock } from "../api/calls";

/** The clock of a call: how long one has worked at it, and start or stop. */
export function ClockButton({ id }: { id: number }) {
  const clock = useClock(id);
  const set = useSetClock(id);
  if (!clock.data) return null;
  const { running, minutes } = clock.data;
  const Sign = running ? Pause : Play;
  const worked = hours(minutes);
  return (
    <button
      type="button"
      disabled={set.isPending}
      aria-label={running ? `Stop the clock, ${worked} worked` : `Start the clock, ${worked} worked`}
      onClick={() => set.mutate(!running)}
      className="flex min-h-11 cursor-pointer items-center gap-1.5 rounded-md px-2 tabular-nums disabled:opacity-40"
    >
      <Sign size={18} aria-hidden /> {running || minutes > 0 ? worked : "Clock"}
    </button>
  );
}

/** Minutes as a clock shows them: 1:05. */
const hours = (minutes: number) => `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, "0")}`;
