import type { Minutes } from "../quantity/index.ts";
import type { ByFamily, Family, PartTerms, PriceBook } from "../record/index.ts";
import { cureFactsOf, type CureId } from "./cures.ts";

/** What an hour at the bench costs where a shop says no other. An example. */
export const USUAL_HOURLY = 54;
/** What a new motor costs where a shop says no other. Examples. */
export const USUAL_MOTOR: ByFamily<number> = {
  hobby: 45,
  hub: 190,
  traction: 850,
  ecm: 420,
  ecmSealed: 480,
  miniSplit: 210,
};

/** Where a price comes from: the shop's book, or an example that ships. */
export interface KnownTerms extends PartTerms {
  readonly example: boolean;
}

/** What the parts of a cure cost in a motor of this family, and when they are there. */
export function termsOf(cure: CureId, family: Family, book: PriceBook = {}): KnownTerms {
  const motor = book.motors?.[family];
  const own = cure === "motor" ? motor : book.parts?.[cure];
  if (own) return { ...own, example: false };
  const { parts, days } = cureFactsOf(cure);
  const price = "each" in parts ? parts.each : parts.ofMotor * (motor?.price ?? USUAL_MOTOR[family]);
  return { price, days, example: price > 0 };
}

/** What minutes at the bench cost, in the shop's currency. @example labour(60) // 54 */
export function labour(minutes: Minutes, { hourly = USUAL_HOURLY }: PriceBook = {}): number {
  return (minutes / 60) * hourly;
}

/** Parts and labour of a cure, in the shop's currency. */
export function costOf(cure: CureId, family: Family, book: PriceBook = {}): number {
  return termsOf(cure, family, book).price + labour(cureFactsOf(cure).minutes, book);
}
