import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { mersenne } from "pure-rand/generator/mersenne";

/** Everything the simulated bench leaves to chance, from one seed: the same seed, the same bench. */
export interface Chance {
  /** Uniform in [0, 1). */
  readonly uniform: () => number;
  /** Uniform in [from, to). */
  readonly between: (from: number, to: number) => number;
  /** Standard normal (Box and Muller 1958). */
  readonly normal: () => number;
  /** True with this probability. */
  readonly happens: (probability: number) => boolean;
  /** One of them, alike; with weights, in their proportion. @throws RangeError on an empty list */
  readonly oneOf: <T>(items: readonly T[], weights?: readonly number[]) => T;
}

/** @param seed any whole number; neighbouring seeds give unrelated benches (Mersenne twister) */
export function chanceFrom(seed: number): Chance {
  const generator = mersenne(seed);
  const uniform = () => uniformFloat64(generator);
  return {
    uniform,
    between: (from, to) => from + (to - from) * uniform(),
    normal: () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform()),
    happens: (probability) => uniform() < probability,
    oneOf: (items, weights = items.map(() => 1)) => {
      if (items.length === 0) throw new RangeError("oneOf: items must not be empty");
      let left = uniform() * weights.reduce((sum, weight) => sum + weight, 0);
      const found = items.find((_, i) => (left -= weights[i] ?? 0) < 0);
      return found ?? items.at(-1)!;
    },
  };
}
