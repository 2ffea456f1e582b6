import { useEffect, useState } from "react";

/** Milliseconds before waiting is shown, so that what is quick does not flicker. */
const QUIET = 300;

export function Waiting({ words = "One moment …" }: { words?: string }) {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), QUIET);
    return () => clearTimeout(timer);
  }, []);
  return late ? (
    <p role="status" className="py-10 text-center text-quiet">
      {words}
    </p>
  ) : null;
}
