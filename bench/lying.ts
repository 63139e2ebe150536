import type { Ability, Instrument } from "#core/quantity";
import type { Chance } from "./chance.ts";
import { sheetOf } from "./display.ts";
import type { Probes } from "./points.ts";

/** One instrument as it lies there. */
export interface Lying {
  readonly instrument: Instrument;
  /** Its own gain and zero, −1 to 1 of what its sheet allows. */
  readonly gain: number;
  readonly zero: number;
  /** Ω of its leads. */
  readonly leads: number;
  /** What a low battery makes it read high, a share; 0 with a good one. */
  readonly high: number;
  reads: Ability;
  /** Full scale of the range it is held on; null where it chooses. */
  range: number | null;
  /** Subtracted from what it shows. */
  nulled: number;
  probes: Probes;
  /** Seconds at which the probes were put there. */
  since: number;
  /** Ω of this contact, and of the film that still gives way under it. */
  contact: number;
  film: number;
  filmSeconds: number;
  /** What the display follows with a lag; NaN while there is nothing. */
  shown: number;
  shownAt: number;
}

/** A meter's own filter, s. */
const LAG = 0.15;
/** Lead sets differ: within a tenth of the typical value. */
const LEAD_SPREAD = 0.1;

/**
 * An instrument laid on the bench, its probes in the air: one out of a production run.
 * @param high what a low battery makes it read high, a share: its reference sags, and what is held against it looks larger.
 * Common practice, no source.
 */
export const layDown = (instrument: Instrument, high: number, chance: Chance): Lying => ({
  ...{ instrument, high, gain: chance.between(-1, 1), zero: chance.between(-1, 1) },
  leads: instrument.leadResistance * (1 + LEAD_SPREAD * chance.between(-1, 1)),
  ...{ reads: "ohms", range: null, nulled: 0, probes: "lifted", since: 0, contact: 0, film: 0 },
  ...{ filmSeconds: 1, shown: Number.NaN, shownAt: 0 },
});

/**
 * Its probes touch anew: another contact, and a film under it that gives way.
 * @param factor on how far contacts scatter here
 * @param worn Ω that its leads add at most
 */
export function put(
  one: Lying,
  probes: Probes,
  seconds: number,
  factor: number,
  worn: number,
  chance: Chance,
): void {
  const scatter = one.instrument.contactScatter * factor;
  one.probes = probes;
  one.since = seconds;
  one.contact = scatter * chance.normal() + worn * chance.uniform();
  one.film = scatter * chance.between(0, 8);
  one.filmSeconds = chance.between(0.1, 0.6);
  one.shown = Number.NaN;
}

/**
 * What its display shows: what is there, through its filter, with its own gain and zero, in its digits.
 * @param there the true value between its probes; null beyond what it reads
 * @returns null with an overload
 * @throws RangeError for what it cannot read
 */
export function displayed(one: Lying, there: number | null, seconds: number, chance: Chance): number | null {
  const { instrument, reads, range, gain, zero, high, nulled } = one;
  const sheet = sheetOf(instrument, reads, range);
  if (there === null || there > sheet.most) {
    one.shown = Number.NaN;
    return null;
  }
  const lagged = Number.isNaN(one.shown)
    ? there
    : there + (one.shown - there) * Math.exp(-(seconds - one.shownAt) / LAG);
  [one.shown, one.shownAt] = [lagged, seconds];
  const { ofReading, digits, resolution } = sheet.at(lagged);
  const off = (Math.max(0, digits - 1) * zero + 0.4 * chance.normal()) * resolution;
  const counts = Math.round((lagged * (1 + ofReading * gain) * (1 + high) + off) / resolution);
  const read = Math.max(0, counts * resolution);
  return nulled === 0 ? read : Math.round((read - nulled) / resolution) * resolution;
}
