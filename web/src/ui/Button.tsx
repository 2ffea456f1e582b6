import type { ButtonHTMLAttributes } from "react";

type Kind = "key" | "plain" | "quiet";

const LOOK: Record<Kind, string> = {
  key: "bg-key text-key-ink font-bold border-transparent",
  plain: "bg-sheet text-ink border-edge",
  quiet: "bg-transparent text-inherit border-current/40",
};

type Props = ButtonHTMLAttributes<HTMLButtonElement> & {
  kind?: Kind;
  small?: boolean;
  /** Whether it is on, where it can be on or off. */
  pressed?: boolean;
};

export function Button({ kind = "plain", small = false, pressed, className = "", ...rest }: Props) {
  const look = pressed ? "border-ink bg-plate font-bold text-engraved" : LOOK[kind];
  return (
    <button
      type="button"
      aria-pressed={pressed}
      {...rest}
      className={`cursor-pointer rounded-md border-2 text-left disabled:cursor-wait disabled:opacity-60 ${small ? "min-h-11 px-2.5 py-1" : "min-h-12 px-4 py-2"} ${look} ${className}`}
    />
  );
}
