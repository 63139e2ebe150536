import type { KvConvention, Ratio } from "../quantity/index.ts";
import type { Family } from "./motor.ts";

/** A limit of the shop with the reason it gave itself. */
export interface ShopLimit {
  readonly limit: Ratio;
  readonly reason: string;
}

export interface School<Choice extends string> {
  readonly choice: Choice;
  readonly reason: string;
}

export const DEAD_HALL_SCHOOLS = ["one", "all"] as const;
export type DeadHallSchool = (typeof DEAD_HALL_SCHOOLS)[number];

/** What a part costs, in the shop's currency, and in how many days it is there; 0 where it lies on the shelf. */
export interface PartTerms {
  readonly price: number;
  readonly days: number;
  /** Who it is ordered from. */
  readonly supplier?: string;
}

/** What this shop pays and charges. What it says nothing of keeps the usual example. */
export interface PriceBook {
  /** As it is written behind an amount. */
  readonly currency?: string;
  /** An hour at the bench. */
  readonly hourly?: number;
  /** The way there and back when a repair has to be looked at again. */
  readonly trip?: number;
  /** Months that a repair is warranted for. */
  readonly warranty?: number;
  readonly motors?: Readonly<Partial<Record<Family, PartTerms>>>;
  /** By what they are for: ids of cures in the catalogue. */
  readonly parts?: Readonly<Record<string, PartTerms>>;
}

/** Whose report it is. */
export interface Letterhead {
  readonly name: string;
  readonly line: string;
}

/** What closed jobs of one model, or of a family as a whole, turned out to need. */
export interface ExperienceOf {
  /** Id of the model; null for the family as a whole. */
  readonly model: string | null;
  readonly family: Family;
  /** Jobs whose end says what was wrong. */
  readonly known: number;
  /** How many of them were cured by what, by ids of cures in the catalogue. */
  readonly cures: Readonly<Record<string, number>>;
}

/** What the shop found, as it was counted on the day when its owner let it weigh in the odds. */
export interface Experience {
  /** UTC date, ISO 8601. */
  readonly counted: string;
  readonly reason: string;
  readonly of: readonly ExperienceOf[];
}

/** When a shop is open, by its own clock. */
export interface OpeningHours {
  /** As 08:00, before it closes. */
  readonly opens: string;
  /** As 17:00. */
  readonly closes: string;
  /** Days of the week, 1 for Monday to 7 for Sunday; at least one. */
  readonly days: readonly number[];
}

/**
 * Where practitioners disagree, what this shop does, and why; what it charges, and its name. What it says nothing of keeps the
 * usual. A job carries what it is judged by: a closed one what stood at its closing.
 */
export interface ShopLimits {
  readonly balance?: Readonly<Partial<Record<Family, ShopLimit>>>;
  /** On the deviation of a pair's volts per speed from the mean. */
  readonly spin?: ShopLimit;
  readonly kvConvention?: School<KvConvention>;
  /** One dead sensor: replace it alone, or all three while it is open. */
  readonly deadHall?: School<DeadHallSchool>;
  readonly prices?: PriceBook;
  readonly letterhead?: Letterhead;
  /** Temperatures are read in °F beside °C. */
  readonly alsoFahrenheit?: boolean;
  /** The clock of the shop, by its IANA name: its days are those of every report. UTC where it is absent. */
  readonly timeZone?: string;
  /** When somebody works there; the usual hours where it is absent. */
  readonly hours?: OpeningHours;
  /** Absent while what was found weighs nothing. */
  readonly experience?: Experience;
}

/** Limit on the deviation of a pair's volts per hertz from the mean, where a shop says no other. Common practice. */
export const USUAL_SPIN_LIMIT: Ratio = 0.03;

/**
 * The limit on a spun pair's deviation in force.
 * @returns a share of the mean, above 0
 * @example spinLimitOf({}) // 0.03
 */
export function spinLimitOf({ limits }: { readonly limits?: ShopLimits }): Ratio {
  return limits?.spin?.limit ?? USUAL_SPIN_LIMIT;
}
