import { Link } from "react-router";
import { useHouses, useReadArchive } from "../api/queries";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";
import { Waiting } from "../ui/Waiting";

/** Every address somebody was called to. */
export function HousesScreen() {
  const houses = useHouses();
  return (
    <Frame>
      <div className="mx-auto max-w-4xl">
        <h1 className="mb-4 text-2xl font-bold">Houses</h1>
        <Notice error={houses.error} />
        {houses.isPending && <Waiting words="Reading the houses …" />}
        {houses.data?.length === 0 && <p className="text-quiet">No house yet. The first call makes one.</p>}
        <ul className="grid gap-2">
          {houses.data?.map((house) => (
            <li key={house.id}>
              <Link
                to={`/houses/${house.id}`}
                className="flex flex-wrap items-baseline gap-x-3 rounded-lg border border-edge bg-sheet p-4 hover:border-ink"
              >
                <b className="text-lg">{house.street}</b>
                <span>{house.name}</span>
                <span className="text-quiet">{house.town}</span>
                <span className="ml-auto text-sm text-quiet">
                  {house.calls} {house.calls === 1 ? "call" : "calls"}
                </span>
              </Link>
            </li>
          ))}
        </ul>
        <ReadArchive />
      </div>
    </Frame>
  );
}

/** Takes in the file of a house. Jobs that are here already are left as they are. */
function ReadArchive() {
  const read = useReadArchive();
  return (
    <section className="mt-6 grid max-w-prose gap-2">
      <label className="grid min-w-0 gap-1">
        <span className="font-bold">Take in a house from its file</span>
        <input
          type="file"
          accept=".zip,application/zip"
          disabled={read.isPending}
          className="min-h-12 w-full min-w-0 rounded-md border-2 border-edge bg-sheet px-3 py-2"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) read.mutate(file);
          }}
        />
      </label>
      <Notice error={read.error} />
      {read.data && (
        <p role="status">
          {read.data.added === 1 ? "One job taken in" : `${read.data.added} jobs taken in`}, {read.data.known}{" "}
          known already.{" "}
          <Link to={`/houses/${read.data.house}`} className="underline">
            See the house
          </Link>
        </p>
      )}
    </section>
  );
}
