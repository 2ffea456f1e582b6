import { useState } from "react";
import type { Answer } from "../api/client";

/** Which breaker it was, by what stands at the panel. */
export function NameBreaker({ busy, onFound }: { busy: boolean; onFound: (answer: Answer) => void }) {
  const [text, setText] = useState("");
  const name = text.trim().replaceAll(/\s+/g, "_");
  const good = /^[A-Za-z][A-Za-z0-9_]*$/.test(name);
  return (
    <form
      className="flex w-full flex-wrap items-center gap-x-3 gap-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (good && !busy) onFound({ device: name });
      }}
    >
      <label className="flex items-center gap-2">
        It is breaker
        <input
          value={text}
          placeholder="B2"
          onChange={(event) => setText(event.target.value)}
          className="min-h-14 w-32 rounded-md border-2 border-current bg-transparent px-3 font-mono text-lg"
        />
      </label>
      <button
        type="submit"
        disabled={!good || busy}
        className="min-h-14 cursor-pointer rounded-md bg-key px-4 text-lg font-bold text-key-ink disabled:cursor-not-allowed disabled:opacity-60"
      >
        It goes dead
      </button>
      <button
        type="button"
        disabled={busy}
        onClick={() => onFound({ device: null })}
        className="min-h-11 cursor-pointer underline decoration-1 underline-offset-4"
      >
        None of them
      </button>
    </form>
  );
}
