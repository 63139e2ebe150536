import type { Amperes, Hertz, KvConvention, Ohms, Rpm, RpmPerVolt, Volts } from "../../quantity/index.ts";

/**
 * Volts of the convention for one volt of line RMS of a sine: √2; 3√2/π, the mean over the 60° in which a
 * six-step drive uses a line voltage (Mohan, Undeland, Robbins, *Power Electronics*, full bridge); 1.
 */
export const VOLTS_PER_RMS: Readonly<Record<KvConvention, number>> = {
  peak: Math.SQRT2,
  sixStep: (3 * Math.SQRT2) / Math.PI,
  rms: 1,
};

function wantAbove(where: string, name: string, value: number): void {
  if (!(value > 0) || !Number.isFinite(value))
    throw new RangeError(`${where}: ${name} must be above 0, got ${value}`);
}

/**
 * Speed constant from a spin: n/(k·V), k by convention. Exact for a sine; an ideal 120° trapezoid reads 5.4 %
 * more volts peak for its RMS than a sine.
 * @param speed rpm, above 0
 * @param lineRms line-to-line RMS volts at no load, above 0
 * @throws RangeError outside
 * @example speedConstant(2400, 0.75, "peak") // 2263 rpm/V; "rms" says 3200
 */
export function speedConstant(speed: Rpm, lineRms: Volts, convention: KvConvention): RpmPerVolt {
  wantAbove("speedConstant", "speed", speed);
  wantAbove("speedConstant", "lineRms", lineRms);
  return speed / (VOLTS_PER_RMS[convention] * lineRms);
}

/**
 * The same motor's constant in another convention.
 * @example convertSpeedConstant(100, "peak", "sixStep") // 104.7
 */
export function convertSpeedConstant(kv: RpmPerVolt, from: KvConvention, to: KvConvention): RpmPerVolt {
  wantAbove("convertSpeedConstant", "kv", kv);
  return (kv * VOLTS_PER_RMS[from]) / VOLTS_PER_RMS[to];
}

/**
 * Line RMS volts that a motor of this constant makes at a speed, at no load.
 * @example lineRmsAt(100, "peak", 1400) // 9.899
 */
export function lineRmsAt(kv: RpmPerVolt, convention: KvConvention, speed: Rpm): Volts {
  wantAbove("lineRmsAt", "kv", kv);
  wantAbove("lineRmsAt", "speed", speed);
  return speed / (VOLTS_PER_RMS[convention] * kv);
}

export interface MachineConstants {
  /** V·s/rad of line peak: 60/(2π·KV). */
  readonly keLinePeak: number;
  /** N·m/A of a six-step drive, its DC equivalent: 60/(2π·KV6) = 9.5493/KV6. */
  readonly ktSixStep: number;
  /** N·m per ampere peak of a sine drive: (√3/2)·Ke. */
  readonly ktSinePeak: number;
  /** N·m per ampere RMS of a sine drive: √2 times the last. */
  readonly ktSineRms: number;
}

const RADIANS_A_MINUTE = 60 / (2 * Math.PI);

/**
 * Back-EMF and torque constants of a speed constant. Source: power balance, P = e·i = T·ω.
 * @example machineConstants(100, "peak").keLinePeak // 0.09549
 */
export function machineConstants(kv: RpmPerVolt, convention: KvConvention): MachineConstants {
  const keLinePeak = RADIANS_A_MINUTE / convertSpeedConstant(kv, convention, "peak");
  const ktSinePeak = (Math.sqrt(3) / 2) * keLinePeak;
  return {
    keLinePeak,
    ktSixStep: RADIANS_A_MINUTE / convertSpeedConstant(kv, convention, "sixStep"),
    ktSinePeak,
    ktSineRms: Math.SQRT2 * ktSinePeak,
  };
}

/**
 * Flux linkage λ = phase peak / electrical angular speed, V·s (Wb).
 * @param lineRms V, above 0
 * @param frequency electrical Hz, above 0
 * @example fluxLinkage(9.9, 163.3) // 0.007878
 */
export function fluxLinkage(lineRms: Volts, frequency: Hertz): number {
  wantAbove("fluxLinkage", "lineRms", lineRms);
  wantAbove("fluxLinkage", "frequency", frequency);
  return (Math.SQRT2 * lineRms) / Math.sqrt(3) / (2 * Math.PI * frequency);
}

/**
 * Speed of a six-step drive under load: n = KV6·(V − I·R_LL), not below standstill.
 * @param kvSixStep rpm/V, six-step
 * @param lineResistance line to line, Ω, at least 0
 * @example loadedSpeed(9, 36, 15, 0.13) // 306.4
 */
export function loadedSpeed(
  kvSixStep: RpmPerVolt,
  supply: Volts,
  current: Amperes,
  lineResistance: Ohms,
): Rpm {
  wantAbove("loadedSpeed", "kvSixStep", kvSixStep);
  return Math.max(0, kvSixStep * (supply - current * lineResistance));
}
