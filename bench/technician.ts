import {
  PAIRS,
  PHASES,
  phasesOf,
  type JobRecord,
  type Motor,
  type Reading,
  type ReadingValue,
} from "#core/record";
import type { Instrument } from "#core/quantity";
import type { Chance } from "./chance.ts";
import { HALL_WIRES } from "#core/hall";
import { drillFrom, spinOnce, type SpunMotor } from "./drill.ts";
import { choiceOfPlay, eyes, pullsHard, turnFelt } from "./hands.ts";
import { meterOf } from "./meter.ts";
import { resistanceBetween } from "./network.ts";
import { floats, spunRatios } from "./spun.ts";
import { resistorsOf } from "./windings.ts";
import type { SimulatedMotor } from "./world.ts";

export interface Sitting {
  readonly instrument: Instrument;
  /** For the spin test; null where nobody spins. */
  readonly voltmeter: Instrument | null;
  readonly connectionKnown: boolean;
  /** The shop knows what a pair of this model should read. */
  readonly expectedKnown: boolean;
  /** It is opened and looked into. */
  readonly opened: boolean;
  /** Chance that one reading of the sitting is a slip: a missed pin, a finger, a clip half on. */
  readonly slips: number;
}

const NOW = "2026-01-05T09:00:00.000Z";
const REPEATS = 2;
const TOLERANCE = 0.08;
/** Volts of a sound motor at the drill's speed: whatever the motor, the gate keeps it far below 30 V. */
const SPIN_VOLTS = 4;
const SPIN_VOLTS_AT = 1400;
/** Plates are off by this much, one standard deviation. */
const PLATE_SIGMA = 0.02;

/** Lamps of two turns of the field, the dead ones dark. */
function lampsOf({ deadSignals }: SimulatedMotor): string[] {
  const ring = ["101", "100", "110", "010", "011", "001"];
  const shown = [...ring, ...ring, ring[0]!].map((state) =>
    [...state].map((bit, i) => (deadSignals.includes(PHASES[i]!) ? "0" : bit)).join(""),
  );
  return shown.filter((state, i) => i === 0 || state !== shown[i - 1]);
}

/** Somebody works through the whole plan on a simulated motor and writes down what they read, felt and saw. */
export function recordOf(motor: SimulatedMotor, sitting: Sitting, chance: Chance): JobRecord {
  const readings: Reading[] = [];
  const add = (
    check: Reading["check"],
    slot: string,
    value: ReadingValue,
    instrumentId: string | null = null,
  ) =>
    readings.push({
      id: `00000000-0000-7000-8000-${String(readings.length).padStart(12, "0")}`,
      check,
      slot,
      epoch: 0,
      value,
      typed: "",
      instrumentId,
      takenAt: NOW,
      by: "XX",
      supersedes: null,
    });
  const choose = (check: Reading["check"], slot: string, choice: string) =>
    add(check, slot, { kind: "choice", choice });
  const { instrument } = sitting;
  const worn = chance.happens(sitting.slips) ? instrument.leadResistance * 4 + 0.05 : 0;
  const meter = meterOf(instrument, chance, worn);
  const display = (ohms: number): ReadingValue => {
    const shown = meter.show(ohms);
    return shown === "open" ? { kind: "open" } : { kind: "ohms", ohms: shown };
  };

  const felt = turnFelt(motor, chance);
  choose("mechanical", "turn", felt.plugged);
  if (felt.plugged === "stiff") choose("mechanical", "turnUnplugged", felt.unplugged);
  choose("mechanical", "axialPlay", choiceOfPlay(motor, chance));
  choose("mechanical", "sight", sitting.opened ? "opened" : "outside");
  add("mechanical", "seen", { kind: "choices", choices: eyes(motor, sitting.opened, chance) });

  for (const phase of PHASES) add("frame", phase, display(motor.frameOhms), instrument.id);

  add("winding", "tips", display(0), instrument.id);
  const resistors = resistorsOf(motor.winding);
  for (const pair of PAIRS) {
    const [from, to] = phasesOf(pair);
    const missed = chance.happens(sitting.slips / 3);
    const truth = missed ? Infinity : resistanceBetween(resistors, from, to);
    for (let i = 0; i < REPEATS; i += 1) add("winding", pair, display(truth), instrument.id);
  }
  add("winding", "temperature", { kind: "celsius", celsius: 20 });

  const turns = felt.plugged !== "locked";
  if (motor.sensored) for (const state of lampsOf(motor)) choose("hall", "forward", state);
  if (motor.deadSignals.length > 0) {
    const broken = motor.ailments.includes("sensorWire");
    for (const wire of HALL_WIRES)
      choose("hall", `${wire}.wire`, broken && wire === motor.deadSignals[0] ? "broken" : "whole");
    choose("hall", "leg", motor.ailments.includes("sensor") ? "dead" : "changes");
  }
  const voltmeter = sitting.voltmeter;
  const polePairs = 7;
  const kv = SPIN_VOLTS_AT / (Math.SQRT2 * SPIN_VOLTS);
  if (voltmeter && turns) {
    add("backemf", "plannedSpeed", { kind: "quantity", quantity: "rpm", value: SPIN_VOLTS_AT });
    choose("backemf", "drill", pullsHard(motor, chance) ? "hard" : "free");
    const shares = spunRatios(motor.winding, motor.flux);
    const ratios = Object.fromEntries(
      PAIRS.map((pair) => [pair, floats(motor.winding, pair) ? ("floats" as const) : shares[pair]]),
    ) as SpunMotor["ratios"];
    const events = spinOnce(
      { voltsPerRpm: SPIN_VOLTS / SPIN_VOLTS_AT, ratios, polePairs },
      voltmeter,
      drillFrom(SPIN_VOLTS_AT, chance),
      chance,
    );
    let speeds = 0;
    for (const event of events) {
      if (event.kind === "volts")
        add("backemf", event.pair, { kind: "quantity", quantity: "volts", value: event.volts }, voltmeter.id);
      else {
        const slot = speeds++ === 0 ? "speedBefore" : "speedAfter";
        add("backemf", slot, { kind: "quantity", quantity: "hertz", value: event.value }, voltmeter.id);
      }
    }
    for (const pair of PAIRS) if (ratios[pair] === "floats") choose("backemf", `${pair}.burden`, "collapses");
  }

  const { limb, connection } = motor.winding;
  const size = (limb.A + limb.B + limb.C) / 3;
  const healthy = connection === "star" ? 2 * size : size / 1.5;
  const described: Motor = {
    id: "00000000-0000-7000-8000-00000000ffff",
    name: "simulated",
    owner: "",
    serial: "",
    family: motor.family,
    connection: sitting.connectionKnown ? connection : "unknown",
    polePairs,
    speedConstant: sitting.expectedKnown
      ? {
          rpmPerVolt: kv * (1 + PLATE_SIGMA * Math.max(-2, Math.min(2, chance.normal()))),
          convention: "peak",
          source: "",
        }
      : null,
    expected: sitting.expectedKnown
      ? {
          ohms: healthy * (1 + (TOLERANCE / 2) * Math.max(-2, Math.min(2, chance.normal()))),
          tolerance: TOLERANCE,
          atTemperature: 20,
          source: "",
        }
      : null,
    wireColours: { A: "", B: "", C: "" },
    consequence: "nuisance",
    balanceLimit: null,
  };
  return {
    motor: described,
    complaint: "errorCode",
    complaintWords: "",
    events: [],
    readings,
    decisions: [],
    repairs: [],
    instruments: voltmeter ? [instrument, voltmeter] : [instrument],
  };
}
