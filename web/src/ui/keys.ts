import { useSyncExternalStore } from "react";
import { useHotkeys } from "react-hotkeys-hook";

const STORE = "dielectra.keys";
const changed = new EventTarget();

/** Whether single keys act, as the person chose (WCAG 2.1.4). */
export function useKeysOn(): [boolean, (on: boolean) => void] {
  const on = useSyncExternalStore(
    (listen) => {
      changed.addEventListener("change", listen);
      return () => changed.removeEventListener("change", listen);
    },
    () => localStorage.getItem(STORE) !== "off",
  );
  const set = (next: boolean) => {
    localStorage.setItem(STORE, next ? "on" : "off");
    changed.dispatchEvent(new Event("change"));
  };
  return [on, set];
}

/** A single key that acts, but not while one is typing, a dialog is open, or single keys are turned off. */
export function useKey(key: string, act: (key: string) => void): void {
  const [on] = useKeysOn();
  useHotkeys(key, (event) => act(event.key), {
    useKey: true,
    enabled: on,
    ignoreEventWhen: (event) => (event.target as HTMLElement).closest("[role=dialog]") !== null,
  });
}
