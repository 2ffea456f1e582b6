import { Link, useLocation } from "react-router";
import { Frame } from "../ui/Frame";

/** An address that leads nowhere, and the way back. */
export function NotFoundScreen() {
  const { pathname } = useLocation();
  return (
    <Frame>
      <div className="mx-auto max-w-2xl py-10">
        <h1 className="mb-3 text-2xl font-bold">Nothing is here</h1>
        <p className="mb-6">
          There is no page at <span className="font-mono">{pathname}</span>. The address may be old, or
          mistyped. Nothing is lost: every job is in the day.
        </p>
        <Link
          to="/"
          className="inline-flex min-h-12 items-center rounded-md bg-key px-5 font-bold text-key-ink"
        >
          Back to the day
        </Link>
      </div>
    </Frame>
  );
}
