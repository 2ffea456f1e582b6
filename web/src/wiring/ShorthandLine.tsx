type Props = {
  line: string;
  error: { at: number; sentence: string } | null;
  onType: (line: string) => void;
  onSave: () => void;
};

/** The box as one typed line; what cannot be read is pointed at. */
export function ShorthandLine({ line, error, onType, onSave }: Props) {
  return (
    <div>
      <label className="grid gap-1">
        <span className="text-sm text-engraved-quiet">Or type it</span>
        <textarea
          rows={2}
          value={line}
          onChange={(event) => onType(event.target.value)}
          onKeyDown={(event) => {
            if (event.key !== "Enter" || event.shiftKey) return;
            event.preventDefault();
            onSave();
          }}
          spellCheck={false}
          autoCapitalize="off"
          autoComplete="off"
          aria-invalid={error !== null}
          aria-describedby="shorthand"
          placeholder="14/3 bk:COM r:T1 w:T2 | 3way | grounds"
          className="w-full min-w-0 resize-none rounded-md border-2 border-engraved-quiet bg-black/40 px-3 py-2 font-mono text-sm text-engraved placeholder:text-engraved-quiet"
        />
      </label>
      <p id="shorthand" role="status" className="min-h-5 text-sm text-key">
        {error && (
          <>
            <span className="font-mono whitespace-pre">{pointed(line, error.at)}</span> {error.sentence}
          </>
        )}
      </p>
    </div>
  );
}

/** The word that cannot be read, with where it is. */
function pointed(line: string, at: number): string {
  const word = /^[^\s|]*/.exec(line.slice(at))?.[0] ?? "";
  return `${at + 1}: ${word}`;
}
