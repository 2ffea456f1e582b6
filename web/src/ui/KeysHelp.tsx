import { Keyboard } from "lucide-react";
import { Dialog, Switch } from "radix-ui";
import { useState } from "react";
import { useKey, useKeysOn } from "./keys";

const KEYS: [string, string][] = [
  ["1 … 9", "answer with the button of that number"],
  ["u", "undo the last step"],
  ["r", "read the step aloud again (hands-free)"],
  ["?", "show these keys"],
];

/** Which keys do what, and the switch that turns them off. */
export function KeysHelp() {
  const [open, setOpen] = useState(false);
  const [on, setOn] = useKeysOn();
  useKey("?", () => setOpen(true));
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="hidden min-h-11 cursor-pointer items-center gap-1.5 rounded-md px-2 sm:flex">
        <Keyboard size={18} aria-hidden /> Keys
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-30 w-80 -translate-x-1/2 -translate-y-1/2 rounded-lg border border-edge bg-sheet p-5"
        >
          <Dialog.Title className="mb-3 font-bold">Keys</Dialog.Title>
          <label className="mb-3 flex min-h-11 items-center justify-between gap-4">
            Single keys act
            <Switch.Root
              checked={on}
              onCheckedChange={setOn}
              className="h-7 w-12 cursor-pointer rounded-full border-2 border-ink bg-wall data-[state=checked]:bg-ink"
            >
              <Switch.Thumb className="block h-5 w-5 translate-x-0.5 rounded-full bg-ink data-[state=checked]:translate-x-5 data-[state=checked]:bg-sheet" />
            </Switch.Root>
          </label>
          <dl className={`grid grid-cols-[auto_1fr] gap-x-4 gap-y-2 ${on ? "" : "opacity-50"}`}>
            {KEYS.map(([key, what]) => (
              <div key={key} className="contents">
                <dt className="font-mono font-bold">{key}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close className="mt-4 min-h-11 cursor-pointer underline">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
