import { lookAt, type DisplayNoise, type LiveSample, type Look } from "#core/live";
import type { Chance } from "./chance.ts";

/** A pair of probes on two points, as a display that speaks shows it. */
export interface Touch {
  readonly samples: readonly LiveSample[];
  /** What is between the points at a moment, but for a film that still gives way; null where nothing is touched in truth. */
  readonly thereAt: ((seconds: number) => number) | null;
  /** Seconds at which the probes touched. */
  readonly touched: number;
  readonly resolution: number;
  readonly scatter: number;
}

/** What a hand does with its probes. */
export const TOUCHES = ["firm", "film", "slips", "presses", "drifts", "floats", "brief"] as const;
export type TouchKind = (typeof TOUCHES)[number];

/**
 * One touch: open before, then the value as contact, film, filter of the meter, noise and the hand let it show.
 * @param value what is between the points, contact included, in the unit of what is read
 */
export function touchOf(kind: TouchKind, value: number, resolution: number, chance: Chance): Touch {
  const rate = chance.between(2.5, 10);
  const noise = resolution * chance.between(0.05, 2);
  const filter = chance.between(0.03, 0.5);
  const film = (kind === "film" ? chance.between(5, 200) : chance.between(0, 3)) * resolution;
  const filmSeconds = chance.between(0.1, 3);
  const touched = chance.between(0.2, 2);
  const seconds = touched + (kind === "brief" ? chance.between(0.3, 0.9) : chance.between(3, 15));
  const slipAt = touched + chance.between(0.5, 6);
  const slipFor = chance.between(0.2, 2);
  const slipBy = chance.between(3, 100) * resolution;
  const press = {
    by: chance.between(2, 30) * resolution,
    at: chance.between(0, 6),
    every: chance.between(2, 9),
  };
  const drift = chance.between(0.5, 20) * resolution;
  const thereAt = (t: number): number => {
    if (kind === "slips" && t > slipAt && t < slipAt + slipFor) return value + slipBy;
    if (kind === "presses")
      return value + press.by * Math.max(0, Math.sin((2 * Math.PI * (t + press.at)) / press.every));
    return kind === "drifts" ? value + drift * (t - touched) : value;
  };
  const samples: LiveSample[] = [];
  let [shown, wandering] = [Number.NaN, value];
  for (let t = 0; t < seconds; t += 1 / rate) {
    const on = t >= touched && kind !== "floats";
    if (!on) {
      wandering += chance.normal() * 20 * resolution;
      samples.push({ at: t, value: kind === "floats" ? wandering : null });
      continue;
    }
    const since = t - touched;
    const there = thereAt(t) + film * Math.exp(-since / filmSeconds);
    // A display is a mean of what was: it follows with a lag.
    shown = Number.isNaN(shown) ? there : there + (shown - there) * Math.exp(-1 / rate / filter);
    const noisy = shown + noise * chance.normal();
    samples.push({ at: t, value: Math.round(noisy / resolution) * resolution });
  }
  return { samples, touched, thereAt: kind === "floats" ? null : thereAt, resolution, scatter: noise };
}

/** What is latched by itself: the first rest, and the display at which it was one; null where it never comes to rest. */
export function firstRest(
  samples: readonly LiveSample[],
  noise: DisplayNoise,
): { readonly rest: Extract<Look, { kind: "settled" }>["rest"]; readonly at: number } | null {
  for (let count = 1; count <= samples.length; count += 1) {
    const look = lookAt(samples.slice(0, count), noise);
    if (look.kind === "settled") return { rest: look.rest, at: samples[count - 1]!.at };
  }
  return null;
}
