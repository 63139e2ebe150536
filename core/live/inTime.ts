/** One sample of a batch by the device's own clock. */
interface Timed {
  readonly sequence: number;
  /** Seconds, by a clock of the device's own that need not be right. */
  readonly time: number;
}

/** What is remembered of a device between its batches. */
export interface Heard {
  readonly sequence: number;
  readonly time: number;
  /** How far our clock was before the device's when a batch came in, s, for each of the latest batches. */
  readonly ahead: readonly number[];
}

/** Batches over which the least delay is looked for: a device's clock runs a little fast or slow, and stays right within them. */
const BATCHES = 50;

export interface Placed<Sample> {
  readonly heard: Heard;
  /** In order, each with its moment by our own clock, s. */
  readonly taken: readonly (Sample & { readonly at: number })[];
  /** How many came late, or twice: something later was heard before. */
  readonly dropped: number;
}

/**
 * Samples in the order of their sequence, at their moments by our own clock. A device counts its samples, and need not know
 * the time: the batch that took the least of all that came says how far the clocks are apart, so that one which was held up
 * on its way is as old as it is. A device that begins to count anew, at a later time of its own, was started again.
 * @param now our own clock, s
 */
export function placeInTime<Sample extends Timed>(
  before: Heard | null,
  batch: readonly Sample[],
  now: number,
): Placed<Sample> {
  const inOrder = [...batch].sort((a, b) => a.sequence - b.sequence);
  const first = inOrder[0];
  if (!first) return { heard: before ?? { sequence: -1, time: 0, ahead: [] }, taken: [], dropped: 0 };
  const anew = before !== null && first.sequence <= before.sequence && first.time > before.time;
  let last = before && !anew ? before.sequence : -1;
  const fresh = inOrder.filter(({ sequence }) => {
    const later = sequence > last;
    if (later) last = sequence;
    return later;
  });
  const dropped = batch.length - fresh.length;
  const newest = fresh.at(-1);
  if (!newest) return { heard: before!, taken: [], dropped };
  // A clock that was set back, or begins anew, says nothing of the delays before.
  const known = before && !anew && newest.time >= before.time ? before.ahead : [];
  const ahead = [...known, now - newest.time].slice(-BATCHES);
  const offset = Math.min(...ahead);
  return {
    heard: { sequence: newest.sequence, time: newest.time, ahead },
    taken: fresh.map((sample) => ({ ...sample, at: Math.min(now, sample.time + offset) })),
    dropped,
  };
}
