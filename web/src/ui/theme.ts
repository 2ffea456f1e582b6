const KEY = "dielectra.theme";

/** Light or dark as the person chose, or as the device has it. */
export function applyTheme(): void {
  const chosen = localStorage.getItem(KEY);
  const dark = chosen ? chosen === "dark" : matchMedia("(prefers-color-scheme: dark)").matches;
  document.documentElement.dataset["theme"] = dark ? "dark" : "light";
}

export function flipTheme(): void {
  const dark = document.documentElement.dataset["theme"] === "dark";
  localStorage.setItem(KEY, dark ? "light" : "dark");
  applyTheme();
}
