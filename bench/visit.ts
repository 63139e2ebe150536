import { canMeasure, OHMMETER_TEMPLATES, type Instrument } from "#core/quantity";
import type { Family, JobRecord } from "#core/record";
import { chanceFrom, type Chance } from "./chance.ts";
import { technicianFor, type Sitting, type Technician } from "./technician.ts";
import { motorFrom, type SimulatedMotor } from "./world.ts";
import { USUAL, type World } from "./worlds.ts";

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

/** What a shop measures with. */
function metersIn(
  { shop }: World,
  instruments: readonly Instrument[],
  chance: Chance,
): Pick<Sitting, "instrument" | "finer" | "voltmeter"> {
  const fine = instruments.find(({ wiring }) => wiring === "fourWire") ?? null;
  const spinning = instruments.filter((one) => canMeasure(one, "acVolts"));
  if (shop === "oneCheapMeter") {
    const cheap = instruments[0]!;
    return { instrument: cheap, finer: null, voltmeter: canMeasure(cheap, "acVolts") ? cheap : null };
  }
  if (shop === "everything")
    return { instrument: fine ?? instruments[0]!, finer: fine, voltmeter: spinning.at(-1)! };
  return {
    instrument: chance.oneOf(instruments),
    finer: chance.happens(0.5) ? fine : null,
    voltmeter: chance.happens(0.9) ? chance.oneOf(spinning) : null,
  };
}

/** One motor and its technician drawn. The same seed, the same visit. */
export function visitOf(seed: number, families: readonly Family[], world: World = USUAL): Visit {
  const chance = chanceFrom(seed);
  const motor = motorFrom(chance.oneOf(families), chance.happens(0.65) ? "star" : "delta", chance, world);
  const instruments = OHMMETER_TEMPLATES.map((template, i): Instrument => ({ ...template, id: `m${i}` }));
  const drawn = (): Sitting => ({
    ...metersIn(world, instruments, chance),
    connectionKnown: chance.happens(0.6),
    expectedKnown: chance.happens(0.7),
    goodOnesAtHand: chance.happens(0.8),
    slips: 0.05 * world.slips,
    uncounted: world.uncounted > 0 && chance.happens(world.uncounted),
    keptShut: world.keepShut > 0 && chance.happens(world.keepShut),
    world,
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
