import { useState } from "react";
import type { Answer } from "../api/client";

const UNITS: Record<string, "volts" | "ohms"> = { voltage: "volts", low_z: "volts", resistance: "ohms" };

/** A meter's reading as a number, where the buttons are too coarse. */
export function ReadNumber({
  tool,
  busy,
  onRead,
}: {
  tool: string;
  busy: boolean;
  onRead: (answer: Answer) => void;
}) {
  const [text, setText] = useState("");
  const unit = UNITS[tool];
  if (!unit) return null;
  const value = Number(text.replace(",", "."));
  const good = text.trim() !== "" && Number.isFinite(value) && value >= 0;
  return (
    <form
      className="flex items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (good && !busy) onRead({ [unit]: value });
      }}
    >
      <label className="flex items-center gap-2">
        Reads
        <input
          value={text}
          onChange={(event) => setText(event.target.value)}
          inputMode="decimal"
          className="min-h-11 w-24 rounded-md border-2 border-current bg-transparent px-3 font-mono"
        />
        {unit === "volts" ? "V" : "Ω"}
      </label>
      <button
        type="submit"
        disabled={!good || busy}
        className="min-h-11 cursor-pointer underline disabled:opacity-40"
      >
        Take it
      </button>
    </form>
  );
}
