import { chanceFrom } from "#bench/chance";
import { asChanges, asLevels, logged, type LoggedSensors, type Turning } from "#bench/logicLog";
import { asText, PLAIN_TEXT, scoped, type Recorded, type ScopedMotor } from "#bench/scope";
import { lookAtCapture, type CaptureOptions } from "#core/capture";
import { keepCapture } from "#core/check";
import type { Reading } from "#core/record";
import { reading } from "./jobs.ts";

const NOTHING: CaptureOptions = { as: null, polePairs: null, slots: null, ratedConstant: null, turned: null };
const FILE = "ab".repeat(32);

/** A sound motor of seven pole pairs and 1000 rpm/V. */
const SCOPED: ScopedMotor = {
  ...{ polePairs: 7, constant: 1000, phases: [1, 1, 1], harmonics: { 5: 0.06, 7: 0.03 } },
  ...{ lower: {}, swing: 0, order: "ABC" },
};
const SCOPE: Recorded = {
  ...{ seconds: 0.2, rate: 30_000, speed: () => 2000, noise: 0.02, range: 5, steps: 4096, offset: 0 },
  probes: ["AB", "BC", "CA"].map((of) => ({ of, way: 1 as const })),
};

/** The bytes that an oscilloscope writes of a motor. */
export function waveformFile(motor: Partial<ScopedMotor> = {}, how: Partial<Recorded> = {}): Uint8Array {
  const names = (how.probes ?? SCOPE.probes).map(({ of }) => of);
  return asText(scoped({ ...SCOPED, ...motor }, { ...SCOPE, ...how }, chanceFrom(11)), {
    ...PLAIN_TEXT,
    names,
  });
}

const LOGGED: LoggedSensors = {
  ...{ polePairs: 7, spacing: 120, late: [0, 0, 0], hysteresis: 0, stuck: {}, wires: [0, 1, 2] },
};
const steady: Turning = (t) => 10.3 * t + 0.013;

/** The bytes that a logger writes of three sensors. */
export const logFile = (sensors: Partial<LoggedSensors> = {}, turning: Turning = steady): Uint8Array =>
  asChanges(logged({ ...LOGGED, ...sensors }, turning, 1, 2e-5));

/** The same as levels in volts, sample by sample. */
export const levelsFile = (): Uint8Array =>
  asLevels(logged(LOGGED, steady, 1, 2e-5), 1, 20_000, 5, 0.05, chanceFrom(1));

/** A recording as a job keeps it. */
export function keptReading(
  bytes: Uint8Array,
  where: Pick<Reading, "check" | "slot"> & Partial<Pick<Reading, "epoch" | "supersedes">>,
  known: Partial<CaptureOptions> = {},
): Reading {
  const options = { ...NOTHING, polePairs: 7, slots: 12, ...known };
  const look = lookAtCapture(bytes, options);
  const value = keepCapture(look, {
    ...{ file: FILE, sha256: FILE, name: "recording.csv" },
    ...{ polePairs: options.polePairs, slots: options.slots },
  });
  return reading({ ...where, value });
}

export const recordedSpun = (
  motor: Partial<ScopedMotor> = {},
  how: Partial<Recorded> = {},
  known: Partial<CaptureOptions> = {},
  epoch = 0,
): Reading => keptReading(waveformFile(motor, how), { check: "waveform", slot: "spun", epoch }, known);
