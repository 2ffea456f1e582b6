type Props = Omit<React.ComponentProps<"input">, "onChange"> & {
  label: string;
  unit?: string;
  onText: (text: string) => void;
};

/** A word or a number that somebody writes down, on the plate. */
export function Written({ label, unit, className = "", onText, ...rest }: Props) {
  return (
    <label className="flex items-center gap-2">
      {label}
      <input
        onChange={(event) => onText(event.target.value)}
        className={`min-h-11 rounded-md border-2 border-current bg-transparent px-3 font-mono ${className}`}
        {...rest}
      />
      {unit}
    </label>
  );
}
