import type { Found } from "../api/client";
import { setGangs, setVolume } from "./found";

type Props = { found: Found; volts: number; onChange: (next: Found) => void };

const GANGS = [1, 2, 3, 4];

const CM3_PER_IN3 = 16.387;

/** How much room the box has: gangs, and the volume printed in it, in the units of the region. */
export function BoxRoom({ found, volts, onChange }: Props) {
  const metric = volts >= 200;
  const volume = found.volume_in3;
  const shown =
    volume === undefined ? "" : metric ? String(Math.round(volume * CM3_PER_IN3)) : String(volume);
  const read = (text: string) => {
    const number = Number(text.replace(",", "."));
    if (text.trim() === "") return onChange(setVolume(found, null));
    if (Number.isFinite(number) && number > 0 && text !== shown) {
      onChange(setVolume(found, metric ? Math.round((number / CM3_PER_IN3) * 10) / 10 : number));
    }
  };
  return (
    <span className="flex items-center gap-1.5">
      <select
        aria-label="Gangs of the box"
        value={found.gangs ?? ""}
        onChange={(event) => onChange(setGangs(found, Number(event.target.value)))}
        className="min-h-11 cursor-pointer rounded-md border-2 border-edge bg-sheet px-2"
      >
        <option value="">gangs …</option>
        {GANGS.map((count) => (
          <option key={count} value={count}>
            {count === 1 ? "1 gang" : `${count} gangs`}
          </option>
        ))}
      </select>
      <label className="flex items-center gap-1">
        <span className="sr-only">Volume of the box</span>
        <input
          key={shown}
          inputMode="decimal"
          defaultValue={shown}
          placeholder="volume"
          onBlur={(event) => read(event.target.value)}
          className="min-h-11 w-20 rounded-md border-2 border-edge bg-sheet px-2 text-right tabular-nums"
        />
        {metric ? "cm³" : "in³"}
      </label>
    </span>
  );
}
