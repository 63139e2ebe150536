import type { Celsius, Ohms, Ratio, Volts } from "../../quantity/index.ts";

/** How the resistance of an insulation falls with heat. */
export type Insulation = "thermoplastic" | "thermoset";

/** Reference temperature of IEEE 43, °C. */
export const INSULATION_REFERENCE: Celsius = 40;
/** Least one-minute value at 40 °C below 1 kV: 5 MΩ. IEEE 43-2013 (memory). */
export const LEAST_INSULATION: Ohms = 5e6;
/** The winding of a harmless supply is tested with this, DC: extra-low voltage by IEC 60364-6 (memory). */
const GENTLE_TEST: Volts = 250;
/** Below 1 kV a winding is tested with this, DC. IEEE 43-2013 (memory). */
const USUAL_TEST: Volts = 500;
/** Insulation takes more only where the winding is fed with more than this. IEC 60364-6 (memory). */
const TAKES_MORE: Volts = 500;
/** Testers of these motors end here. Common practice below 1 kV. */
export const MOST_TEST: Volts = 1000;

/**
 * What the insulation of a winding is tested with, DC, and the most that it takes: more breaks down what was sound.
 * @param hazardous whether its supply is, above 60 V DC or 30 V AC
 * @param fed V at most, by its plate; undefined where nobody wrote it down
 * @example testVoltage(false, 12) // { usual: 250, most: 250 }
 */
export function testVoltage(
  hazardous: boolean,
  fed: Volts | undefined,
): { readonly usual: Volts; readonly most: Volts } {
  if (!hazardous) return { usual: GENTLE_TEST, most: GENTLE_TEST };
  return { usual: USUAL_TEST, most: fed !== undefined && fed > TAKES_MORE ? MOST_TEST : USUAL_TEST };
}

const KELVIN = 273;
/** The exponential form for thermosetting systems, 10 to 40 °C: exponent in kelvin. IEEE 43-2013 (memory). */
const THERMOSET_KELVINS = 4230;
const THERMOSET_FROM: Celsius = 10;

export type CorrectedInsulation =
  | { readonly kind: "corrected"; readonly factor: Ratio; readonly at40: Ohms; readonly enough: boolean }
  /** The thermosetting form is stated for 10 to 40 °C alone. */
  | { readonly kind: "outsideForm"; readonly least: Celsius; readonly most: Celsius };

/**
 * A one-minute insulation reading brought to 40 °C: thermoplastic or unknown R40 = Rt·0.5^((40 − t)/10);
 * thermoset R40 = Rt·exp(−4230(1/(t + 273) − 1/313)). IEEE 43-2013 (memory), written for machines above 750 W;
 * used as guidance below.
 * @param reading Ω, above 0
 * @param celsius of the winding
 * @throws RangeError for a reading that is not above 0 or a temperature below absolute zero
 * @example a thermoplastic 20 MΩ at 20 °C is 5 MΩ at 40 °C: just enough
 */
export function insulationAt40(reading: Ohms, celsius: Celsius, insulation: Insulation): CorrectedInsulation {
  if (!(reading > 0)) throw new RangeError(`insulationAt40: reading must be above 0 Ω, got ${reading}`);
  if (!(celsius > -KELVIN))
    throw new RangeError(`insulationAt40: celsius must be above −273 °C, got ${celsius}`);
  if (insulation === "thermoset" && (celsius < THERMOSET_FROM || celsius > INSULATION_REFERENCE))
    return { kind: "outsideForm", least: THERMOSET_FROM, most: INSULATION_REFERENCE };
  const factor =
    insulation === "thermoplastic"
      ? 0.5 ** ((INSULATION_REFERENCE - celsius) / 10)
      : Math.exp(-THERMOSET_KELVINS * (1 / (celsius + KELVIN) - 1 / (INSULATION_REFERENCE + KELVIN)));
  const at40 = reading * factor;
  return { kind: "corrected", factor, at40, enough: at40 >= LEAST_INSULATION };
}

/** Above this one-minute value the index says nothing: 5 GΩ. IEEE 43-2013 (memory). */
const INDEX_LIMIT: Ohms = 5e9;
/** Least polarisation index of class B and up. IEEE 43-2013 (memory). */
const LEAST_INDEX: Ratio = 2;

export type PolarisationIndex =
  | { readonly kind: "judged"; readonly index: Ratio; readonly enough: boolean }
  | { readonly kind: "notJudged"; readonly index: Ratio };

/**
 * Polarisation index, R after ten minutes over R after one. Not judged where the first exceeds 5 GΩ.
 * @throws RangeError for a reading that is not above 0
 * @example polarisationIndex(200e6, 500e6) // { kind: "judged", index: 2.5, enough: true }
 */
export function polarisationIndex(oneMinute: Ohms, tenMinutes: Ohms): PolarisationIndex {
  if (!(oneMinute > 0) || !(tenMinutes > 0))
    throw new RangeError(`polarisationIndex: readings must be above 0 Ω, got ${oneMinute} and ${tenMinutes}`);
  const index = tenMinutes / oneMinute;
  return oneMinute > INDEX_LIMIT
    ? { kind: "notJudged", index }
    : { kind: "judged", index, enough: index >= LEAST_INDEX };
}

/** Least ohms a volt of the whole vehicle, DC and AC circuits. ISO 6469-3 / UN R100 (memory). */
export const VEHICLE_OHMS_PER_VOLT = { dc: 100, ac: 500 } as const;

/**
 * Ohms a volt of working voltage against the vehicle's limit. The limit is for the whole vehicle: a motor
 * alone must lie far above it.
 * @param workingVoltage at full charge, V, above 0
 * @example ohmsPerVolt(500e3, 67, "dc") // { perVolt: 7463, limit: 100, above: true }
 */
export function ohmsPerVolt(
  reading: Ohms,
  workingVoltage: Volts,
  circuit: keyof typeof VEHICLE_OHMS_PER_VOLT,
): { readonly perVolt: number; readonly limit: number; readonly above: boolean } {
  if (!(workingVoltage > 0))
    throw new RangeError(`ohmsPerVolt: workingVoltage must be above 0 V, got ${workingVoltage}`);
  const perVolt = reading / workingVoltage;
  const limit = VEHICLE_OHMS_PER_VOLT[circuit];
  return { perVolt, limit, above: perVolt >= limit };
}
