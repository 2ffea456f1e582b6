type Props = React.ComponentProps<"input"> & { label: string; error?: string | undefined };

/** A line to write on, with what is missing below it. */
export function Field({ label, error, ...rest }: Props) {
  return (
    <label className="grid gap-1">
      <span>{label}</span>
      <input
        aria-invalid={error !== undefined}
        className="min-h-12 rounded-md border-2 border-edge bg-sheet px-3 aria-invalid:border-live"
        {...rest}
      />
      {error && (
        <span role="alert" className="text-sm text-live">
          {error}
        </span>
      )}
    </label>
  );
}
