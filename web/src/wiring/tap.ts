/** What can be tapped in a drawing: drawn as drawn, worked like a button. */
export type Pick = { marked: boolean; picked: boolean; onPick: ((point: string) => void) | undefined };

export function tap(point: string, name: string, onPick: Pick["onPick"], picked: boolean) {
  if (!onPick) return {};
  return {
    role: "button",
    "data-point": point,
    tabIndex: 0,
    "aria-label": name,
    "aria-pressed": picked,
    style: { cursor: "pointer" },
    onClick: () => onPick(point),
    onKeyDown: (event: React.KeyboardEvent) => {
      if (event.key !== "Enter" && event.key !== " ") return;
      event.preventDefault();
      onPick(point);
    },
  };
}
