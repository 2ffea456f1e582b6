type Props = React.ComponentProps<"input"> & { label: string; unit?: string };

/** A word or a number that somebody writes down, on the plate. */
export function Written({ label, unit, className = "", ...rest }: Props) {
  return (
    <label className="flex items-center gap-2">
      {label}
      <input
        className={`min-h-11 rounded-md border-2 border-current bg-transparent px-3 font-mono ${className}`}
        {...rest}
      />
      {unit}
    </label>
  );
}
