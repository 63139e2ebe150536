import { FAMILY_FACTS } from "../families/index.ts";
import type { Minutes } from "../quantity/index.ts";
import type { Family, Motor, PartTerms, PriceBook, Warranty } from "../record/index.ts";
import { cureFactsOf, type CureId } from "./cures/index.ts";

/** What an hour at the bench costs where a shop says no other. An example. */
export const USUAL_HOURLY = 54;

/** A shop's prices, and what a warranty on the machine pays of them. */
export interface Payment extends PriceBook {
  /** Work on the motor itself, and a new one, that the machine's warranty pays. */
  readonly covered?: Warranty;
}

/** Where a price comes from: the shop's book, or an example that ships. */
export interface KnownTerms extends PartTerms {
  readonly example: boolean;
}

/** What the parts of a cure cost in a motor of this family, and when they are there. */
export function termsOf(cure: CureId, family: Family, book: Payment = {}): KnownTerms {
  const terms = priceOf(cure, family, book);
  return isCovered(cure, book) ? { ...terms, price: 0, example: false } : terms;
}

/** A warranty pays what is done to the motor; papers, set-up and what feeds it are the shop's own matter. */
const isCovered = (cure: CureId, { covered = "none" }: Payment) =>
  covered !== "none" && cureFactsOf(cure).onMotor;

function priceOf(cure: CureId, family: Family, book: PriceBook): KnownTerms {
  const motor = book.motors?.[family];
  const own = cure === "motor" ? motor : book.parts?.[cure];
  if (own) return { ...own, example: false };
  const { parts, days } = cureFactsOf(cure);
  const price =
    "each" in parts ? parts.each : parts.ofMotor * (motor?.price ?? FAMILY_FACTS[family].newCosts);
  return { price, days, example: price > 0 };
}

/** What minutes at the bench cost, in the shop's currency. @example labour(60) // 54 */
export function labour(minutes: Minutes, { hourly = USUAL_HOURLY }: PriceBook = {}): number {
  return (minutes / 60) * hourly;
}

/**
 * Parts and labour of a cure, in the shop's currency: what is left of them where a warranty pays.
 * @returns at least 0
 * @example costOf("bearings", "hub", { hourly: 60 }) // parts and the minutes of it at 60 an hour
 */
export function costOf(cure: CureId, family: Family, book: Payment = {}): number {
  const { price } = termsOf(cure, family, book);
  const paid = isCovered(cure, book) && book.covered === "whole";
  return price + (paid ? 0 : labour(cureFactsOf(cure).minutes, book));
}

/** A shop's prices as they stand for one motor. */
export function paymentFor({ warranty = "none" }: Pick<Motor, "warranty">, book: PriceBook = {}): Payment {
  return { ...book, covered: warranty };
}
