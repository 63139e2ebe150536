import { canMeasure, OHMMETER_TEMPLATES, type Instrument } from "#core/quantity";
import type { Family, JobRecord } from "#core/record";
import { chanceFrom, type Chance } from "./chance.ts";
import { technicianFor, type Sitting, type Technician } from "./technician.ts";
import { motorFrom, type SimulatedMotor } from "./world.ts";

/** A motor that came in, and the people who may read it, each with a meter of the shop. */
export interface Visit {
  readonly motor: SimulatedMotor;
  readonly technician: Technician;
  /** Somebody else in front of the same motor. */
  readonly another: () => Technician;
  /** The same technician in front of what the motor became, going on with its job. */
  readonly again: (motor: SimulatedMotor, before: JobRecord) => Technician;
  readonly chance: Chance;
}

/** One motor and its technician drawn. The same seed, the same visit. */
export function visitOf(seed: number, families: readonly Family[]): Visit {
  const chance = chanceFrom(seed);
  const motor = motorFrom(chance.oneOf(families), chance.happens(0.65) ? "star" : "delta", chance);
  const instruments = OHMMETER_TEMPLATES.map((template, i): Instrument => ({ ...template, id: `m${i}` }));
  const drawn = (): Sitting => ({
    instrument: chance.oneOf(instruments),
    finer: chance.happens(0.5) ? (instruments.find(({ wiring }) => wiring === "fourWire") ?? null) : null,
    voltmeter: chance.happens(0.9)
      ? chance.oneOf(instruments.filter((one) => canMeasure(one, "acVolts")))
      : null,
    connectionKnown: chance.happens(0.6),
    expectedKnown: chance.happens(0.7),
    goodOnesAtHand: chance.happens(0.8),
    slips: 0.05,
  });
  const sitting = drawn();
  return {
    motor,
    chance,
    technician: technicianFor(motor, sitting, chance),
    another: () => technicianFor(motor, drawn(), chance),
    again: (changed, before) => technicianFor(changed, sitting, chance, before),
  };
}
