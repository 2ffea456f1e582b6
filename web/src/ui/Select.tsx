import type { SelectHTMLAttributes } from "react";

type Props = SelectHTMLAttributes<HTMLSelectElement> & {
  label: string;
  options: { value: string; words: string }[];
};

/** One of a list, for what is rarely changed. */
export function Select({ label, options, ...rest }: Props) {
  return (
    <label className="grid gap-1">
      <span>{label}</span>
      <select {...rest} className="min-h-12 rounded-md border-2 border-edge bg-sheet px-3">
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.words}
          </option>
        ))}
      </select>
    </label>
  );
}
