type Props = React.ComponentProps<"button">;

/** A button that reads as part of the text: for what is done less often. */
export function TextButton({ className = "", type = "button", ...rest }: Props) {
  return (
    <button
      type={type}
      className={`min-h-11 cursor-pointer underline decoration-1 underline-offset-4 disabled:opacity-40 ${className}`}
      {...rest}
    />
  );
}
