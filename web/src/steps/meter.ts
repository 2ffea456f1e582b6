import { useEffect, useRef, useState } from "react";
import { readMeter, type MeterTool, type Reading } from "../api/settings";

/** Milliseconds between two readings, and until a reading that is held is entered. */
const BETWEEN = 300;
export const HELD = 3_000;

export interface Watched {
  reading: Reading | null;
  /** Milliseconds for which the probes have shown the same value; null while there is nothing to enter. */
  held: number | null;
  problem: string | null;
  again: () => void;
}

/**
 * Reads the meter as long as a tool is given. A value that is held for three seconds is entered. The probes have to be lifted
 * first: after a step they may still touch the last points. 0 V and open are never entered this way, because a meter shows them in
 * the air too. Neither is a doubtful reading.
 */
export function useWatchedMeter(tool: MeterTool | null, job: number, take: (value: number) => void): Watched {
  const [reading, setReading] = useState<Reading | null>(null);
  const [held, setHeld] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [round, setRound] = useState(0);
  const taking = useRef(take);
  useEffect(() => {
    taking.current = take;
  });
  useEffect(() => {
    if (tool === null) return;
    let over = false;
    let lifted = false;
    let first: { value: number; at: number } | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = async () => {
      try {
        const now = await readMeter(tool, job, first?.value ?? null);
        if (over) return;
        setReading(now);
        lifted ||= now.settled && !now.contact;
        const counts = lifted && now.settled && now.contact && !now.doubt;
        if (!counts || now.value === null) first = null;
        else if (!first || !now.same) first = { value: now.value, at: Date.now() };
        const since = first ? Date.now() - first.at : null;
        setHeld(since);
        if (first && since !== null && since >= HELD) return taking.current(first.value);
        timer = setTimeout(() => void look(), BETWEEN);
      } catch (error) {
        if (!over) setProblem(error instanceof Error ? error.message : String(error));
      }
    };
    void look();
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [tool, job, round]);
  const again = () => {
    setProblem(null);
    setRound((one) => one + 1);
  };
  return { reading, held, problem, again };
}
