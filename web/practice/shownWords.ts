import { LIVE_FUNCTIONS, type LiveFunction } from "#core/live";
import { quantityText, rangeAmong, rangesOf, type Instrument } from "#core/quantity";
import type { Point } from "#bench/points";

/** What stands beside a number on a display. */
export const FUNCTION_SIGNS: Readonly<Record<LiveFunction, string>> = {
  ohms: "Ω",
  acVolts: "V AC",
  dcVolts: "V DC",
  dcAmperes: "A DC",
  frequency: "Hz",
  tachometer: "rpm",
  insulation: "Ω, insulation",
};

/** What the display shows, with the digits of its range: the number and its unit apart. */
export function displayOf(
  instrument: Instrument,
  reads: LiveFunction,
  value: number | null,
): { readonly number: string; readonly unit: string } {
  if (value === null) return { number: "OL", unit: "" };
  const ranges = rangesOf(instrument, reads);
  const { resolution } = ranges.length > 0 ? rangeAmong(ranges, value) : { resolution: 0 };
  const text = quantityText(value, LIVE_FUNCTIONS[reads].kind, resolution > 0 ? 2 * resolution : undefined);
  const [number = "", unit = ""] = text.split(/[\s\u00a0\u202f]+/u);
  return { number, unit };
}

/** A point as a sentence names it. */
export function pointName(point: Point): string {
  if (point === "frame") return "the frame";
  if (point === "joint") return "the star joint";
  if (point.endsWith("m")) return `the pad of ${point[0]}`;
  return point.endsWith("0") ? `${point[0]}, past its lead` : point;
}
