import type { Channel, Recording } from "../formats/index.ts";
import type { Line } from "./answer.ts";
import { motionOf, type Cycles, type Motion } from "./cycles.ts";
import { fold, MOST_HARMONICS, type Folded } from "./folded.ts";

/** A signal against its role. */
export interface Carried {
  readonly channel: Channel;
  /** A line, or a phase against the star point by its letter. */
  readonly role: Line | "AN" | "BN" | "CN";
}

/** Every signal of a recording, folded over the same whole cycles. */
export interface FoldedAll {
  readonly carried: readonly Carried[];
  readonly folded: readonly Folded[];
  readonly cycles: Cycles;
  readonly motion: Motion;
  readonly span: { readonly from: number; readonly cycles: number };
  readonly count: number;
  readonly harmonics: number;
  /** Mean speed over them, Hz electrical. */
  readonly frequency: number;
  readonly samplesPerCycle: number;
}

export function foldAll(
  { time }: Recording,
  carried: readonly Carried[],
  cycles: Cycles,
  polePairs: number | null,
): FoldedAll | null {
  const motion = motionOf(time!, cycles, polePairs ?? 3);
  const { angle } = motion;
  const cycle = 2 * Math.PI;
  // Whole cycles from a whole angle on; a little may be wanting at the ends of so few.
  const slack = 0.03 * cycle;
  const from = cycle * Math.ceil((angle[0]! - slack) / cycle);
  const there = Math.floor((angle.at(-1)! - from + slack) / cycle);
  const turns = polePairs === null ? 0 : Math.floor(there / polePairs);
  const count = turns >= 1 ? turns * polePairs! : there;
  if (count < 1) {
    const only = Math.max(1, Math.floor((angle.at(-1)! - angle[0]! + slack) / cycle));
    if (angle.at(-1)! - angle[0]! < cycle - slack) return null;
    return folding(time!, carried, cycles, motion, { from: angle[0]!, cycles: only });
  }
  return folding(time!, carried, cycles, motion, { from, cycles: count });
}

function folding(
  time: Float64Array,
  carried: readonly Carried[],
  cycles: Cycles,
  motion: Motion,
  span: { readonly from: number; readonly cycles: number },
): FoldedAll {
  const { angle } = motion;
  const placeOf = (at: number) => {
    let [low, high] = [0, angle.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (angle[middle]! < at) low = middle + 1;
      else high = middle;
    }
    return low;
  };
  const begin = placeOf(span.from);
  const end = Math.min(angle.length - 1, placeOf(span.from + 2 * Math.PI * span.cycles));
  const seconds = time[cycles.first + end]! - time[cycles.first + begin]!;
  const samplesPerCycle = (end - begin) / span.cycles;
  const harmonics = Math.max(1, Math.min(MOST_HARMONICS, Math.floor(samplesPerCycle / 2 - 1)));
  return {
    carried,
    folded: carried.map(({ channel }) => fold(channel.values, cycles.first, motion, span, harmonics, time)),
    ...{ cycles, motion, samplesPerCycle, span, harmonics },
    count: span.cycles,
    frequency: (angle[end]! - angle[begin]!) / (2 * Math.PI * seconds),
  };
}

/** More signals over the same cycles. */
export const foldMore = (
  { cycles, motion, span, harmonics }: FoldedAll,
  more: readonly Carried[],
  time: Float64Array,
): Folded[] => more.map(({ channel }) => fold(channel.values, cycles.first, motion, span, harmonics, time));
