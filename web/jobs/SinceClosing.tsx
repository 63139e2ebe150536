import { useOpenJob, useSinceClosing } from "../job/openJob.ts";
import { dayText } from "../ui/dates.ts";

/** A reopened job says what is different from when it was closed. */
export function SinceClosing() {
  const { closing, closed } = useOpenJob();
  const changes = useSinceClosing();
  if (closed || !closing) return null;
  const day = dayText(closing.at);
  return (
    <div role="note" className="border-b border-line bg-amber-soft px-5 py-2 text-sm print:hidden">
      <strong>Open again; it was closed on {day}.</strong>{" "}
      {changes.length > 0 ? changes.join(" ") : "Nothing it is judged by has changed since."}
    </div>
  );
}
