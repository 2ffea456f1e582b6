import { useReadFile } from "../api/practice";
import { Notice } from "../ui/Notice";

/** Houses and what was done in them, out to a file and in from one. */
export function PracticeFile() {
  const read = useReadFile();
  const take = (file: File | undefined) => {
    if (file) read.mutate(file);
  };
  return (
    <section aria-label="Files" className="mt-6 flex flex-wrap items-center gap-4 print:hidden">
      <a className="flex min-h-11 items-center underline" href="/api/practice/file" download="practice.json">
        Export houses
      </a>
      <label className="flex min-h-11 cursor-pointer items-center underline focus-within:outline-2">
        Import houses
        <input
          type="file"
          accept="application/json,.json"
          className="sr-only"
          onChange={(event) => take(event.target.files?.[0])}
        />
      </label>
      {read.data && <span role="status">{read.data.kept} imported.</span>}
      <Notice error={read.error} />
    </section>
  );
}
