/** How an insulation colour is drawn, and the letters that say it to those who do not see colours. */
type Paint = { fill: string; edge: string; letter: string; dark?: true; stripe?: string };

const PAINTS: Record<string, Paint> = {
  black: { fill: "#23282b", edge: "#8d9a96", letter: "Bk", dark: true },
  white: { fill: "#f6f5f0", edge: "#5d6a66", letter: "W" },
  red: { fill: "#c9281c", edge: "#5c0f08", letter: "R", dark: true },
  red_white: { fill: "#f6f5f0", edge: "#8a1d14", letter: "RW", stripe: "#c9281c" },
  blue: { fill: "#1f5fc4", edge: "#0c2a5c", letter: "Bl", dark: true },
  yellow: { fill: "#eec32d", edge: "#6b5407", letter: "Y" },
  brown: { fill: "#7a4a26", edge: "#33200f", letter: "Br", dark: true },
  gray: { fill: "#9aa3a3", edge: "#3d4646", letter: "Gy" },
  orange: { fill: "#e27a1d", edge: "#653306", letter: "O" },
  bare: { fill: "#c98a4b", edge: "#5d3a17", letter: "Cu" },
  green: { fill: "#2f8a43", edge: "#0f3d1a", letter: "G", dark: true },
  green_yellow: { fill: "#2f8a43", edge: "#0f3d1a", letter: "GY", stripe: "#eec32d" },
};

const OTHER: Paint = { fill: "#8b7f9e", edge: "#3c334c", letter: "?" };

export function paint(color: string): Paint {
  return PAINTS[color] ?? OTHER;
}
