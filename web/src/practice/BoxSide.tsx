import { useState } from "react";
import { Button } from "../ui/Button";
import { BoxDrawing } from "../wiring/BoxDrawing";
import { PANEL, type SideProps } from "./HouseSide";

type Props = SideProps & {
  points: string[];
  pick: (point: string) => void;
  /** Whether the points that are tapped are a conductor and where it goes, and not the probes. */
  moving: boolean;
  setMoving: (moving: boolean) => void;
};

/** What the hands are on: the panel, a closed box, or an open one with its screws and conductors to tap. */
export function BoxSide(props: Props) {
  const { exercise, place } = props;
  const box = exercise.boxes.find((one) => one.place === place);
  return (
    <section
      aria-label="At hand"
      className="grid content-start gap-3 rounded-lg border border-edge bg-sheet p-3"
    >
      <h2 className="font-bold first-letter:uppercase">
        {box?.name ?? PANEL} {box?.open && <span className="font-normal text-quiet">{box.enclosure}</span>}
      </h2>
      {place === PANEL ? <Breakers {...props} /> : <AtBox {...props} />}
    </section>
  );
}

function Breakers({ exercise, busy, act }: Props) {
  return (
    <ul className="grid gap-2">
      {exercise.power.breakers.map(({ id, state }) => (
        <li key={id} className="flex flex-wrap items-center gap-3">
          <b className="w-24">
            {id} {state}
          </b>
          {(["off", "on"] as const).map((to) => (
            <Button key={to} disabled={busy} onClick={() => act({ do: "breaker", device: id, to })}>
              Turn {to}
            </Button>
          ))}
        </li>
      ))}
    </ul>
  );
}

function AtBox({ exercise, place, busy, act, points, pick, moving, setMoving }: Props) {
  const box = exercise.boxes.find((one) => one.place === place);
  const [kind, setKind] = useState(exercise.devices[0]?.value ?? "");
  if (!box) return null;
  const controls = exercise.controls.filter((one) => one.place === place);
  const loads = exercise.loads.filter((one) => one.place === place);
  const [conductor, to] = points;
  return (
    <>
      {box.open ? (
        <BoxDrawing box={box} marked={points} probes={moving ? [] : points} onPick={pick} />
      ) : (
        <p className="rounded-md border border-dashed border-edge p-6 text-center text-quiet">Closed</p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button disabled={busy} onClick={() => act({ do: "watch" })}>
          Look at the loads
        </Button>
        {controls.map(({ id, position }) => (
          <span key={id} className="flex gap-2">
            <Button
              disabled={busy}
              onClick={() => act({ do: "set", device: id, to: position === "up" ? "down" : "up" })}
            >
              Throw {id} {position === "up" ? "down" : "up"}
            </Button>
            <Button disabled={busy} onClick={() => act({ do: "wiggle", device: id })}>
              Wiggle {id}
            </Button>
          </span>
        ))}
        {!box.open && (
          <Button disabled={busy} onClick={() => act({ do: "open", place })}>
            Take the cover off
          </Button>
        )}
        {box.open && (
          <>
            <Button disabled={busy} onClick={() => act({ do: "prove_dead", place })}>
              Prove it dead
            </Button>
            <Button disabled={busy} pressed={moving} onClick={() => setMoving(!moving)}>
              Move a conductor
            </Button>
            {conductor?.includes("/") && !to && (
              <>
                <Button
                  disabled={busy}
                  onClick={() => act({ do: "mark", point: conductor, tape: exercise.tape })}
                >
                  Tape it {exercise.tape}
                </Button>
                <Button disabled={busy} onClick={() => act({ do: "find_breaker", point: conductor })}>
                  Find its breaker
                </Button>
              </>
            )}
          </>
        )}
        {loads.map((load) => (
          <Load key={load.id} {...load} open={box.open} busy={busy} act={act} />
        ))}
      </div>
      {moving && (
        <p className="flex flex-wrap items-center gap-3 border-l-4 border-copper pl-3">
          <span>{conductor ? "Now tap where it goes." : "Tap the conductor."}</span>
          {conductor && to && (
            <Button kind="key" disabled={busy} onClick={() => act({ do: "move", point: conductor, to })}>
              Join them
            </Button>
          )}
          {conductor && !to && (
            <Button disabled={busy} onClick={() => act({ do: "move", point: conductor, to: null })}>
              Take it off and cap it
            </Button>
          )}
        </p>
      )}
      {box.open &&
        controls.map(({ id }) => (
          <div key={id} className="flex flex-wrap items-center gap-2">
            {(["up", "down"] as const).map((position) => (
              <Button
                key={position}
                small
                disabled={busy}
                onClick={() => act({ do: "bench", device: id, position })}
              >
                Bench-test {id}, {position}
              </Button>
            ))}
            <select
              aria-label={`A new switch for ${id}`}
              value={kind}
              onChange={(event) => setKind(event.target.value)}
              className="min-h-11 cursor-pointer rounded-md border-2 border-edge bg-sheet px-2"
            >
              {exercise.devices.map(({ value, words }) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
            <Button small disabled={busy} onClick={() => act({ do: "replace", device: id, kind })}>
              Fit it as {id}
            </Button>
          </div>
        ))}
    </>
  );
}

type LoadProps = SideProps["exercise"]["loads"][number] & { open: boolean } & Pick<SideProps, "busy" | "act">;

/** What can be done with a light, a fan or an outlet without touching a conductor, and a new fixture in its place. */
function Load({ id, device, kind, name, open, busy, act }: LoadProps) {
  const outlet = kind === "receptacle";
  return (
    <>
      {outlet ? (
        <Button disabled={busy} onClick={() => act({ do: "unplug", load: id })}>
          Unplug everything at {name}
        </Button>
      ) : (
        <Button disabled={busy} onClick={() => act({ do: "replace", device, kind: "lamp" })}>
          New bulb in {name}
        </Button>
      )}
      {open && (
        <Button disabled={busy} onClick={() => act({ do: "replace", device, kind })}>
          New {outlet ? "receptacle" : "fixture"} for {name}
        </Button>
      )}
      <Button disabled={busy} onClick={() => act({ do: "find_breaker", load: id })}>
        Find the breaker of {name}
      </Button>
    </>
  );
}
