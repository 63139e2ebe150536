import { useState } from "react";
import { placeText } from "#core/judge";
import type { CheckId, JobRecord, Reading } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";
import { useReadingText } from "../../job/useReadingText.ts";
import { TakeBack } from "./TakeBack.tsx";
import { dayAndTimeText } from "../../ui/dates.ts";

/** What became of a reading. */
function fateOf(reading: Reading, later: Reading): string {
  if (later.value.kind === "undone") return "taken back";
  return later.slot === reading.slot ? "corrected" : `moved to ${placeText(later)}`;
}

function Fate({ reading, later }: { readonly reading: Reading; readonly later: Reading | undefined }) {
  const textOf = useReadingText();
  const text = textOf(reading);
  if (!later) return text;
  return (
    <>
      <s>{text}</s> {fateOf(reading, later)} by {later.by}
    </>
  );
}

/** What a check was written into, however often it was corrected or taken back. */
function linesOf({ readings, unread = [] }: JobRecord, check: CheckId) {
  const all = readings.filter((reading) => reading.check === check);
  return {
    all,
    lines: all.filter(({ value }) => value.kind !== "undone"),
    unread: unread.filter(({ reading }) => reading.check === check),
  };
}

function Lines({ check }: { readonly check: CheckId }) {
  const textOf = useReadingText();
  const { record, epoch } = useOpenJob();
  const { all, lines, unread } = linesOf(record, check);
  const undone = new Set(
    all.filter(({ value }) => value.kind === "undone").map(({ supersedes }) => supersedes),
  );
  // A correction that was itself taken back corrects nothing any more.
  const supersededBy = new Map(
    all.filter(({ id }) => !undone.has(id)).map((reading) => [reading.supersedes, reading]),
  );
  return (
    <table className="w-full max-w-2xl text-left">
      <thead className="sr-only">
        <tr>
          <th>When</th>
          <th>Who</th>
          <th>Where</th>
          <th>What</th>
          <th>Take back</th>
        </tr>
      </thead>
      <tbody>
        {lines.map((reading) => (
          <tr key={reading.id} className="border-t border-line">
            <td className="py-1 pr-3 text-ink-2">{dayAndTimeText(reading.takenAt)}</td>
            <td className="pr-3">{reading.by}</td>
            <td className="pr-3">
              {placeText(reading)}
              {reading.epoch > 0 && `, after repair ${reading.epoch}`}
            </td>
            <td>
              <Fate reading={reading} later={supersededBy.get(reading.id)} />
            </td>
            <td className="text-right">
              {/* What was found before a repair is what it is proved by, and stays. */}
              {reading.epoch === epoch && !undone.has(reading.id) && !supersededBy.has(reading.id) && (
                <TakeBack id={reading.id} words={`${placeText(reading)} ${textOf(reading)}`} />
              )}
            </td>
          </tr>
        ))}
        {unread.map(({ reading, why }) => (
          <tr key={reading.id} className="border-t border-line text-ink-2">
            <td className="py-1 pr-3">{dayAndTimeText(reading.takenAt)}</td>
            <td className="pr-3">{reading.by}</td>
            <td className="pr-3">Unread note</td>
            <td colSpan={2}>
              {reading.typed || textOf(reading)}. {why}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Everything ever written in this check, corrected and taken back included, with who and when; drawn for who opens it. */
export function CheckRecord({ check }: { readonly check: CheckId }) {
  const { lines, unread } = linesOf(useOpenJob().record, check);
  const [open, setOpen] = useState(false);
  if (lines.length + unread.length === 0) return null;
  return (
    <details className="mt-4 text-sm" onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary className="w-fit cursor-pointer py-2 text-ink-2 pointer-coarse:py-3">
        Record of this check, {lines.length} {lines.length === 1 ? "line" : "lines"}
      </summary>
      {open && <Lines check={check} />}
    </details>
  );
}
