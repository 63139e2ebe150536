import { assessJob, type Verdict } from "#core/assess";
import { canMeasure, OHMMETER_TEMPLATES, type Instrument } from "#core/quantity";
import type { Disposition, Family } from "#core/record";
import { chanceFrom } from "./chance.ts";
import { recordOf } from "./technician.ts";
import { motorFrom, type Ailment, type SimulatedMotor } from "./world.ts";

/** What each ailment truly asks for. */
const ASKS: Readonly<Record<Ailment, Disposition>> = {
  starJoint: "resolder",
  limb: "replaceMotor",
  lead: "repair",
  leadsTouch: "repair",
  turns: "replaceMotor",
  joint: "resolder",
  path: "resolder",
  frame: "replaceMotor",
  bearing: "replacePart",
  magnet: "replacePart",
  laminations: "replaceMotor",
  dirt: "repair",
  driver: "notMotor",
  elsewhere: "notMotor",
  weakMagnets: "replacePart",
  sensor: "replacePart",
  sensorWire: "repair",
  hidden: "undecided",
};
const WEIGHTIER: readonly Disposition[] = [
  "replaceMotor",
  "replacePart",
  "resolder",
  "repair",
  "undecided",
  "notMotor",
];

/** The remedy the simulated truth asks for: the weightiest of its ailments'. */
export function trueRemedy({ ailments }: SimulatedMotor): Disposition {
  const asked = ailments.map((ailment) => ASKS[ailment]);
  return WEIGHTIER.find((remedy) => asked.includes(remedy)) ?? "notMotor";
}

export interface Trial {
  readonly motor: SimulatedMotor;
  readonly truth: Disposition;
  readonly verdict: Verdict;
}

const FAMILIES: readonly Family[] = ["hobby", "hub", "traction", "ecm", "miniSplit"];

/**
 * Motors drawn, measured with every kind of meter, and judged. The world's frequencies, physics and slips
 * are the bench's own: nothing of the program's likelihood table goes in.
 * @param count motors, at least 1
 * @param slips chance of a bad sitting, 0…1
 */
export function trials(count: number, seed: number, slips = 0.05): Trial[] {
  const instruments = OHMMETER_TEMPLATES.map((template, i): Instrument => ({ ...template, id: `m${i}` }));
  const voltmeters = instruments.filter((instrument) => canMeasure(instrument, "acVolts"));
  return Array.from({ length: count }, (_, i) => {
    const chance = chanceFrom(seed + i);
    const motor = motorFrom(chance.oneOf(FAMILIES), chance.happens(0.65) ? "star" : "delta", chance);
    const record = recordOf(
      motor,
      {
        instrument: chance.oneOf(instruments),
        voltmeter: chance.happens(0.8) ? chance.oneOf(voltmeters) : null,
        connectionKnown: chance.happens(0.6),
        expectedKnown: chance.happens(0.6),
        opened: chance.happens(0.5),
        slips,
      },
      chance,
    );
    return { motor, truth: trueRemedy(motor), verdict: assessJob(record) };
  });
}

export interface Calibration {
  readonly count: number;
  readonly decided: number;
  /** Share of the decided that named another remedy than the truth asks for. */
  readonly confidentlyWrong: number;
  /** Mean probability given to the true remedy, over all. */
  readonly meanTrue: number;
}

export function calibrationOf(all: readonly Trial[]): Calibration {
  const decided = all.filter(({ verdict }) => verdict.decided !== null);
  const wrong = decided.filter(({ verdict, truth }) => verdict.decided !== truth);
  return {
    count: all.length,
    decided: decided.length,
    confidentlyWrong: decided.length === 0 ? 0 : wrong.length / decided.length,
    meanTrue:
      all.reduce((sum, { verdict, truth }) => sum + verdict.remedies[truth], 0) / Math.max(1, all.length),
  };
}
