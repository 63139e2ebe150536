import type { Complaint } from "#core/record";
import { chanceFrom, type Chance } from "./chance.ts";

/** What the shops of a world measure with. */
const SHOPS = ["mixed", "oneCheapMeter", "everything"] as const;

/** How often things are so where a motor comes from. Nobody knows the figures of the world they work in. */
export interface World {
  readonly name: string;
  /** Factor on how often an ailment comes in, and on how often it is complained of in this way. */
  readonly often: (ailment: string) => number;
  readonly complained: (ailment: string, complaint: Complaint) => number;
  /** Per hundred motors: ailments that the usual world does not have. */
  readonly added: number;
  /** Of a hundred complained of, those in which nothing is the matter, and those that somebody measured wrongly. */
  readonly sound: number;
  readonly misread: number;
  /** Chance of an unrelated second trouble. */
  readonly second: number;
  /** How far sound limbs differ, one standard deviation as a share: in ohms, and in what they make when spun. */
  readonly natural: number;
  readonly naturalSpun: number;
  readonly plateSigma: number;
  readonly wrongPlates: number;
  /** Factor on how often people misread, mistype and misfeel. */
  readonly slips: number;
  /** Factor on how far contacts scatter. */
  readonly contact: number;
  readonly shop: (typeof SHOPS)[number];
  /** Share of readings that cannot be taken, and of people who open nothing. */
  readonly untakable: number;
  readonly keepShut: number;
  /** Share of blowers of the kinds that come apart which are made in one piece. */
  readonly onePiece: number;
  /** Of sensors that are dead, those that stay lit. */
  readonly litSensors: number;
  /** Share of voltmeters, beside those of a shop with one cheap meter, that count no hertz. */
  readonly uncounted: number;
  /** What an eye saw once it sees again: a second look tells nothing new. */
  readonly marksStand: boolean;
}

/** The world that rules were first set in. */
export const USUAL: World = {
  name: "usual",
  often: () => 1,
  complained: () => 1,
  added: 0,
  sound: 0,
  misread: 0,
  second: 1 / 14,
  natural: 0.01,
  naturalSpun: 0,
  plateSigma: 0.025,
  wrongPlates: 0.03,
  slips: 1,
  contact: 1,
  shop: "mixed",
  untakable: 0,
  keepShut: 0,
  onePiece: 0,
  litSensors: 0,
  uncounted: 0,
  marksStand: false,
};

/** A factor of two up or down, drawn once for each name. */
function factors(chance: Chance): (...names: readonly string[]) => number {
  const drawn = new Map<string, number>();
  return (...names) => {
    const name = names.join(" ");
    const found = drawn.get(name) ?? 2 ** chance.between(-1, 1);
    drawn.set(name, found);
    return found;
  };
}

/**
 * A world with figures of its own, drawn from broad ranges. The same seed, the same world.
 * @param seed any whole number
 */
export function worldFrom(seed: number): World {
  const chance = chanceFrom(seed);
  // Each name is drawn when it is first met, in the order of the tables.
  const [often, complained] = [factors(chanceFrom(seed + 1)), factors(chanceFrom(seed + 2))];
  return {
    name: `world ${seed}`,
    often,
    complained,
    added: chance.between(4, 14),
    sound: chance.between(3, 14),
    misread: chance.between(3, 12),
    second: chance.between(0.04, 0.16),
    natural: chance.between(0.004, 0.014),
    naturalSpun: chance.between(0.002, 0.008),
    plateSigma: chance.between(0.012, 0.04),
    wrongPlates: chance.between(0.01, 0.08),
    slips: chance.between(0.3, 2),
    contact: chance.between(0.6, 2),
    shop: chance.oneOf(SHOPS, [5, 2, 2]),
    untakable: chance.happens(0.6) ? chance.between(0, 0.15) : 0,
    keepShut: chance.happens(0.5) ? chance.between(0, 0.4) : 0,
    marksStand: chance.happens(0.5),
    onePiece: chance.between(0, 0.3),
    litSensors: chance.between(0, 0.5),
    uncounted: chance.between(0, 0.3),
  };
}
