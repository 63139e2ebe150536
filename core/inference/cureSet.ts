/**
 * A set of cures, any number of them: cure i is bit i + 1, and bit 0 stands for a fault that nothing known cures.
 * Two sets are equal by ===, and | and & join and meet them.
 */
export type CureSet = bigint;

export const NOTHING: CureSet = 0n;
/** Of a fault that nothing known cures. */
export const NO_CURE: CureSet = 1n;

/**
 * The set of these cures.
 * @param cures numbers from 0 on
 * @example cureSet([0, 2]) // 0b1010n
 */
export function cureSet(cures: readonly number[]): CureSet {
  return cures.reduce((set, cure) => set | (1n << BigInt(cure + 1)), NOTHING);
}

const known = new Map<CureSet, readonly number[]>();

/**
 * The numbers of the cures in a set, ascending; of what nothing cures there is none. Worked out once for each set.
 * @example curesOfSet(0b1010n) // [0, 2]
 */
export function curesOfSet(set: CureSet): readonly number[] {
  const found = known.get(set);
  if (found) return found;
  const cures: number[] = [];
  for (let left = set >> 1n, cure = 0; left > 0n; left >>= 1n, cure += 1)
    if ((left & 1n) === 1n) cures.push(cure);
  known.set(set, cures);
  return cures;
}
