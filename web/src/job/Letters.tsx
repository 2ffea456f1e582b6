import { CloudOff, TriangleAlert } from "lucide-react";
import { useEffect, useState } from "react";
import type { Letter } from "../api/outbox";
import { Button } from "../ui/Button";

/** Milliseconds an answer may be on its way before that is said. */
const QUIET = 1_500;

type Props = { letters: Letter[]; drop: (letter: Letter) => void };

/** Answers that are not with the server yet, and one it did not take. */
export function Letters({ letters, drop }: Props) {
  const refused = letters.find((letter) => letter.refused);
  const first = letters[0];
  if (refused) {
    return (
      <div
        role="alert"
        className="mb-2 flex flex-wrap items-center gap-3 rounded-md border-2 border-doubt bg-doubt-wash px-4 py-2 text-doubt"
      >
        <TriangleAlert size={20} aria-hidden />
        <p className="grow">
          “{refused.words}” was not taken. {refused.refused} What you see is how it stands now; answer again
          if it still holds.
        </p>
        <Button small onClick={() => drop(refused)}>
          Understood
        </Button>
      </div>
    );
  }
  return first ? <Waiting key={first.key} letters={letters} /> : null;
}

function Waiting({ letters }: { letters: Letter[] }) {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), QUIET);
    return () => clearTimeout(timer);
  }, []);
  if (!late) return null;
  return (
    <p
      role="status"
      className="mb-2 flex items-center gap-3 rounded-md border-2 border-dashed border-doubt bg-doubt-wash px-4 py-2 text-doubt"
    >
      <CloudOff size={20} aria-hidden className="shrink-0" />
      {letters.length === 1 ? "One answer is" : `${letters.length} answers are`} kept in this browser and will
      be sent when the server is reached: {letters.map((letter) => letter.words).join("; ")}.
    </p>
  );
}
