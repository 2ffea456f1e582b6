import { useEffect, useState } from "react";

/** A value once it has not changed for so many milliseconds. */
export function usePaused<T>(value: T, milliseconds: number): T {
  const [paused, setPaused] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setPaused(value), milliseconds);
    return () => clearTimeout(timer);
  }, [value, milliseconds]);
  return paused;
}
