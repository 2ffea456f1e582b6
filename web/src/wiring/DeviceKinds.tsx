import type { Found, Trade } from "../api/client";
import { Button } from "../ui/Button";

type Props = {
  id: string;
  /** Whether the job says what it is. */
  fixed: boolean;
  found: Found;
  trade: Trade;
  onKind: (kind: string) => void;
  onTab: (tab: string) => void;
  onFace: (face: string | undefined) => void;
};

/** Switches that are one tap away; the others are in a list. */
const USUAL = ["single_pole", "three_way", "four_way", "dimmer"];

/** What a switch is, by what one sees on it, and which of its tabs are broken off. */
export function DeviceKinds({ id, fixed, found, trade, onKind, onTab, onFace }: Props) {
  const device = found.devices.find((one) => one.id === id);
  const known = trade.devices.find((kind) => kind.kind === device?.kind);
  const switches = trade.devices.filter((kind) => kind.switch);
  const others = switches.filter(({ kind }) => !USUAL.includes(kind));
  return (
    <fieldset className="flex flex-wrap items-center gap-1.5">
      <legend className="float-left mr-1 font-bold">{id}</legend>
      {!fixed &&
        switches
          .filter(({ kind }) => USUAL.includes(kind))
          .map((kind) => (
            <Button
              key={kind.kind}
              small
              pressed={device?.kind === kind.kind}
              title={kind.look}
              onClick={() => onKind(kind.kind)}
            >
              {kind.term.replace(/ switch$/, "")}
            </Button>
          ))}
      {!fixed && (
        <select
          aria-label={`What ${id} is, if another`}
          value={others.some(({ kind }) => kind === device?.kind) ? device?.kind : ""}
          onChange={(event) => event.target.value && onKind(event.target.value)}
          className="min-h-11 w-28 cursor-pointer rounded-md border-2 border-edge bg-sheet px-2"
        >
          <option value="">another …</option>
          {others.map((kind) => (
            <option key={kind.kind} value={kind.kind}>
              {[kind.term, kind.look].filter(Boolean).join(": ")}
            </option>
          ))}
        </select>
      )}
      {known && known.faces.length > 0 && (
        <select
          aria-label={`Where the screws of ${id} sit`}
          value={(device as { face?: string } | undefined)?.face ?? ""}
          onChange={(event) => onFace(event.target.value || undefined)}
          className="min-h-11 w-44 cursor-pointer rounded-md border-2 border-edge bg-sheet px-2"
        >
          {known.faces.map(({ name, words }) => (
            <option key={words} value={name ?? ""}>
              {words}
            </option>
          ))}
        </select>
      )}
      {known?.tabs.map((tab) => {
        const gone = (device as Record<string, unknown> | undefined)?.[tab.name] === "removed";
        return (
          <Button key={tab.name} small pressed={gone} onClick={() => onTab(tab.name)}>
            {tab.name.replaceAll("_", " ")} {gone ? "broken off" : "whole"}
          </Button>
        );
      })}
    </fieldset>
  );
}
