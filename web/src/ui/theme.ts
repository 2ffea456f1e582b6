const KEY = "dielectra.theme";

export type Theme = "light" | "dark" | "device";

/** What the person chose; as the device has it where nothing was chosen. */
export function chosenTheme(): Theme {
  const chosen = localStorage.getItem(KEY);
  return chosen === "light" || chosen === "dark" ? chosen : "device";
}

export function applyTheme(): void {
  const chosen = chosenTheme();
  const dark = chosen === "device" ? matchMedia("(prefers-color-scheme: dark)").matches : chosen === "dark";
  document.documentElement.dataset["theme"] = dark ? "dark" : "light";
}

export function chooseTheme(theme: Theme): void {
  if (theme === "device") localStorage.removeItem(KEY);
  else localStorage.setItem(KEY, theme);
  applyTheme();
}

export function flipTheme(): void {
  chooseTheme(document.documentElement.dataset["theme"] === "dark" ? "light" : "dark");
}
