/** How an insulation color is drawn, and the letters that say it to those who do not see colors. The colors are tokens. */
type Paint = { fill: string; edge: string; letter: string; dark?: true; stripe?: string };

const LETTERS: Record<string, { letter: string; dark?: true; striped?: true }> = {
  black: { letter: "Bk", dark: true },
  white: { letter: "W" },
  red: { letter: "R", dark: true },
  red_white: { letter: "RW", striped: true },
  blue: { letter: "Bl", dark: true },
  yellow: { letter: "Y" },
  brown: { letter: "Br", dark: true },
  gray: { letter: "Gy" },
  orange: { letter: "O" },
  bare: { letter: "Cu" },
  green: { letter: "G", dark: true },
  green_yellow: { letter: "GY", striped: true },
};

export function paint(color: string): Paint {
  const known = LETTERS[color];
  const name = known ? color.replaceAll("_", "-") : "other";
  return {
    fill: `var(--wire-${name})`,
    edge: `var(--wire-${name}-edge)`,
    letter: known?.letter ?? "?",
    ...(known?.dark && { dark: true }),
    ...(known?.striped && { stripe: `var(--wire-${name}-stripe)` }),
  };
}
