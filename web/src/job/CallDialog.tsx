import { Dialog } from "radix-ui";
import { useState } from "react";
import { useNavigate } from "react-router";
import { copied, useArrange, useDeleting } from "../api/calls";
import type { Call } from "../api/client";
import { useOpenCall } from "../api/queries";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { Notice } from "../ui/Notice";

/** What a call is named and when it is; a copy of it for another day; and out of the list with it. */
export function CallDialog({ call, children }: { call: Call; children: React.ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="flex min-h-11 cursor-pointer items-center gap-1.5 rounded-md px-2">
        {children}
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-30 max-h-[95vh] w-[min(30rem,95vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-lg border border-edge bg-sheet p-5"
        >
          <Dialog.Title className="mb-3 text-lg font-bold">This call</Dialog.Title>
          <Said call={call} done={() => setOpen(false)} />
          <Others call={call} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Said({ call, done }: { call: Call; done: () => void }) {
  const [draft, setDraft] = useState({
    title: call.title,
    complaint: call.complaint,
    day: call.day,
    time: call.time,
    helper: call.helper,
  });
  const arrange = useArrange(call.id);
  const set = (part: Partial<typeof draft>) => setDraft({ ...draft, ...part });
  const missing = draft.title.trim() === "" ? "Say what the call is about." : undefined;
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (!missing && draft.day) arrange.mutate(draft, { onSuccess: done });
      }}
    >
      <Field
        label="What it is about"
        value={draft.title}
        error={missing}
        onChange={(event) => set({ title: event.target.value })}
      />
      <label className="grid gap-1">
        What the customer said
        <textarea
          rows={3}
          className="rounded-md border-2 border-edge bg-sheet px-3 py-2"
          value={draft.complaint}
          onChange={(event) => set({ complaint: event.target.value })}
        />
      </label>
      <div className="grid grid-cols-2 gap-3">
        <Field
          label="Day"
          type="date"
          value={draft.day}
          error={draft.day ? undefined : "Say which day."}
          onChange={(event) => set({ day: event.target.value })}
        />
        <Field
          label="Time"
          type="time"
          value={draft.time}
          onChange={(event) => set({ time: event.target.value })}
        />
      </div>
      <Field
        label="Who stands at the panel (nobody: you walk)"
        value={draft.helper}
        onChange={(event) => set({ helper: event.target.value })}
      />
      <Notice error={arrange.error} />
      <p className="flex flex-wrap gap-2">
        <Button kind="key" type="submit" disabled={arrange.isPending}>
          Save
        </Button>
        <Dialog.Close asChild>
          <Button>Cancel</Button>
        </Dialog.Close>
      </p>
    </form>
  );
}

/** A copy for today, and deletion, which the day can take back. */
function Others({ call }: { call: Call }) {
  const navigate = useNavigate();
  const { remove } = useDeleting(call.id);
  const open = useOpenCall((job) => void navigate(`/jobs/${job.call.id}`));
  const [failed, setFailed] = useState<Error | null>(null);
  const { name, street, town } = call.house;
  const copy = () =>
    copied(call.id)
      .then((file) =>
        open.mutate({ title: call.title, complaint: call.complaint, house: { name, street, town }, file }),
      )
      .catch(setFailed);
  return (
    <div className="mt-4 border-t border-edge pt-3">
      <Notice error={failed ?? open.error ?? remove.error} />
      <p className="flex flex-wrap gap-2">
        <a
          href={`/api/jobs/${call.id}/file`}
          download
          className="flex min-h-12 items-center rounded-md border-2 border-edge px-4"
        >
          Job file
        </a>
        <Button disabled={open.isPending} onClick={() => void copy()}>
          Copy for today, without its steps
        </Button>
        <Button
          disabled={remove.isPending}
          onClick={() =>
            remove.mutate(undefined, {
              onSuccess: () => void navigate("/", { state: { deleted: { id: call.id, title: call.title } } }),
            })
          }
        >
          Delete this call
        </Button>
      </p>
    </div>
  );
}
