import { useSettings } from "../api/settings";

/** What these people always do when they wire; see Settings. */
export function HabitLines() {
  const settings = useSettings();
  const lines = (settings.data?.all_habits ?? []).filter(({ name }) => settings.data?.habits.includes(name));
  if (lines.length === 0) return null;
  return (
    <ul className="grid gap-0.5 text-sm">
      {lines.map(({ name, sentence }) => (
        <li key={name}>{sentence}</li>
      ))}
    </ul>
  );
}
