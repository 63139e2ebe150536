import type { Celsius, Metres, Ohms, SquareMillimetres } from "../../quantity/index.ts";
import { temperatureFactor } from "./temperature.ts";

/** Annealed copper at 20 °C, 100 % IACS: Ω·mm²/m, which is 1/58. IEC 60028. */
const COPPER_RESISTIVITY = 1 / 58;

/** Gauges as wire is sold: 4/0 is −3, 1/0 is 0. */
const LEAST_GAUGE = -3;
const MOST_GAUGE = 50;

/**
 * Copper of a wire by its American gauge: 36 is 0.127 mm across (0.005 in), 4/0 is 11.684 mm (0.46 in), and the 38 gauges
 * between are in one ratio, 92^(1/39). ASTM B258.
 * @param gauge AWG, −3 (4/0) to 50
 * @returns area in mm²
 * @throws RangeError outside these
 * @example areaOfGauge(18) // 0.823
 */
export function areaOfGauge(gauge: number): SquareMillimetres {
  if (!(gauge >= LEAST_GAUGE && gauge <= MOST_GAUGE))
    throw new RangeError(`areaOfGauge: gauge must be ${LEAST_GAUGE} to ${MOST_GAUGE}, got ${gauge}`);
  const diameter = 0.127 * 92 ** ((36 - gauge) / 39);
  return (Math.PI * diameter ** 2) / 4;
}

/**
 * Resistance of a copper wire, one way.
 * @param length m; @param area mm²; @param celsius of the wire
 * @throws RangeError where length is below or area not above zero
 * @example wireResistance(1, areaOfGauge(18), 20) // 0.02095
 */
export function wireResistance(length: Metres, area: SquareMillimetres, celsius: Celsius): Ohms {
  if (!(length >= 0)) throw new RangeError(`wireResistance: length must be 0 or more, got ${length}`);
  if (!(area > 0)) throw new RangeError(`wireResistance: area must be above 0, got ${area}`);
  return (COPPER_RESISTIVITY * length * temperatureFactor(20, celsius, "copper")) / area;
}
