import { useEffect, useRef, useState } from "react";
import { readMeter, type MeterTool, type Reading } from "../api/settings";

/** Milliseconds between two readings, and that the probes are held until a reading is taken. */
export const BETWEEN = 300;
export const HELD = 3_000;
/** Share by which a reading may differ from the first one that it confirms, and what it may differ by near zero. */
const EQUAL = 0.02;
const NEAR_ZERO = 0.1;

export interface Watched {
  reading: Reading | null;
  /** Since when the probes have shown the same, in milliseconds; null while nothing is to be taken. */
  held: number | null;
  problem: string | null;
  again: () => void;
}

/**
 * Reads the meter for as long as it is on. Probes held for three seconds on the same value answer by themselves. They have to be
 * lifted first: after a step they may still be where they were for the last one. None and open are read in the air too, and never
 * taken so; nor is a reading that something speaks against.
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
        const now = await readMeter(tool, job);
        if (over) return;
        setReading(now);
        lifted ||= now.settled && !now.contact;
        const counts = lifted && now.settled && now.contact && !now.doubt;
        if (!counts || now.value === null) first = null;
        else if (!first || !same(first.value, now.value)) first = { value: now.value, at: Date.now() };
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

const same = (one: number, other: number) =>
  Math.abs(one - other) <= Math.max(EQUAL * Math.max(one, other), NEAR_ZERO);
