import { Problem } from "../api/client";

/** Something went wrong: what happened, what was kept, what to do. */
export function Notice({ error }: { error: Error | null }) {
  if (!error) return null;
  const file = error instanceof Problem ? error.file : undefined;
  return (
    <p role="alert" className="rounded-md border-2 border-live bg-live-wash px-4 py-3 font-medium text-live">
      {error.message}
      {file && (
        <>
          {" "}
          <a href={file} download className="underline">
            Job file
          </a>
        </>
      )}
    </p>
  );
}
