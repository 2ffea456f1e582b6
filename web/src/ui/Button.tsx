import type { ButtonHTMLAttributes } from "react";

type Kind = "key" | "plain" | "quiet";

const LOOK: Record<Kind, string> = {
  key: "bg-key text-key-ink font-bold border-transparent",
  plain: "bg-sheet text-ink border-edge",
  quiet: "bg-transparent text-inherit border-current/40",
};

export function Button({
  kind = "plain",
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { kind?: Kind }) {
  return (
    <button
      type="button"
      {...rest}
      className={`min-h-12 cursor-pointer rounded-md border-2 px-4 py-2 text-left disabled:cursor-wait disabled:opacity-60 ${LOOK[kind]} ${className}`}
    />
  );
}
