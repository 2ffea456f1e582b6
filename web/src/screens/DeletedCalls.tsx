import { useDeleting } from "../api/calls";
import type { KnownHouse } from "../api/client";
import { More } from "../ui/More";
import { TextButton } from "../ui/TextButton";
import { longDay } from "../ui/days";

/** Calls at an address that were deleted. Each can be brought back with all its steps. */
export function DeletedCalls({ deleted }: { deleted: KnownHouse["deleted"] }) {
  return (
    <More className="mt-3 border-edge" label={`Deleted calls (${deleted.length})`}>
      <ul>
        {deleted.map((call) => (
          <DeletedCall key={call.id} call={call} />
        ))}
      </ul>
    </More>
  );
}

function DeletedCall({ call }: { call: KnownHouse["deleted"][number] }) {
  const { restore } = useDeleting(call.id);
  return (
    <li className="flex flex-wrap items-center gap-x-3">
      {call.title}, {longDay(call.day)}
      <TextButton disabled={restore.isPending} onClick={() => restore.mutate()}>
        Bring it back
      </TextButton>
    </li>
  );
}
