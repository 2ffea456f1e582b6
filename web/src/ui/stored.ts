import { useSyncExternalStore } from "react";

/** A choice of this device that every part of the screen follows: whether it is on, and what turns it. */
export function stored(name: string, usual: boolean) {
  const changed = new EventTarget();
  const on = () => (localStorage.getItem(name) ?? (usual ? "on" : "off")) === "on";
  const set = (next: boolean) => {
    localStorage.setItem(name, next ? "on" : "off");
    changed.dispatchEvent(new Event("change"));
  };
  const listen = (notify: () => void) => {
    changed.addEventListener("change", notify);
    return () => changed.removeEventListener("change", notify);
  };
  return (): [boolean, (on: boolean) => void] => [useSyncExternalStore(listen, on), set];
}
