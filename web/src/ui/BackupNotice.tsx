import type { Schemas } from "../api/client";

/** The backup of the night could not be made: why, and what there is instead. */
export function BackupNotice({ state }: { state: Schemas["BackupState"] | undefined }) {
  if (!state?.failed) return null;
  return (
    <p role="alert" className="mb-4 rounded-md border-2 border-live bg-live-wash px-4 py-3 text-live">
      <b>The nightly backup failed.</b> {state.failed}{" "}
      {state.last ? `The newest backup is of ${state.last}.` : "There is no backup yet."}
    </p>
  );
}
