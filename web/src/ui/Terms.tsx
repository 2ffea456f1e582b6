import { useMemo } from "react";
import { Link } from "react-router";
import { useNotes } from "../api/notes";

/** Words of a sentence; what the notes explain is underlined and leads there. */
export function Terms({ words }: { words: string }) {
  const notes = useNotes().data?.notes;
  const known = useMemo(
    () => new Map((notes ?? []).flatMap(({ id, terms }) => terms.map((term) => [term, id] as const))),
    [notes],
  );
  const pattern = useMemo(() => {
    const longest = [...known.keys()].filter(plain).sort((one, other) => other.length - one.length);
    return longest.length > 0 ? new RegExp(`\\b(${longest.join("|")})\\b`, "gi") : null;
  }, [known]);
  if (!pattern) return words;
  const seen = new Set<string>();
  return words.split(pattern).map((part, at) => {
    const id = at % 2 === 1 ? known.get(part.toLowerCase()) : undefined;
    if (!id || seen.has(id)) return part;
    seen.add(id);
    return (
      <Link key={at} to={`/notes#${id}`} className="underline decoration-dotted underline-offset-4">
        {part}
      </Link>
    );
  });
}

const plain = (term: string) => /^[a-z][a-z -]{3,}$/.test(term);
