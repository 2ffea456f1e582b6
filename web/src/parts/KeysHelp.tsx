import { Keyboard } from "lucide-react";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { useKeys } from "./keys";

const KEYS: [string, string][] = [
  ["1 … 4", "answer with the button of that number"],
  ["u", "undo the last step"],
  ["?", "show these keys"],
];

export function KeysHelp() {
  const [open, setOpen] = useState(false);
  useKeys({ "?": () => setOpen(true) });
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="ml-auto hidden min-h-11 cursor-pointer items-center gap-2 rounded-md px-3 sm:flex">
        <Keyboard size={18} aria-hidden /> Keys
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-30 w-80 -translate-x-1/2 -translate-y-1/2 rounded-lg border border-edge bg-sheet p-5"
        >
          <Dialog.Title className="mb-3 font-bold">Keys</Dialog.Title>
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-2">
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
