import { JUDGEMENT_WORDS, percentText, quantityText, RESISTANCE, shareText } from "#core/quantity";
import { balanceLimitOf } from "#core/families";
import { PAIRS, type Pair } from "#core/record";
import { againstExpected, imbalanceOf, pairSittingOf, type MeasuredPair } from "#core/measure/winding";
import { useOpenJob } from "../../job/openJob.ts";
import type { ArcState } from "../drawing/WindingDrawing.tsx";

/** A measured pair as number and unit, or as the word for what is no number. */
export function valueOf(pair: MeasuredPair | undefined): { number: string; unit: string } {
  if (!pair) return { number: "", unit: "" };
  if (pair.state === "open") return { number: "OL", unit: "" };
  if (pair.state === "contradictory") return { number: "unsteady", unit: "" };
  if (pair.state === "short") return { number: "≈ 0", unit: "Ω" };
  const [number = "", unit = ""] = quantityText(pair.resistance, RESISTANCE, pair.expanded).split(" ");
  return { number, unit };
}

export interface PairLook {
  readonly state: ArcState;
  readonly word: string;
  readonly detail: string;
}

/** How each pair stands: against the expected value where one is known, else against the mean of three. */
export function usePairLooks() {
  const { record, epoch } = useOpenJob();
  const sitting = pairSittingOf(record, epoch);
  const limit = balanceLimitOf(record);
  const imbalance = sitting ? imbalanceOf(sitting.measured, limit) : null;
  const expected = sitting && record.motor.expected ? againstExpected(sitting, record.motor.expected) : null;
  const lookOf = (pair: Pair): PairLook => {
    const found = sitting?.measured.pairs[pair];
    if (!found) return { state: "unread", word: "", detail: "" };
    if (found.state === "open") return { state: "open", word: "open", detail: "no path between these leads" };
    if (found.state === "contradictory")
      return { state: "cannotTell", word: "cannot tell", detail: "a value and OL: read it again" };
    const judged = expected?.pairs[pair];
    if (judged && expected)
      return {
        state: judged.judgement,
        word: JUDGEMENT_WORDS[judged.judgement],
        detail:
          judged.judgement === "departs"
            ? `${percentText(Math.abs(judged.value), { signed: false })} ${judged.value > 0 ? "over" : "under"} expected`
            : `expects ${quantityText(expected.expected, RESISTANCE, expected.expected * expected.tolerance)} ±${shareText(expected.tolerance)}`,
      };
    const deviation = imbalance?.deviations[pair];
    if (!deviation) return { state: "cannotTell", word: "read", detail: "two more to compare" };
    const { value, judgement } = deviation;
    return {
      state: judgement,
      word: JUDGEMENT_WORDS[judgement],
      detail: `${percentText(value)} of the mean`,
    };
  };
  return {
    sitting,
    limit,
    imbalance,
    expected,
    looks: Object.fromEntries(PAIRS.map((pair) => [pair, lookOf(pair)])) as Record<Pair, PairLook>,
  };
}
