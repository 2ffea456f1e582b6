import { Link, useParams } from "react-router";
import { useHouse } from "../api/queries";
import { InWords } from "../job/InWords";
import { CallRow } from "../ui/CallRow";
import { Frame } from "../ui/Frame";
import { More } from "../ui/More";
import { Notice } from "../ui/Notice";
import { Waiting } from "../ui/Waiting";
import { longDay } from "../ui/days";
import { BoxDrawing } from "../wiring/BoxDrawing";
import { DeletedCalls } from "./DeletedCalls";
import { DevicesKnown, HouseNote, PanelSchedule } from "./HouseKnown";

/** What is known of an address: its calls, and the boxes that were opened, as they were left. */
export function HouseScreen() {
  const house = useHouse(Number(useParams()["id"]));
  const known = house.data;
  return (
    <Frame>
      <Notice error={house.error} />
      {house.isPending && <Waiting words="Gathering what is known of this house …" />}
      {known && (
        <div className="mx-auto max-w-5xl">
          <div className="mb-1 flex flex-wrap items-center gap-3">
            <h1 className="text-2xl font-bold">{known.house.street}</h1>
            <p className="text-lg">{known.house.name}</p>
            <p className="text-quiet">{known.house.town}</p>
            <Link
              to={`/calls/new?house=${known.house.id}`}
              className="ml-auto flex min-h-12 items-center rounded-md bg-key px-5 font-bold text-key-ink"
            >
              New call here
            </Link>
          </div>
          <p>
            <a
              download
              href={`/api/houses/${known.house.id}/archive`}
              className="inline-flex min-h-11 items-center underline"
            >
              Everything of this house in one file
            </a>
          </p>
          <HouseNote house={known.house} />
          <PanelSchedule known={known} />
          <DevicesKnown memory={known.memory} />
          <h2 className="mt-6 mb-2 font-bold">Boxes that were opened</h2>
          {known.boxes.length === 0 && (
            <p className="text-quiet">None yet. What a box holds stands here once it was written down.</p>
          )}
          <ul className="grid gap-4 md:grid-cols-2">
            {known.boxes.map(({ call, day, box, photographs }) => (
              <li
                key={`${call.id}${box.place}`}
                className="min-w-0 rounded-lg border border-edge bg-sheet p-3"
              >
                <h3 className="font-bold first-letter:uppercase">{box.name}</h3>
                <p className="mb-1 text-sm text-quiet">
                  As left on {longDay(day)},{" "}
                  <Link to={`/jobs/${call.id}`} className="underline">
                    {call.title}
                  </Link>
                </p>
                <div className="overflow-x-auto">
                  <div className="min-w-[20rem] md:min-w-0">
                    <BoxDrawing box={box} />
                  </div>
                </div>
                {photographs.length > 0 && (
                  <p className="flex flex-wrap gap-2 py-2">
                    {photographs.map(({ id, picture, small, taken }) => (
                      <a key={id} href={picture}>
                        <img
                          src={small}
                          alt={`${box.name}, ${new Date(taken).toLocaleDateString()}`}
                          className="h-16 w-20 rounded-md border-2 border-edge object-cover"
                        />
                      </a>
                    ))}
                  </p>
                )}
                <More className="border-edge" label="Every conductor in words">
                  <InWords box={box} />
                </More>
              </li>
            ))}
          </ul>
          <h2 className="mt-5 mb-2 font-bold">Calls</h2>
          <ol className="grid gap-3">
            {known.calls.map((call) => (
              <li key={call.id}>
                <CallRow call={call} day bare />
              </li>
            ))}
          </ol>
          {known.deleted.length > 0 && <DeletedCalls deleted={known.deleted} />}
        </div>
      )}
    </Frame>
  );
}
