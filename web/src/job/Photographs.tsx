import { Camera } from "lucide-react";
import { Dialog } from "radix-ui";
import type { Photograph } from "../api/client";
import { usePhotographing, usePhotographs } from "../api/queries";
import { Button } from "../ui/Button";
import { Notice } from "../ui/Notice";

type Props = { job: number; place: string; name: string };

/** The photographs of a box, those of earlier jobs among them, and one more from the camera or a file. */
export function Photographs({ job, place, name }: Props) {
  const list = usePhotographs(job);
  const { keep, remove } = usePhotographing(job);
  const here = (list.data ?? []).filter((photograph) => photograph.place === place);
  return (
    <div className="flex flex-wrap items-center gap-2">
      {here.map((photograph, index) => (
        <Shown
          key={photograph.id}
          photograph={photograph}
          name={`${name}, photograph ${index + 1}${photograph.earlier ? " of an earlier job" : ""}`}
          remove={() => remove.mutate(photograph.id)}
        />
      ))}
      <label className="flex min-h-11 cursor-pointer items-center gap-2 rounded-md border-2 border-edge px-3 text-sm focus-within:outline-3 focus-within:outline-copper">
        <Camera size={18} aria-hidden /> {keep.isPending ? "Keeping it …" : "Add a photograph"}
        <input
          type="file"
          accept="image/*"
          className="sr-only"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) keep.mutate({ place, file });
            event.target.value = "";
          }}
        />
      </label>
      <Notice error={keep.error ?? remove.error ?? list.error} />
    </div>
  );
}

function Shown({ photograph, name, remove }: { photograph: Photograph; name: string; remove: () => void }) {
  return (
    <Dialog.Root>
      <Dialog.Trigger className="cursor-pointer" aria-label={name}>
        <img
          src={photograph.small}
          alt=""
          className={`h-11 w-14 rounded-md border-2 border-edge object-cover ${photograph.earlier ? "border-dashed sepia" : ""}`}
        />
        {photograph.earlier && (
          <span aria-hidden className="block text-center text-xs text-quiet">
            {new Date(photograph.taken).getFullYear()}
          </span>
        )}
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/70" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-4 z-30 m-auto flex h-fit max-h-[94vh] w-fit flex-col gap-2 rounded-lg bg-sheet p-3"
        >
          <Dialog.Title className="font-bold first-letter:uppercase">
            {name}, {new Date(photograph.taken).toLocaleString()}
            {photograph.person && `, by ${photograph.person}`}
          </Dialog.Title>
          <img src={photograph.picture} alt={name} className="max-h-[76vh] min-h-0 object-contain" />
          <div className="flex justify-between gap-2">
            <Dialog.Close asChild>
              <Button small>Close</Button>
            </Dialog.Close>
            {!photograph.earlier && (
              <Button small onClick={remove}>
                Take it away
              </Button>
            )}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
