import { useState } from "react";
import type { Claim, Exercise } from "../api/practice";
import { Button } from "../ui/Button";

type Props = { exercise: Exercise; busy: boolean; hint: () => void; end: (claim: Claim) => void };

const HINTS = ["What could it be?", "What next?", "What is it?"];

/** Hints, one after the other, and the end: what was wrong, in the learner's words. */
export function Claiming({ exercise, busy, hint, end }: Props) {
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState("");
  const [place, setPlace] = useState("");
  if (exercise.over) return null;
  const chosen = exercise.claims.find(({ value }) => value === kind);
  const whole = chosen && (chosen.places.length === 0 || place !== "");
  const select = "min-h-11 w-full cursor-pointer rounded-md border-2 border-edge bg-sheet px-2";
  return (
    <div className="grid gap-2">
      {open ? (
        <>
          <label className="grid gap-1">
            What was wrong
            <select value={kind} onChange={(event) => setKind(event.target.value)} className={select}>
              <option value="">choose …</option>
              {exercise.claims.map(({ value, words }) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          {chosen && chosen.places.length > 0 && (
            <label className="grid gap-1">
              Where
              <select value={place} onChange={(event) => setPlace(event.target.value)} className={select}>
                <option value="">choose …</option>
                {chosen.places.map(({ value, words }) => (
                  <option key={value} value={value}>
                    {words}
                  </option>
                ))}
              </select>
            </label>
          )}
          <Button
            kind="key"
            disabled={busy || !whole}
            onClick={() => end(chosen && chosen.places.length > 0 ? { kind, place } : { kind })}
          >
            {busy ? "Going through it …" : "Done: show the review"}
          </Button>
          <Button small disabled={busy} onClick={() => end(null)}>
            I give up
          </Button>
        </>
      ) : (
        <Button kind="key" disabled={busy} onClick={() => setOpen(true)}>
          I know what it is, and it is put right
        </Button>
      )}
      {exercise.hints.map(({ title, words }) => (
        <p key={title} className="border-l-4 border-copper pl-3 text-sm">
          <b>{title}.</b> {words}
        </p>
      ))}
      {exercise.hints_taken < HINTS.length && (
        <Button small disabled={busy} onClick={hint}>
          Hint {exercise.hints_taken + 1}: {HINTS[exercise.hints_taken]}
        </Button>
      )}
    </div>
  );
}
