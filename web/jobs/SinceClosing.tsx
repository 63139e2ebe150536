import { elsewhereWords } from "#contract/elsewhere";
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

/** A closing that came in with a file is another shop's word: it says whose, and never looks like one made here. */
export function ClosedElsewhere() {
  const { elsewhere, record } = useOpenJob();
  if (!elsewhere) return null;
  const { who, said, here } = elsewhereWords(elsewhere, record.limits?.timeZone);
  return (
    <div
      role="note"
      aria-label="Closed by another shop"
      className="border-b border-line bg-copper-soft px-5 py-2 text-sm"
    >
      <strong>{who}</strong> {said} <span className="text-ink-2">{here}</span>
    </div>
  );
}
