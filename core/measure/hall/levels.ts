import type { Ratio, Volts } from "../../quantity/index.ts";

/** What most position sensors are fed with. Common practice. */
export const USUAL_SUPPLY: Volts = 5;
const SUPPLY_BAND: Ratio = 0.1;
/** Below this share of the rated supply there is none. Bench judgement. */
const MISSING_BELOW: Ratio = 0.2;
/** Highest voltage that counts as low, and least share of the pull-up that counts as high. */
const LOW_BELOW: Volts = 0.8;
const HIGH_ABOVE: Ratio = 0.7;

/**
 * Supply at the connector: within ±10 % of rated is present.
 * @param rated V, above 0
 * @example supplyAnswer(4.4) // "low"
 */
export function supplyAnswer(
  volts: Volts,
  rated: Volts = USUAL_SUPPLY,
): "present" | "low" | "high" | "missing" {
  if (!(rated > 0)) throw new RangeError(`supplyAnswer: rated must be above 0 V, got ${rated}`);
  if (volts < MISSING_BELOW * rated) return "missing";
  if (volts < (1 - SUPPLY_BAND) * rated) return "low";
  return volts > (1 + SUPPLY_BAND) * rated ? "high" : "present";
}

/**
 * A signal's two levels: low below 0.8 V and high above 70 % of the pull-up, else weak.
 * @example levelsAnswer(0.2, 3.2, 3.3) // "good"
 */
export function levelsAnswer(low: Volts, high: Volts, pullUp: Volts): "good" | "weak" {
  return low < LOW_BELOW && high > HIGH_ABOVE * pullUp ? "good" : "weak";
}

/** Three junctions in diode mode that differ by more than this are not alike. Bench judgement. */
const ALIKE: Volts = 0.08;

/**
 * Powered off, the three signal legs compare alike in diode mode, open or finite. Common practice.
 * @param readings V or open, three of them
 * @returns which one stands out, or null where they are alike
 * @example oddOneOut([0.62, 0.6, 0.02]) // 2
 */
export function oddOneOut(readings: readonly (Volts | "open")[]): number | null {
  if (readings.length !== 3)
    throw new RangeError(`oddOneOut: three readings are compared, got ${readings.length}`);
  const alike = (a: Volts | "open", b: Volts | "open") =>
    a === "open" || b === "open" ? a === b : Math.abs(a - b) <= ALIKE;
  const [x, y, z] = readings as [Volts | "open", Volts | "open", Volts | "open"];
  if (alike(x, y) && alike(y, z) && alike(x, z)) return null;
  if (alike(y, z)) return 0;
  if (alike(x, z)) return 1;
  return 2;
}
