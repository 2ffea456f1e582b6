import { RadioGroup } from "radix-ui";
import type { ReactNode } from "react";

type Option<T> = { value: T; words: ReactNode };
type Props<T> = {
  label: string;
  options: Option<T>[];
  value: T | null;
  onChange: (value: T) => void;
  /** Whether the label is read out only, because something beside it says the same. */
  hidden?: boolean;
  disabled?: boolean;
};

/** One of a few, all in sight: a radio group. */
export function Choice<T extends string | number>({
  label,
  options,
  value,
  onChange,
  hidden = false,
  disabled = false,
}: Props<T>) {
  return (
    <div className="grid gap-1">
      {!hidden && <span aria-hidden>{label}</span>}
      <RadioGroup.Root
        aria-label={label}
        value={value === null ? "" : String(value)}
        disabled={disabled}
        onValueChange={(next) => {
          const chosen = options.find((option) => String(option.value) === next);
          if (chosen) onChange(chosen.value);
        }}
        className="flex flex-wrap gap-2"
      >
        {options.map((option) => (
          <RadioGroup.Item
            key={String(option.value)}
            value={String(option.value)}
            className="min-h-12 cursor-pointer rounded-md border-2 border-edge bg-sheet px-4 py-2 text-left text-ink disabled:cursor-wait disabled:opacity-60 data-[state=checked]:border-ink data-[state=checked]:bg-plate data-[state=checked]:font-bold data-[state=checked]:text-engraved"
          >
            {option.words}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
    </div>
  );
}
