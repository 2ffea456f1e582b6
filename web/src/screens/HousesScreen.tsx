import { Link } from "react-router";
import { useHouses } from "../api/queries";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";

/** Every address somebody was called to. */
export function HousesScreen() {
  const houses = useHouses();
  return (
    <Frame>
      <div className="mx-auto max-w-4xl">
        <h1 className="mb-4 text-2xl font-bold">Houses</h1>
        <Notice error={houses.error} />
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
      </div>
    </Frame>
  );
}
