import {
  CURRENT,
  FREQUENCY,
  parseQuantity,
  RESISTANCE,
  SPEED,
  VOLTAGE,
  type Ability,
  type QuantityKind,
} from "../quantity/index.ts";

/** What an instrument that speaks may say it reads. */
export type LiveFunction = Ability;

/** Each with what it is a reading of, and its words. */
export const LIVE_FUNCTIONS: Readonly<
  Record<LiveFunction, { readonly kind: QuantityKind; readonly words: string }>
> = {
  ohms: { kind: RESISTANCE, words: "resistance" },
  acVolts: { kind: VOLTAGE, words: "alternating voltage" },
  dcVolts: { kind: VOLTAGE, words: "direct voltage" },
  dcAmperes: { kind: CURRENT, words: "direct current" },
  frequency: { kind: FREQUENCY, words: "frequency" },
  tachometer: { kind: SPEED, words: "speed" },
  insulation: { kind: RESISTANCE, words: "insulation" },
};
export const LIVE_FUNCTION_NAMES = Object.keys(LIVE_FUNCTIONS) as readonly LiveFunction[];

/**
 * How many of the record's own unit one of this unit is; null where the function is not read in it.
 * @param unit as a person writes it, prefix included
 * @example unitFactor("ohms", "mΩ") // 0.001
 */
export function unitFactor(reads: LiveFunction, unit: string): number | null {
  // A prefix may bring a single one beyond what is plausible: 1 GV is no reading, and 1 GΩ is.
  const kind = { ...LIVE_FUNCTIONS[reads].kind, least: -Infinity, most: Infinity };
  const spelled = unit.trim();
  if (spelled === "" || /\d/u.test(spelled)) return null;
  const one = parseQuantity(`1 ${spelled}`, kind);
  return one.kind === "finite" ? one.value : null;
}

/** The function that fills a place. @param reads what its instrument must read @param kind in what it is written */
export function functionFor(
  reads: LiveFunction | null,
  { name }: Pick<QuantityKind, "name">,
): LiveFunction | null {
  // Speed is written where frequency is asked for, once it is read with a tachometer.
  if (reads === "frequency" && name === SPEED.name) return "tachometer";
  return reads;
}
