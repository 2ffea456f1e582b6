import { useEffect, useState } from "react";
import { useLocation } from "react-router";
import { useNotes, type Note } from "../api/notes";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";
import { SearchField } from "../ui/SearchField";
import { Waiting } from "../ui/Waiting";
import { BoxDrawing } from "../wiring/BoxDrawing";

/** What one would look up: conductors, layouts, instruments and how they lie, cautions, faults. */
export function NotesScreen() {
  const { hash } = useLocation();
  const [wanted, setWanted] = useState("");
  const notes = useNotes(wanted.trim());
  const rows = notes.data?.notes ?? [];
  const ready = notes.isSuccess;
  useEffect(() => {
    if (ready && hash) document.getElementById(hash.slice(1))?.scrollIntoView();
  }, [ready, hash]);
  const sections = wanted.trim() ? [""] : [...new Set(rows.map(({ section }) => section))];
  return (
    <Frame>
      <div className="mx-auto max-w-4xl">
        <div className="mb-4 flex flex-wrap items-center gap-3">
          <h1 className="text-2xl font-bold">Notes</h1>
          <SearchField
            label="Search the notes"
            placeholder="traveler, 48 V, still live"
            value={wanted}
            onChange={setWanted}
          />
        </div>
        <Notice error={notes.error} />
        {notes.isPending && <Waiting words="Getting the notes …" />}
        {ready && rows.length === 0 && <p>No matching notes.</p>}
        {sections.map((section) => (
          <section key={section} aria-label={section || "Found"} className="mb-6">
            {section && <h2 className="mb-2 text-lg font-bold">{section}</h2>}
            <div className="grid gap-3 sm:grid-cols-2">
              {rows
                .filter((note) => !section || note.section === section)
                .map((note) => (
                  <NoteCard key={note.id} note={note} />
                ))}
            </div>
          </section>
        ))}
      </div>
    </Frame>
  );
}

function NoteCard({ note: { id, title, words, caption, box } }: { note: Note }) {
  return (
    <article
      id={id}
      className={`scroll-mt-4 rounded-lg border border-edge bg-sheet p-4 target:border-2 target:border-copper ${box ? "sm:col-span-2 sm:grid sm:grid-cols-2 sm:gap-4" : ""}`}
    >
      <div>
        <h3 className="mb-1 font-bold">{title}</h3>
        {words.map((line) => (
          <p key={line} className="mb-1">
            {line}
          </p>
        ))}
      </div>
      {box && (
        <figure>
          <BoxDrawing box={box} />
          <figcaption className="text-sm text-quiet">{caption}</figcaption>
        </figure>
      )}
    </article>
  );
}
