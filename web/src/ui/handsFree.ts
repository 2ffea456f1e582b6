import { useEffect } from "react";
import { useKey } from "./keys";
import { stored } from "./stored";

/** Whether steps are read aloud and a double tap answers; off until a person turns it on. */
export const useHandsFreeOn = stored("dielectra.handsFree", false);

const PRESSABLE =
  "button, a, input, textarea, select, summary, label, [role=button], [role=tab], [tabindex='0']";

/** Reads words aloud when they change, with the browser's own voice. The key r reads them once more. */
export function useAloud(words: string): void {
  const [on] = useHandsFreeOn();
  useKey("r", () => on && speak(words));
  useEffect(() => {
    if (!on) return;
    speak(words);
    return () => window.speechSynthesis?.cancel();
  }, [on, words]);
}

function speak(words: string): void {
  const voice = window.speechSynthesis;
  if (!voice || words === "") return;
  voice.cancel();
  voice.speak(new SpeechSynthesisUtterance(words));
}

/** A double tap anywhere but on something that can be pressed. */
export function useDoubleTap(act: () => void): void {
  const [on] = useHandsFreeOn();
  useEffect(() => {
    if (!on) return;
    const tapped = (event: MouseEvent) => {
      if (!(event.target as HTMLElement).closest(PRESSABLE)) act();
    };
    document.addEventListener("dblclick", tapped);
    return () => document.removeEventListener("dblclick", tapped);
  }, [on, act]);
}

/** The screen stays awake while a job is on it, where the browser can do that. */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let gone = false;
    const hold = async () => {
      if (document.visibilityState !== "visible") return;
      // Refused where the battery is low: the screen then sleeps as it always does.
      const held = await navigator.wakeLock?.request("screen").catch(() => undefined);
      if (gone) await held?.release();
      else lock = held;
    };
    const again = () => void hold();
    again();
    document.addEventListener("visibilitychange", again);
    return () => {
      gone = true;
      document.removeEventListener("visibilitychange", again);
      void lock?.release();
    };
  }, []);
}
