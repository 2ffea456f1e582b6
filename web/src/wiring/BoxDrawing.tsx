import type { Box, Wire } from "../api/client";
import { Cap, Sheath, StrandPath, Tag } from "./Conductors";
import { Screw, Tab, Yoke } from "./Devices";
import { layOut } from "./layout";

type Props = {
  box: Box;
  /** Points to draw attention to: those of the step at hand. */
  marked?: string[];
  /** Makes screws and conductors things to tap. */
  onPick?: (point: string) => void;
  picked?: string | null;
};

/** An open box as a person faces it: cables above, conductors fanned out in their colors, splices, devices below. */
export function BoxDrawing({ box, marked = [], onPick, picked = null }: Props) {
  const layout = layOut(box);
  const wires = new Map(
    box.cables.flatMap((cable) => cable.wires.map((wire) => [wire.point, wire] as const)),
  );
  const pick = (point: string) => ({ marked: marked.includes(point), picked: picked === point, onPick });
  return (
    <svg
      viewBox={`0 0 ${layout.width} ${layout.height}`}
      role={onPick ? "group" : "img"}
      aria-label={`Inside the ${box.name} box`}
      className="block h-auto w-full"
      style={{ maxWidth: layout.width * 1.25 }}
    >
      <rect
        x="6"
        y="30"
        width={layout.width - 12}
        height={layout.height - 36}
        rx="14"
        fill="var(--wall)"
        stroke="var(--edge)"
        strokeWidth={box.enclosure === "metal" ? 4 : 2}
      />
      {layout.cables.map((cable, index) => (
        <Sheath key={cable.id} cable={cable} info={box.cables[index]} />
      ))}
      {layout.strands.map((strand, index) => (
        <StrandPath
          key={`${strand.point}${index}`}
          strand={strand}
          wire={wires.get(strand.point) ?? mate(box, strand.point, wires)}
          bold={marked.includes(strand.point)}
        />
      ))}
      {layout.devices.map((device) => (
        <Yoke key={device.id} device={device} />
      ))}
      {layout.tabs.map((tab) => (
        <Tab key={tab.key} tab={tab} />
      ))}
      {layout.splices.map((splice) => (
        <Cap key={splice.key} at={splice.at} />
      ))}
      {layout.screws.map((screw) => (
        <Screw key={screw.point} screw={screw} {...pick(screw.point)} />
      ))}
      {layout.strands.map((strand) => {
        const wire = wires.get(strand.point);
        return wire && <Tag key={strand.point} wire={wire} strand={strand} {...pick(wire.point)} />;
      })}
    </svg>
  );
}

/** A pigtail is drawn in the color of the conductors it belongs to. */
function mate(box: Box, point: string, wires: Map<string, Wire>): Wire | undefined {
  const joint = box.joints.find((candidate) => candidate.includes(point)) ?? [];
  return joint.map((other) => wires.get(other)).find((wire) => wire !== undefined);
}
