import { useState } from "react";
import type { Answer } from "../api/client";
import { TextButton } from "./TextButton";
import { Written } from "./Written";

/** Something in the box is still live: which conductor or screw. */
export function StillLive({ busy, onLive }: { busy: boolean; onLive: (answer: Answer) => void }) {
  const [asked, setAsked] = useState(false);
  const [point, setPoint] = useState("");
  if (!asked) {
    return <TextButton onClick={() => setAsked(true)}>Something is still live</TextButton>;
  }
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!busy && point) onLive({ live: [point.trim()] });
      }}
    >
      <Written
        label="Which one"
        value={point}
        placeholder="porch/2.black"
        onText={setPoint}
        className="w-44"
      />
      <TextButton type="submit" disabled={busy || !point}>
        It is live
      </TextButton>
    </form>
  );
}
