/** Largest number of faults held true together. Two at most answer alike within noise; three cost little. */
export const MOST_FAULTS = 3;
/** Stands where a set has fewer members than {@link MOST_FAULTS}. */
export const NONE = 255;

/** Sets of at most three of n faults, the empty one first, side by side in flat arrays. */
export interface FaultSets {
  readonly faults: number;
  readonly size: number;
  /** Three places a set: fault numbers ascending, then {@link NONE}. Set 0 is the empty one. */
  readonly members: Uint8Array;
}

/**
 * Writes the empty set, single faults and pairs of n faults down, in this order.
 * @param members room for them, filled with {@link NONE}
 * @returns the place after them
 * @example fillUpToTwo(members, 17) // 3 · (1 + 17 + 136) = 462
 */
export function fillUpToTwo(members: Uint8Array, n: number): number {
  let at = MOST_FAULTS;
  for (let a = 0; a < n; a += 1, at += MOST_FAULTS) members[at] = a;
  for (let a = 0; a < n; a += 1)
    for (let b = a + 1; b < n; b += 1, at += MOST_FAULTS) {
      members[at] = a;
      members[at + 1] = b;
    }
  return at;
}

const kept = new Map<number, FaultSets>();

/**
 * All sets of at most {@link MOST_FAULTS} of n faults, the empty one first, then single faults, pairs, triples.
 * @param n number of faults, 0 to 254
 * @throws RangeError for another n
 * @example faultSets(17).size // 1 + 17 + 136 + 680 = 834
 */
export function faultSets(n: number): FaultSets {
  if (!(Number.isInteger(n) && n >= 0 && n < NONE))
    throw new RangeError(`faultSets: n must be a whole number from 0 to ${NONE - 1}, got ${n}`);
  const known = kept.get(n);
  if (known) return known;
  const size = 1 + n + (n * (n - 1)) / 2 + (n * (n - 1) * (n - 2)) / 6;
  const members = new Uint8Array(size * MOST_FAULTS).fill(NONE);
  let at = fillUpToTwo(members, n);
  for (let a = 0; a < n; a += 1)
    for (let b = a + 1; b < n; b += 1)
      for (let c = b + 1; c < n; c += 1, at += MOST_FAULTS) {
        members[at] = a;
        members[at + 1] = b;
        members[at + 2] = c;
      }
  const made = { faults: n, size, members };
  kept.set(n, made);
  return made;
}

/**
 * The faults of one set, ascending.
 * @example membersOf(faultSets(3), 4) // [0, 1]
 */
export function membersOf({ members }: FaultSets, set: number): number[] {
  return Array.from(members.subarray(set * MOST_FAULTS, (set + 1) * MOST_FAULTS)).filter(
    (member) => member !== NONE,
  );
}
