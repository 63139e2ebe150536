import type { Recording } from "../formats/index.ts";
import { indexAt } from "./cycles.ts";

/** A stretch of a recording as it is drawn: no peak of it is lost, however many samples fall on one column. */
export interface Window {
  /** Seconds, of each value that is drawn. */
  readonly at: Float64Array;
  /** By signal: its values at those moments. */
  readonly values: readonly Float64Array[];
}

/**
 * The least and the most of each signal in every column of a stretch; the samples themselves where there are no more of them
 * than that. What lies just beyond its ends is taken along, so that lines run to the edge.
 * @param from seconds; `to` after it
 * @param columns how many are drawn side by side, at least 1
 * @example windowOf(recording, 0, 0.01, 600)
 */
export function windowOf(
  { time, channels }: Pick<Recording, "time" | "channels">,
  from: number,
  to: number,
  columns: number,
): Window {
  if (!time || time.length === 0)
    return { at: new Float64Array(), values: channels.map(() => new Float64Array()) };
  const begin = Math.max(0, indexAt(time, from) - 1);
  const end = Math.min(time.length, indexAt(time, to) + 1);
  const count = end - begin;
  if (count <= 2 * columns)
    return { at: time.slice(begin, end), values: channels.map(({ values }) => values.slice(begin, end)) };
  const at = new Float64Array(2 * columns);
  const values = channels.map(() => new Float64Array(2 * columns));
  for (let column = 0; column < columns; column += 1) {
    const first = begin + Math.floor((column * count) / columns);
    const next = begin + Math.floor(((column + 1) * count) / columns);
    at[2 * column] = time[first]!;
    at[2 * column + 1] = time[next - 1]!;
    channels.forEach(({ values: all }, c) => {
      let [low, high] = [first, first];
      for (let n = first; n < next; n += 1) {
        const value = all[n]!;
        if (value < all[low]! || Number.isNaN(all[low]!)) low = n;
        if (value > all[high]! || Number.isNaN(all[high]!)) high = n;
      }
      // In the order in which they came.
      values[c]![2 * column] = all[Math.min(low, high)]!;
      values[c]![2 * column + 1] = all[Math.max(low, high)]!;
    });
  }
  return { at, values };
}
