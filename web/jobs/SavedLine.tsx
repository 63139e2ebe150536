import { outbox } from "../app/store.ts";
import { Button } from "../ui/Button.tsx";
import { useDelivery, useOpenJob } from "../job/openJob.ts";
import { timeText } from "../ui/dates.ts";

/** Whether everything is on disk, said with the time; or what waits on this device. */
export function SavedLine() {
  const { savedAt, waiting } = useDelivery();
  const kept = waiting.length;
  if (waiting.some(({ unstored }) => unstored)) return <span role="status">Being kept</span>;
  return (
    <span role="status">
      {kept > 0
        ? `${kept} ${kept === 1 ? "entry" : "entries"} kept on this device, on the way to the server`
        : `Saved ${timeText(savedAt, new Date(), true)}, on disk`}
    </span>
  );
}

/** Entries that the server would not take when they were delivered later: a person says what becomes of them. */
export function RefusedEntries() {
  const { id } = useOpenJob();
  const { waiting } = useDelivery();
  const refused = waiting.filter((parcel) => parcel.refused !== null);
  if (refused.length === 0) return null;
  return (
    <div role="alert" className="border-b border-line bg-amber-soft px-5 py-3 text-sm">
      {refused.map((parcel) => (
        <p key={parcel.id} className="flex flex-wrap items-center gap-3">
          <span className="grow">
            <strong>Kept on this device, not in the job:</strong> {parcel.refused}
          </span>
          <Button onClick={() => void outbox.resend(id)}>Add it to the job as it is now</Button>
          <Button onClick={() => void outbox.discard(parcel.id)}>
            {parcel.kind === "takeIn"
              ? "Throw the motor away, with all that was read of it"
              : "Throw it away"}
          </Button>
        </p>
      ))}
    </div>
  );
}
