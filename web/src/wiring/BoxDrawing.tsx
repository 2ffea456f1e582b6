import type { Box, Drawing, Wire } from "../api/client";
import { Cap, Loose, Sheath, Strand, Tag, WireEnd } from "./Conductors";
import { DeviceBody, Screw, Tab } from "./Devices";
import { Probes } from "./Probes";

type Props = {
  box: Box;
  /** Points to draw attention to: those of the step at hand. */
  marked?: string[];
  /** Points that probes are held to, in their order. */
  probes?: string[];
  /** Makes screws and conductors things to tap. */
  onPick?: (point: string) => void;
  picked?: string | null;
};

/** An open box as a person faces it: cables above, conductors running down in their colors, splices, devices below. */
export function BoxDrawing({ box, marked = [], probes = [], onPick, picked = null }: Props) {
  const { drawing } = box;
  if (!drawing) return null;
  const wires = new Map(box.cables.flatMap(({ wires }) => wires.map((wire) => [wire.point, wire] as const)));
  const pick = (point: string) => ({ marked: marked.includes(point), picked: picked === point, onPick });
  const wireOf = (strand: Drawing["wires"][number]): Wire | undefined =>
    wires.get(strand.point) ??
    strand.mates?.map((mate) => wires.get(mate)).find((wire) => wire !== undefined);
  // What is lit lies on top.
  const strands = [...drawing.wires].sort((one, other) => lit(one, marked) - lit(other, marked));
  return (
    <svg
      viewBox={`0 0 ${drawing.width} ${drawing.height}`}
      role={onPick ? "group" : "img"}
      aria-label={`Inside the ${box.name} box`}
      className="mx-auto block h-auto w-full lg:h-full"
      style={{ maxWidth: drawing.width * 1.2 }}
    >
      <Frame frame={drawing.frame} metal={box.enclosure === "metal"} />
      {drawing.sheaths.map((sheath, index) => (
        <Sheath key={sheath.id} sheath={sheath} cable={box.cables[index]} />
      ))}
      {strands.map((strand, index) => (
        <Strand
          key={`${strand.point}${index}`}
          strand={strand}
          wire={wireOf(strand)}
          lit={lit(strand, marked) > 0}
        />
      ))}
      {drawing.devices.map((body) => (
        <DeviceBody key={body.id} body={body} device={box.devices.find(({ id }) => id === body.id)} />
      ))}
      {drawing.tabs.map((tab) => (
        <Tab key={tab.point} tab={tab} />
      ))}
      {drawing.caps.map((cap) => (
        <Cap key={cap.points.join(" ")} cap={cap} />
      ))}
      {drawing.screws.map((screw) => (
        <Screw key={screw.point} screw={screw} {...pick(screw.point)} />
      ))}
      {drawing.wires.map((strand) =>
        strand.end === "loose" ? <Loose key={strand.point} at={strand.path[strand.path.length - 1]} /> : null,
      )}
      {drawing.tags.map((tag) => (
        <Tag key={tag.point} tag={tag} lit={marked.includes(tag.point)} />
      ))}
      {drawing.ends.map((end) => {
        const wire = wires.get(end.point);
        return wire && <WireEnd key={end.point} end={end} wire={wire} {...pick(end.point)} />;
      })}
      <Probes drawing={drawing} points={probes} />
    </svg>
  );
}

const lit = (strand: Drawing["wires"][number], marked: string[]) => (marked.includes(strand.point) ? 1 : 0);

function Frame({ frame, metal }: { frame: Drawing["frame"]; metal: boolean }) {
  return (
    <rect
      {...frame}
      rx="14"
      fill="var(--wall)"
      stroke={metal ? "var(--metal)" : "var(--edge)"}
      strokeWidth={metal ? 6 : 3}
    />
  );
}
