import type { Celsius, Ohms } from "../quantity/index.ts";

/** Coefficients of industrial platinum, IEC 60751; the third counts below 0 °C alone. */
const PLATINUM_A = 3.9083e-3;
const PLATINUM_B = -5.775e-7;
const PLATINUM_C = -4.183e-12;
/** What the standard covers. */
const PLATINUM_LEAST: Celsius = -200;
const PLATINUM_MOST: Celsius = 850;

const ratioAt = (celsius: Celsius) =>
  1 +
  PLATINUM_A * celsius +
  PLATINUM_B * celsius ** 2 +
  (celsius < 0 ? PLATINUM_C * (celsius - 100) * celsius ** 3 : 0);

/**
 * Platinum resistor at a temperature: R0(1 + A·t + B·t² + C(t − 100)·t³), the last term below 0 °C alone. IEC 60751.
 * @param nominal R0, Ω, above 0: 1000 for a Pt1000
 * @throws RangeError outside −200 to 850 °C
 * @example platinumAt(1000, 25) // 1097.35 Ω
 * @example platinumAt(100, -50) // 80.31 Ω
 */
export function platinumAt(nominal: Ohms, celsius: Celsius): Ohms {
  if (!(nominal > 0)) throw new RangeError(`platinumAt: nominal must be above 0 Ω, got ${nominal}`);
  if (!(celsius >= PLATINUM_LEAST && celsius <= PLATINUM_MOST))
    throw new RangeError(`platinumAt: celsius must be −200 to ${PLATINUM_MOST} °C, got ${celsius}`);
  return nominal * ratioAt(celsius);
}

/** Newton's steps from the square form: three come to a thousandth of a kelvin even at −200 °C. */
const NEWTON_STEPS = 6;

/**
 * Temperature of a platinum resistor, the inverse of {@link platinumAt}; null outside −200 to 850 °C.
 * @example platinumTemperature(1000, 1097.35) // 25
 */
export function platinumTemperature(nominal: Ohms, ohms: Ohms): Celsius | null {
  if (!(nominal > 0)) throw new RangeError(`platinumTemperature: nominal must be above 0 Ω, got ${nominal}`);
  const ratio = ohms / nominal;
  if (ratio < ratioAt(PLATINUM_LEAST) || ratio > ratioAt(PLATINUM_MOST)) return null;
  const root = PLATINUM_A ** 2 - 4 * PLATINUM_B * (1 - ratio);
  let celsius = (-PLATINUM_A + Math.sqrt(root)) / (2 * PLATINUM_B);
  if (celsius >= 0) return celsius;
  for (let step = 0; step < NEWTON_STEPS; step += 1) {
    const slope =
      PLATINUM_A + 2 * PLATINUM_B * celsius + PLATINUM_C * (4 * celsius ** 3 - 300 * celsius ** 2);
    celsius -= (ratioAt(celsius) - ratio) / slope;
  }
  return celsius;
}

const KELVIN = 273.15;
const ROOM_KELVIN = 298.15;

/**
 * Thermistor at a temperature by the beta equation: R25·exp(β(1/T − 1/298.15)).
 * @param at25 Ω, above 0; @param beta K, above 0
 * @example thermistorAt(10_000, 3435, 60) // 2981 Ω
 */
export function thermistorAt(at25: Ohms, beta: number, celsius: Celsius): Ohms {
  if (!(at25 > 0) || !(beta > 0))
    throw new RangeError(`thermistorAt: at25 and beta must be above 0, got ${at25} and ${beta}`);
  if (!(celsius > -KELVIN))
    throw new RangeError(`thermistorAt: celsius must be above −273.15 °C, got ${celsius}`);
  return at25 * Math.exp(beta * (1 / (celsius + KELVIN) - 1 / ROOM_KELVIN));
}

/**
 * Temperature of a thermistor, the inverse of {@link thermistorAt}.
 * @param ohms above 0
 * @example thermistorTemperature(10_000, 3435, 2981) // 60
 */
export function thermistorTemperature(at25: Ohms, beta: number, ohms: Ohms): Celsius {
  if (!(at25 > 0) || !(beta > 0) || !(ohms > 0))
    throw new RangeError(`thermistorTemperature: all must be above 0, got ${at25}, ${beta}, ${ohms}`);
  return 1 / (1 / ROOM_KELVIN + Math.log(ohms / at25) / beta) - KELVIN;
}

export type SensorAnswer = "agrees" | "departs";
/** A sensor in a motor at rest should show the room, give or take what a morning's sun does. Bench judgement. */
export const ROOM_DOUBT: Celsius = 8;

/**
 * Whether a sensor at rest tells the room's temperature.
 * @example sensorAgainstRoom(60, 21) // "departs"
 */
export function sensorAgainstRoom(shown: Celsius, room: Celsius): SensorAnswer {
  return Math.abs(shown - room) <= ROOM_DOUBT ? "agrees" : "departs";
}
