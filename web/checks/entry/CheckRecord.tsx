import type { CheckId } from "#core/record";
import { useOpenJob } from "../../jobs/openJob.ts";
import { readingText } from "./readingText.ts";

/** Everything ever written in this check, corrected and taken back included, with who and when. */
export function CheckRecord({ check }: { readonly check: CheckId }) {
  const { record } = useOpenJob();
  const all = record.readings.filter((reading) => reading.check === check);
  if (all.length === 0) return null;
  const supersededBy = new Map(all.map((reading) => [reading.supersedes, reading]));
  return (
    <details className="mt-4 text-sm">
      <summary className="w-fit cursor-pointer py-2 text-ink-2">
        Record of this check, {all.length} {all.length === 1 ? "line" : "lines"}
      </summary>
      <table className="w-full max-w-2xl text-left">
        <thead className="sr-only">
          <tr>
            <th>When</th>
            <th>Who</th>
            <th>Where</th>
            <th>What</th>
          </tr>
        </thead>
        <tbody>
          {all.map((reading) => {
            const later = supersededBy.get(reading.id);
            return (
              <tr key={reading.id} className="border-t border-line">
                <td className="py-1 pr-3 text-ink-2">
                  {new Date(reading.takenAt).toLocaleString("en-GB", {
                    dateStyle: "medium",
                    timeStyle: "short",
                  })}
                </td>
                <td className="pr-3">{reading.by}</td>
                <td className="pr-3">
                  {reading.slot}
                  {reading.epoch > 0 && `, after repair ${reading.epoch}`}
                </td>
                <td>
                  {later ? (
                    <>
                      <s>{readingText(reading)}</s> corrected by {later.by}
                    </>
                  ) : (
                    readingText(reading)
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </details>
  );
}
