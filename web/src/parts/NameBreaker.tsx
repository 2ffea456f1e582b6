import { useState } from "react";
import type { Answer } from "../api/client";
import { TextButton } from "./TextButton";
import { Written } from "./Written";

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
      <Written
        label="It is breaker"
        value={text}
        placeholder="B2"
        onText={setText}
        className="min-h-14 w-32 text-lg"
      />
      <button
        type="submit"
        disabled={!good || busy}
        className="min-h-14 cursor-pointer rounded-md bg-key px-4 text-lg font-bold text-key-ink disabled:cursor-not-allowed disabled:opacity-60"
      >
        It goes dead
      </button>
      <TextButton disabled={busy} onClick={() => onFound({ device: null })}>
        None of them
      </TextButton>
    </form>
  );
}
