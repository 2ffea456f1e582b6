import type { CallForm } from "../api/client";
import { Toggle } from "../ui/Toggle";

type Part = { id: string; words: string };

/** What a switch can be said to work: the loads, and the parts of loads that have a conductor each. */
export function partsOf(form: CallForm, loads: { place: string; kind: string }[]): Part[] {
  return loads.flatMap(({ place, kind }, at) => {
    const known = form.loads.find((one) => one.value === kind);
    const name = `${known?.words.replace(/^an? /, "") ?? kind}${loads.length > 1 && place ? `, ${place}` : ""}`;
    const own = known?.parts ?? [];
    if (own.length === 0) return [{ id: `L${at + 1}`, words: name }];
    return own.map(({ value, words }) => ({
      id: `L${at + 1}.${value}`,
      words: loads.length > 1 && place ? `${words}, ${place}` : words,
    }));
  });
}

type WorksProps = { parts: Part[]; chosen: string[]; onChange: (chosen: string[]) => void; number: number };

/** Stands for a switch that nobody knows the use of. */
export const UNKNOWN_USE = "?";

/** What a switch controls; all of it where nothing is chosen. */
export function Works({ parts, chosen, onChange, number }: WorksProps) {
  const flip = (id: string) => {
    const known = chosen.filter((one) => one !== UNKNOWN_USE);
    onChange(known.includes(id) ? known.filter((one) => one !== id) : [...known, id]);
  };
  const unknown = chosen.includes(UNKNOWN_USE);
  return (
    <fieldset className="grid gap-1">
      <legend>What switch {number} controls</legend>
      <div className="flex flex-wrap gap-1.5">
        {parts.map(({ id, words }) => (
          <Toggle key={id} on={chosen.includes(id)} onClick={() => flip(id)}>
            {words}
          </Toggle>
        ))}
        <Toggle on={unknown} onClick={() => onChange(unknown ? [] : [UNKNOWN_USE])}>
          nobody knows
        </Toggle>
      </div>
    </fieldset>
  );
}
