import { useState } from "react";
import type { Answer } from "../api/client";

/** Something in the box is still live: which conductor or screw. */
export function StillLive({ busy, onLive }: { busy: boolean; onLive: (answer: Answer) => void }) {
  const [asked, setAsked] = useState(false);
  const [point, setPoint] = useState("");
  const look = "min-h-11 cursor-pointer underline decoration-1 underline-offset-4 disabled:opacity-40";
  if (!asked) {
    return (
      <button type="button" className={look} onClick={() => setAsked(true)}>
        Something is still live
      </button>
    );
  }
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!busy && point) onLive({ live: [point.trim()] });
      }}
    >
      <label className="flex items-center gap-2">
        Which one
        <input
          value={point}
          placeholder="porch/2.black"
          onChange={(event) => setPoint(event.target.value)}
          className="min-h-11 w-44 rounded-md border-2 border-current bg-transparent px-3 font-mono"
        />
      </label>
      <button type="submit" className={look} disabled={busy || !point}>
        It is live
      </button>
    </form>
  );
}
