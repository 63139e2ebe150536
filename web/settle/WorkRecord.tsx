import type { JobStep } from "#contract/jobs";
import { entriesIn } from "../job/lastEntry.ts";
import { useOpenJob } from "../job/openJob.ts";
import { useReadingText } from "../job/useReadingText.ts";
import { TakeBack } from "../checks/entry/TakeBack.tsx";
import { dayAndTimeText } from "../ui/dates.ts";

/** What was entered in a step of deciding or of the road and stands, each with a way to take it back. */
export function WorkRecord({ step }: { readonly step: JobStep }) {
  const { record, epoch } = useOpenJob();
  const textOf = useReadingText();
  const lines = entriesIn(record, step, epoch, textOf);
  if (lines.length === 0) return null;
  return (
    <details className="text-sm">
      <summary className="w-fit cursor-pointer py-2 text-ink-2 pointer-coarse:py-3">
        Record of this step, {lines.length} {lines.length === 1 ? "line" : "lines"}
      </summary>
      <ul className="max-w-3xl">
        {lines.map(({ id, at, by, words }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-3 border-t border-line py-1">
            <span className="text-ink-2">{dayAndTimeText(at)}</span>
            <span>{by}</span>
            <span className="min-w-0 grow">{words}</span>
            <TakeBack id={id} words={words} />
          </li>
        ))}
      </ul>
    </details>
  );
}
