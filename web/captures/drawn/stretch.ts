import type { ReadCapture } from "../../workers/capture.worker.ts";

/** What of a recording is looked at, s. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Cycles that are shown where nobody knows how many make a turn. */
const FIRST_CYCLES = 7;
/** No closer than this share of the whole, and never farther out than all of it. */
const CLOSEST = 1e-5;

/** One turn at first, where it is known how many cycles make it; else a few cycles, else all of it. */
export function firstStretch({ pictures, span }: ReadCapture, polePairs: number | null): Stretch {
  const { cycles } = pictures;
  const shown = Math.min(polePairs ?? FIRST_CYCLES, cycles.length - 1);
  if (shown >= 1) return { from: cycles[0]!, to: cycles[shown]! };
  return span ? { from: span[0], to: span[1] } : { from: 0, to: 1 };
}

/** Kept within what was recorded, as long as it was. */
function within({ from, to }: Stretch, [first, last]: readonly [number, number]): Stretch {
  const length = Math.min(to - from, last - first);
  const begin = Math.min(Math.max(from, first), last - length);
  return { from: begin, to: begin + length };
}

/** Pushed on by some seconds. */
export const pushed = (stretch: Stretch, by: number, span: readonly [number, number]): Stretch =>
  within({ from: stretch.from + by, to: stretch.to + by }, span);

/** Made larger (below 1) or smaller, about a place of it from 0 to 1. */
export function zoomed(
  { from, to }: Stretch,
  by: number,
  about: number,
  span: readonly [number, number],
): Stretch {
  const length = Math.max((to - from) * by, CLOSEST * (span[1] - span[0]));
  const still = from + (to - from) * about;
  return within({ from: still - length * about, to: still + length * (1 - about) }, span);
}

/** When a magnet passes in the turn that is looked at, s; null where turns are not known. */
export function magnetPasses(
  { pictures }: ReadCapture,
  magnet: number,
  polePairs: number | null,
  { from, to }: Stretch,
): readonly [number, number] | null {
  const { cycles } = pictures;
  if (polePairs === null || cycles.length <= polePairs) return null;
  const middle = (from + to) / 2;
  const turns = Math.floor((cycles.length - 1) / polePairs);
  // The turn whose middle lies nearest to what is looked at.
  const distance = (turn: number) =>
    Math.abs((cycles[turn * polePairs]! + cycles[(turn + 1) * polePairs]!) / 2 - middle);
  const turn = Array.from({ length: turns }, (_, k) => k).reduce((best, one) =>
    distance(one) < distance(best) ? one : best,
  );
  const cycle = turn * polePairs + Math.floor(magnet / 2);
  const [begin, end] = [cycles[cycle]!, cycles[cycle + 1]!];
  const half = (end - begin) / 2;
  return magnet % 2 === 0 ? [begin, begin + half] : [begin + half, end];
}
