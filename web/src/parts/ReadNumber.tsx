import { useState } from "react";
import type { Answer } from "../api/client";
import { TextButton } from "./TextButton";
import { Written } from "./Written";

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
      <Written
        label="Reads"
        unit={unit === "volts" ? "V" : "Ω"}
        value={text}
        onText={setText}
        inputMode="decimal"
        className="w-24"
      />
      <TextButton type="submit" disabled={!good || busy}>
        Take it
      </TextButton>
    </form>
  );
}
