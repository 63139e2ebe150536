import { DEGREES } from "./angles.ts";
import type { Folded } from "./folded.ts";

export interface Phasor {
  readonly re: number;
  readonly im: number;
}
export const plus = (a: Phasor, b: Phasor): Phasor => ({ re: a.re + b.re, im: a.im + b.im });
export const minus = (a: Phasor): Phasor => ({ re: -a.re, im: -a.im });
export const size = ({ re, im }: Phasor): number => Math.hypot(re, im);
/** Degrees by which it comes after the cosine of the angle. */
export const lag = ({ re, im }: Phasor): number => Math.atan2(im, re) * DEGREES;

export const harmonicOf = ({ cosine, sine }: Folded, k: number): Phasor => ({
  re: cosine[k - 1] ?? 0,
  im: sine[k - 1] ?? 0,
});
