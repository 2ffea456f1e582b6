import { useHotkeys } from "react-hotkeys-hook";
import { stored } from "./stored";

/** Whether single keys act, as the person chose (WCAG 2.1.4). */
export const useKeysOn = stored("dielectra.keys", true);

/** A single key that acts, but not while one is typing, a dialog is open, or single keys are turned off. */
export function useKey(key: string, act: (key: string) => void): void {
  const [on] = useKeysOn();
  useHotkeys(key, (event) => act(event.key), {
    useKey: true,
    enabled: on,
    ignoreEventWhen: (event) => (event.target as HTMLElement).closest("[role=dialog]") !== null,
  });
}
