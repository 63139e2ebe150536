import { percentText, quantityText, RESISTANCE, uncertainText } from "#core/quantity";
import { balanceLimitOf } from "#core/families";
import { pairName, PAIRS, type Pair } from "#core/record";
import {
  compareSittings,
  imbalanceOf,
  pairSittingOf,
  type MeasuredPair,
  type PairChange,
  type PairSitting,
} from "#core/measure/winding";
import { WindingDrawing, type DrawnPair } from "../checks/drawing/WindingDrawing.tsx";
import { useOpenJob } from "../job/openJob.ts";

function text(pair: MeasuredPair | null): string {
  if (!pair) return "not read";
  if (pair.state === "open") return "OL";
  if (pair.state === "contradictory") return "unsteady";
  if (pair.state === "short") return "near zero";
  return quantityText(pair.resistance, RESISTANCE, pair.expanded);
}

function changeText(change: PairChange | null): string {
  if (!change) return "";
  if (change.kind === "closed") return "closed again";
  if (change.kind === "opened") return "opened";
  if (change.kind === "stillOpen") return "still open";
  if (change.kind === "notComparable") return "cannot tell";
  if (!change.real) return `unchanged within ${quantityText(change.expanded, RESISTANCE, change.expanded)}`;
  return `${change.ohms < 0 ? "down" : "up"} ${uncertainText(Math.abs(change.ohms), RESISTANCE, change.expanded)}`;
}

function drawn(sitting: PairSitting | null, limit: number): Record<Pair, DrawnPair> {
  const imbalance = sitting ? imbalanceOf(sitting.measured, limit) : null;
  return Object.fromEntries(
    PAIRS.map((pair): [Pair, DrawnPair] => {
      const found = sitting?.measured.pairs[pair] ?? null;
      if (!found) return [pair, { state: "unread", text: "" }];
      if (found.state === "open") return [pair, { state: "open", text: "OL" }];
      const state = imbalance?.deviations[pair].judgement ?? "cannotTell";
      return [pair, { state, text: text(found) }];
    }),
  ) as Record<Pair, DrawnPair>;
}

/** The three pairs before and after the last repair, side by side, with what moved and how surely. */
export function PairsBeforeAfter() {
  const { record, epoch } = useOpenJob();
  const [before, after] = [pairSittingOf(record, epoch - 1), pairSittingOf(record, epoch)];
  if (!before) return null;
  const limit = balanceLimitOf(record);
  const lines = after ? compareSittings(before, after) : null;
  const judged = (sitting: PairSitting | null) => {
    const imbalance = sitting ? imbalanceOf(sitting.measured, limit) : null;
    if (!imbalance) return "";
    const { value, expanded } = imbalance.deviations[imbalance.worst];
    return `largest deviation ${percentText(value)} ± ${percentText(expanded, { signed: false })}`;
  };
  const panel = (title: string, sitting: PairSitting | null) => (
    <div className="basis-60 rounded-xl border border-line bg-sheet p-3">
      <h4 className="font-semibold">{title}</h4>
      <WindingDrawing
        connection={record.motor.connection}
        pairs={drawn(sitting, limit)}
        suspect={null}
        now={null}
        size="h-40"
      />
      <p className="text-center text-sm text-ink-2">{sitting ? judged(sitting) : "not read again yet"}</p>
    </div>
  );
  return (
    <div className="flex flex-wrap items-start gap-4">
      {panel("Before", before)}
      {panel("After", after)}
      {lines && (
        <table className="grow basis-80 text-left">
          <thead className="text-sm text-ink-2">
            <tr>
              <th className="py-1 font-normal">Pair</th>
              <th className="font-normal">Before</th>
              <th className="font-normal">After</th>
              <th className="font-normal">Moved</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <tr key={line.pair} className="border-t border-line">
                <th scope="row" className="py-1.5">
                  {pairName(line.pair)}
                </th>
                <td>{text(line.before)}</td>
                <td className="font-semibold">{text(line.after)}</td>
                <td className="text-ink-2">{changeText(line.change)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}
