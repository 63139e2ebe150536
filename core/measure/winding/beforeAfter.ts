import {
  combine,
  expanded,
  rectangular,
  scale,
  type Celsius,
  type Component,
  type Ohms,
} from "../../quantity/index.ts";
import { PAIRS, type Pair } from "../../record/index.ts";
import type { FinitePair, MeasuredPair, MeasuredPairs } from "./measurePairs.ts";
import { relativeSlope, resistanceAt } from "./temperature.ts";

export type PairChange =
  /** Both finite: what moved, in Ω, with its own 95 % uncertainty. */
  | { readonly kind: "moved"; readonly ohms: Ohms; readonly expanded: Ohms; readonly real: boolean }
  | { readonly kind: "closed" }
  | { readonly kind: "opened" }
  | { readonly kind: "stillOpen" }
  | { readonly kind: "notComparable" };

export interface PairBeforeAfter {
  readonly pair: Pair;
  readonly before: MeasuredPair | null;
  readonly after: MeasuredPair | null;
  readonly change: PairChange | null;
}

function isFinitePair(pair: MeasuredPair): pair is FinitePair {
  return pair.state === "finite" || pair.state === "short";
}

export interface PairSitting {
  readonly measured: MeasuredPairs;
  readonly instrumentId: string;
  /** Of the winding, and the half-width within which it is known. */
  readonly celsius: Celsius;
  readonly doubt: Celsius;
}

function changeOf(before: MeasuredPair, after: MeasuredPair, from: PairSitting, to: PairSitting): PairChange {
  if (before.state === "contradictory" || after.state === "contradictory") return { kind: "notComparable" };
  if (before.state === "open") return { kind: after.state === "open" ? "stillOpen" : "closed" };
  if (!isFinitePair(after)) return { kind: "opened" };
  const was = resistanceAt(before.resistance, from.celsius, to.celsius);
  const ohms = after.resistance - was;
  const gains: Component[] =
    from.instrumentId === to.instrumentId
      ? [scale(to.measured.gain, ohms)]
      : [scale(from.measured.gain, was), scale(to.measured.gain, after.resistance)];
  const heat = ({ celsius, doubt }: PairSitting): Component =>
    scale(rectangular(doubt), was * relativeSlope(celsius));
  const U = expanded(
    combine([
      before.independent,
      after.independent,
      from.measured.offset,
      to.measured.offset,
      heat(from),
      heat(to),
      ...gains,
    ]),
  );
  return { kind: "moved", ohms, expanded: U, real: Math.abs(ohms) > U };
}

/**
 * The three pairs of two sittings side by side, the first brought to the temperature of the second. The
 * change's uncertainty holds both sittings' independent parts, nulls and temperatures; the gain of one
 * meter used twice acts on the difference alone, that of two meters on each value (GUM 5.2.2, correlated
 * inputs).
 * @returns one line a pair; `real` where the change is larger than its 95 % uncertainty
 */
export function compareSittings(from: PairSitting, to: PairSitting): readonly PairBeforeAfter[] {
  return PAIRS.map((pair) => {
    const [before, after] = [from.measured.pairs[pair] ?? null, to.measured.pairs[pair] ?? null];
    return { pair, before, after, change: before && after ? changeOf(before, after, from, to) : null };
  });
}
