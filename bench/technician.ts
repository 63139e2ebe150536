import {
  epochOf,
  leftOutSlot,
  PAIRS,
  PHASES,
  phasesOf,
  SKIPPED_SLOT,
  type CheckId,
  type JobRecord,
  type Motor,
  type Pair,
  type Phase,
  type Reading,
  type ReadingValue,
} from "#core/record";
import { FAMILY_FACTS } from "#core/families";
import { endsTooLow } from "#core/measure/frame";
import { testOf } from "#core/measure/insulation";
import { canMeasure, INSTRUMENT_TEMPLATES, reachOf, type Ability, type Instrument } from "#core/quantity";
import { secondsOf } from "./acts.ts";
import type { Chance } from "./chance.ts";
import { workingAt, type Wanted } from "./handling.ts";
import { alternates, KNOWN_OHMS, KNOWN_VOLTS } from "./places.ts";
import type { Place } from "./points.ts";
import { SENSES, senseFor } from "./senses.ts";
import { floats } from "./spun.ts";
import { soundMotor, tableWith, type LaidDown, type MotorOnTable, type Table } from "./table.ts";
import { RATED_MAINS, type SimulatedMotor } from "./world.ts";
import type { World } from "./worlds.ts";

export interface Sitting {
  readonly instrument: Instrument;
  /** A four-wire meter in the cupboard, or none. */
  readonly finer: Instrument | null;
  /** For the spin test; null where nobody spins. */
  readonly voltmeter: Instrument | null;
  readonly connectionKnown: boolean;
  /** The shop knows what a pair of this model should read, and what its plate says. */
  readonly expectedKnown: boolean;
  /** A known-good sister, controller or motor is at hand. */
  readonly goodOnesAtHand: boolean;
  /** Chance that one reading of the sitting is a slip: a missed pin, a finger, a clip half on. */
  readonly slips: number;
  /** The owner lets nobody open it. */
  readonly keptShut: boolean;
  /** Its voltmeter counts no hertz. */
  readonly uncounted: boolean;
  readonly world: World;
  /** What is known of this very motor, where somebody says it. */
  readonly about?: Pick<MotorOnTable, "polePairs" | "rpmPerVolt"> & { readonly described: Motor };
}

const NOW = "2026-01-05T09:00:00.000Z";
const REPEATS = 2;
const TOLERANCE = 0.08;
/** Volts of a sound motor at the drill's speed: whatever the motor, the gate keeps it far below 30 V. */
const SPIN_VOLTS = 4;
const SPIN_VOLTS_AT = 1400;
const POLE_PAIRS = 7;
/** Nobody spins a motor with bare leads beyond this, V RMS. */
const MOST_SPUN_VOLTS = 20;
const RPM_PER_VOLT = SPIN_VOLTS_AT / (Math.SQRT2 * SPIN_VOLTS);
/** How often it is the meter's battery that reads wrongly, not its leads; and by what share it then reads high. Invented. */
const LOW_BATTERY = 0.15;
const READS_HIGH = [0.03, 0.2] as const;
/** Speed that a drill's battery loses from one look to the next at most, a share; and how long it runs up, s. */
const [SAG, RUN_UP] = [0.008, 4];
/** A sister differs from pair to pair by as much, one standard deviation. */
const SISTER_SPREAD = 0.006;
/** What lines between a sine and the 120° trapezoid read on an average-responding meter, a share too low at most. */
const SHAPE = 0.0065;
const LAMP_CHANGES = 12;

/** Somebody at the bench: reads what is asked for and writes it down, slips now and then included. */
export interface Technician {
  readonly record: () => JobRecord;
  /** How long it took so far, s of the bench's clock. */
  readonly seconds: () => number;
  /**
   * Takes these slots of a check; false where they cannot be taken here.
   * @param alone the step they are, where it can be left out by itself
   */
  readonly take: (check: CheckId, slots: readonly string[], alone?: string) => boolean;
}

/** What a technician takes when a check as a whole is asked for. */
export const WHOLE: Readonly<Partial<Record<CheckId, readonly string[]>>> = {
  mechanical: ["turn", "axialPlay", "sight", "seen"],
  frame: PHASES,
  winding: ["tips", ...PAIRS],
  backemf: ["plannedSpeed", "speedBefore", ...PAIRS, "speedAfter"],
  hall: ["supply", "forward"],
};

/** Readings that need the motor open, by the first of their slots. */
const OPENS: Readonly<Partial<Record<CheckId, readonly string[]>>> = {
  mechanical: ["sight", "seen"],
  winding: ["inward"],
  hall: ["leg"],
  module: ["moduleLook", "limiter"],
};

const FELT_SLIP = 0.03;
const SEEN_SLIP = 0.02;
const TYPED_SLIP = 0.006;
/** A probe that does not reach, once in a while. */
const MISSED = 0.008;
/** What a person says who felt it wrongly, by the place it is written in. */
const FELT_WRONG: Readonly<Record<string, readonly string[]>> = {
  "mechanical.turn": ["even", "grinding", "scraping", "tightSpot"],
  "mechanical.axialPlay": ["slight"],
  "run.runGood": ["rough"],
};
const SEEN_WRONG: Readonly<Record<string, readonly string[]>> = { "winding.inward": ["alike"] };
/** One look at a display. */
const LOOK = { do: "touch", with: "", red: "A", black: "B" } as const;
const onPair = (pair: Pair) => {
  const [red, black] = phasesOf(pair);
  return { do: "touch", red, black } as const;
};

/** Lamps of two turns of the field, as the rotor is turned on by hand. */
function lampsTurned(table: Table, polePairs: number): string[] {
  const shown = [table.lamps()];
  for (let n = 0; n < LAMP_CHANGES; n += 1) {
    table.act({ do: "turn", degrees: 360 / polePairs / 6 });
    table.pass(secondsOf({ do: "turn", degrees: 0 }));
    shown.push(table.lamps());
  }
  return shown.filter((state, i) => i === 0 || state !== shown[i - 1]);
}
/** Where the machine stands for what a person reads live of a motor with its own electronics. */
const LIVE: Wanted = { powered: true, plugged: true };

/**
 * A technician in front of a simulated motor.
 * @param before the job as it stood when the last repair was recorded; what is read now comes on top of it
 */
export function technicianFor(
  motor: SimulatedMotor,
  sitting: Sitting,
  chance: Chance,
  before: JobRecord | null = null,
): Technician {
  const earlier = before?.readings ?? [];
  const epoch = before ? epochOf(before) : 0;
  const readings: Reading[] = [];
  const has = (ailment: SimulatedMotor["ailments"][number]) => motor.ailments.includes(ailment);
  const put = (check: CheckId, slot: string, value: ReadingValue, instrumentId: string | null = null) =>
    void readings.push({
      id: `00000000-0000-7000-8000-${String(earlier.length + readings.length).padStart(12, "0")}`,
      check,
      slot,
      epoch,
      value,
      typed: "",
      instrumentId,
      takenAt: NOW,
      by: "XX",
      supersedes: null,
    });
  const choose = (check: CheckId, slot: string, choice: string) =>
    put(check, slot, { kind: "choice", choice });
  const volts = (check: CheckId, slot: string, value: number, id: string | null = null) =>
    put(check, slot, { kind: "quantity", quantity: "volts", value: Number(value.toPrecision(4)) }, id);
  const { world, voltmeter } = sitting;
  const slipped = <T>(rate: number, true_: T, wrong: () => T): T =>
    sitting.slips > 0 && chance.happens(rate * world.slips) ? wrong() : true_;
  /** A digit mistyped: ten times, a tenth, or two digits changed round. */
  const mistyped = (value: number) =>
    slipped(TYPED_SLIP, value, () => value * chance.oneOf([10, 0.1, 1.18, 0.83]));

  // Whoever measured it wrongly measures it with the same leads again.
  const bad = chance.happens(sitting.slips) || has("misread");
  const low = bad && chance.happens(LOW_BATTERY);
  let { instrument } = sitting;
  /** The other meter of the shop, of the same kind, with leads of its own. */
  const other: Instrument = { ...instrument, id: "other" };
  const plain: Instrument = { ...INSTRUMENT_TEMPLATES[0]!, id: "plain" };
  /** Rated for the mains, in every shop that works on them. */
  const rated: Instrument = { ...INSTRUMENT_TEMPLATES[1]!, id: "rated" };
  const tester: Instrument = { ...INSTRUMENT_TEMPLATES[3]!, id: "tester" };
  const spread = (size: number) => (size > 0 ? 1 + size * chance.normal() : 1);
  const laid: Partial<LaidDown> = {
    ...{ powered: true, plugged: true, goodOnes: sitting.goodOnesAtHand, contact: world.contact },
    worn: bad && !low ? { [instrument.id]: instrument.leadResistance * 4 + 0.05 } : {},
    low: low ? { [instrument.id]: chance.between(...READS_HIGH) } : {},
    spun: { AB: spread(world.naturalSpun), BC: spread(world.naturalSpun), CA: spread(world.naturalSpun) },
    ...{ shape: -chance.between(0, SHAPE), sag: chance.between(0, SAG) / secondsOf(LOOK) },
  };
  const onBench = new Map(
    [instrument, other, plain, rated, tester, sitting.finer, voltmeter].flatMap((one) =>
      one ? [[one.id, one] as const] : [],
    ),
  );
  const about = sitting.about ?? { polePairs: POLE_PAIRS, rpmPerVolt: RPM_PER_VOLT };
  const { polePairs, rpmPerVolt } = about;
  const drilled = Math.min(SPIN_VOLTS_AT, Math.floor(MOST_SPUN_VOLTS * Math.SQRT2 * rpmPerVolt));
  const table = tableWith({ motor, polePairs, rpmPerVolt }, [...onBench.values()], chance, laid);
  const hand = workingAt(table);
  hand.be({ powered: false });
  const heedsReach = chance.happens(0.9);
  const feltAtFirst = hand.find("mechanical.turn");
  const locked = feltAtFirst !== null && "choice" in feltAtFirst && feltAtFirst.choice === "locked";

  const reading = (shown: number | null): ReadingValue =>
    shown === null ? { kind: "open" } : { kind: "ohms", ohms: mistyped(shown) };
  const ohmsAt = (pair: Pair, missed = false): number | null => {
    hand.be(hand.AT_ITS_LEADS);
    const [red, black] = phasesOf(pair);
    return hand.read(instrument.id, "ohms", missed ? { do: "lift" } : { do: "touch", red, black });
  };
  const tips = () => hand.read(instrument.id, "ohms", { do: "tips" });

  /** What a voltmeter shows at a place: the shop's own where it reaches, else one that is rated for it. */
  const voltsAt = (at: Place, reads: Ability): number => {
    const missed = chance.happens(MISSED);
    const own = voltmeter && canMeasure(voltmeter, reads) ? voltmeter : rated;
    const shown = (id: string) => hand.read(id, reads, missed ? { do: "lift" } : { do: "reach", at });
    return shown(own.id) ?? shown(rated.id) ?? 0;
  };

  /** Speed, three pairs, speed: of this motor, or of a sister on the same drill. */
  const spin = (prefix: "" | "sister.") => {
    if (!voltmeter || locked) return false;
    const sister = prefix === "sister.";
    const at = sister ? sisterOnTable(voltmeter) : table;
    const spinner = workingAt(at);
    spinner.be(spinner.AT_ITS_LEADS);
    at.act({ do: "spin", rpm: drilled });
    at.pass(RUN_UP);
    const tied = sister ? "AB" : PAIRS.find((pair) => !floats(motor.winding, pair));
    const speed = (slot: string) => {
      // Where nothing counts, nobody writes a speed down.
      if (sitting.uncounted || (!voltmeter.frequency && world.shop === "oneCheapMeter")) return;
      const counted =
        tied && voltmeter.frequency
          ? spinner.read(voltmeter.id, "frequency", onPair(tied))
          : (at.rpm() * polePairs) / 60;
      const value = Number((counted ?? 0).toFixed(2));
      put("backemf", `${prefix}${slot}`, { kind: "quantity", quantity: "hertz", value }, voltmeter.id);
    };
    speed("speedBefore");
    for (const pair of PAIRS) {
      const shown = spinner.read(voltmeter.id, "acVolts", onPair(pair)) ?? 0;
      const value = { kind: "quantity", quantity: "volts", value: mistyped(shown) } as const;
      put("backemf", `${prefix}${pair}`, value, voltmeter.id);
    }
    speed("speedAfter");
    at.act({ do: "stop" });
    at.pass(secondsOf({ do: "stop" }));
    // A sister's spin takes this bench's time too.
    if (sister) table.pass(at.seconds());
    if (!sister)
      for (const pair of PAIRS)
        if (floats(motor.winding, pair)) choose("backemf", `${pair}.burden`, "collapses");
    return true;
  };
  const sisterOnTable = (meter: Instrument): Table =>
    tableWith(
      {
        motor: soundMotor(motor.family, { ...motor.winding, faults: [] }),
        ...{ polePairs, rpmPerVolt },
      },
      [meter],
      chance,
      {
        ...laid,
        ...{ powered: false, plugged: false, opened: true },
        spun: { AB: spread(SISTER_SPREAD), BC: spread(SISTER_SPREAD), CA: spread(SISTER_SPREAD) },
      },
    );

  /** What hands, eyes and ears say of a slot, written down; false where they find nothing here. */
  const sensed = (check: CheckId, slot: string): boolean => {
    const what = senseFor(check, slot);
    if (!what) return false;
    const { needs, inside } = SENSES[what];
    const wanted: Wanted = needs === "live" ? LIVE : needs === "dead" ? { powered: false } : {};
    if (!hand.be({ ...wanted, ...(inside && { opened: true }) })) return false;
    const found = hand.find(what);
    if (!found) return false;
    const name = `${check}.${slot}`;
    if ("choices" in found) put(check, slot, { kind: "choices", choices: [...found.choices] });
    else if ("count" in found) put(check, slot, { kind: "quantity", quantity: "count", value: found.count });
    else if ("seconds" in found)
      put(check, slot, { kind: "quantity", quantity: "seconds", value: found.seconds });
    else {
      const wrong = FELT_WRONG[name] ?? SEEN_WRONG[name];
      const rate = name in FELT_WRONG ? FELT_SLIP : SEEN_SLIP;
      choose(check, slot, wrong ? slipped(rate, found.choice, () => chance.oneOf(wrong)) : found.choice);
    }
    return true;
  };

  const fanSlot = (check: CheckId, slot: string): boolean => {
    if (check === "power" && !readings.some(({ slot: at }) => at === "stance"))
      choose("power", "stance", "ready");
    if (!motor.fan || !(slot in motor.fan.at)) return sensed(check, slot);
    hand.be(LIVE);
    if (!table.state().called) hand.perform({ do: "call", on: true });
    const shown = voltsAt(slot as Place, alternates(slot as Place) ? "acVolts" : "dcVolts");
    volts(check, slot, mistyped(shown), voltmeter?.id ?? null);
    return true;
  };
  const looked = new Map<boolean, readonly string[]>();
  const look = (opened: boolean): readonly string[] => {
    const found = hand.find("mechanical.seen");
    const marks = found && "choices" in found ? found.choices : [];
    const seen = looked.get(opened) ?? slipped(SEEN_SLIP, marks, () => []);
    if (world.marksStand) looked.set(opened, seen);
    return seen;
  };
  /** What is done for the first of a group of slots; null: it cannot be done here. */
  const single: Readonly<Partial<Record<CheckId, (slot: string, all: readonly string[]) => boolean>>> = {
    mechanical: (slot, all) => {
      switch (slot) {
        case "turn":
          // The controller is plugged in: a shorted switch in it brakes.
          hand.be({ powered: false, plugged: true });
          return sensed("mechanical", slot);
        case "turnUnplugged":
          hand.be({ powered: false, plugged: false });
          return sensed("mechanical", slot);
        case "sight":
          hand.be({ powered: false });
          // What was opened lies open, whatever is looked at next.
          if (!all.includes("turn") && !hand.be({ opened: true })) return false;
          return sensed("mechanical", slot);
        case "seen": {
          hand.be({ powered: false });
          if (!all.includes("turn") && !hand.be({ opened: true })) return false;
          const { opened } = table.state();
          // Another look of something that lies open begins anew.
          if (opened && !all.includes("sight")) choose("mechanical", "sight", "opened");
          put("mechanical", slot, { kind: "choices", choices: [...look(opened)] });
          return true;
        }
        case "coastDown":
          return !locked && sensed("mechanical", slot) && sensed("mechanical", "coastDown.sister");
        default:
          return sensed("mechanical", slot);
      }
    },
    frame: (slot) => {
      const again = readings.some(({ check, slot: at }) => check === "frame" && at === slot);
      // The screen says which meter ends too low: the plain one of the shop is taken, now and then once it is asked for again.
      const taken = again || (endsTooLow(reachOf(instrument)) && heedsReach) ? plain : instrument;
      hand.be(hand.AT_ITS_LEADS);
      const shown = hand.read(taken.id, "ohms", { do: "touch", red: slot as Phase, black: "frame" });
      put("frame", slot, reading(shown), taken.id);
      return true;
    },
    insulation: (slot) => {
      if (slot !== "oneMinute") return slot !== "tenMinutes";
      hand.be(hand.AT_ITS_LEADS);
      const shown = hand.read(tester.id, "insulation", { do: "touch", red: "A", black: "frame" });
      volts("insulation", "testVolts", testOf(described).usual);
      put("insulation", "temperature", { kind: "celsius", celsius: 20 });
      put(
        "insulation",
        "oneMinute",
        shown === null ? { kind: "open" } : { kind: "ohms", ohms: shown },
        "tester",
      );
      return true;
    },
    winding: (slot) => {
      if (slot === "tips") put("winding", "tips", reading(tips()), instrument.id);
      else if (slot === "inward") return sensed("winding", slot);
      else {
        const missed = chance.happens(sitting.slips / 5);
        for (let i = 0; i < REPEATS; i += 1)
          put("winding", slot, reading(ohmsAt(slot as Pair, missed)), instrument.id);
      }
      return true;
    },
    backemf: (slot) => {
      if (slot === "plannedSpeed") {
        put("backemf", "plannedSpeed", { kind: "quantity", quantity: "rpm", value: drilled });
        if (voltmeter && !locked) sensed("backemf", "drill");
        return spin("");
      }
      if (slot === "sister.speedBefore") return sitting.goodOnesAtHand && spin("sister.");
      return false;
    },
    hall: (slot) => {
      if (!motor.sensored) return false;
      if (slot === "supply") {
        hand.be(LIVE);
        volts("hall", "supply", voltsAt("sensorSupply", "dcVolts"));
        return true;
      }
      if (slot === "forward") {
        if (locked) return false;
        hand.be(LIVE);
        for (const state of lampsTurned(table, polePairs)) choose("hall", "forward", state);
        return true;
      }
      if (slot === "temp.kind") {
        // None of these simulated motors has a faulty one.
        hand.be({ powered: false });
        choose("hall", "temp.kind", "pt1000");
        const shown = hand.read(instrument.id, "ohms", { do: "reach", at: "temperatureSensor" });
        put("hall", "temp.ohms", reading(shown), instrument.id);
        put("hall", "temp.room", { kind: "celsius", celsius: 20 });
        return true;
      }
      return sensed("hall", slot) || slot !== "leg";
    },
    run: (slot) => {
      const [phase, rail] = slot.split(".");
      if (rail && PHASES.includes(phase as Phase)) {
        hand.be({ powered: false });
        volts("run", slot, voltsAt(slot as Place, "dcVolts"));
        return true;
      }
      return (slot === "runGood" || slot === "swap" || slot.startsWith("inUse")) && sensed("run", slot);
    },
    feed: (slot) => {
      if (slot !== "pack.rest" && slot !== "pack.load") return sensed("feed", slot);
      hand.be(LIVE);
      hand.perform({ do: "call", on: slot === "pack.load" });
      volts("feed", slot, voltsAt("pack", "dcVolts"));
      return true;
    },
    power: (slot) => fanSlot("power", slot),
    module: (slot) => fanSlot("module", slot),
    air: (slot) => fanSlot("air", slot),
    setup: (slot) => {
      if (slot === "battery") return sensed("setup", slot);
      if (slot === "voltsKnown") volts("setup", slot, KNOWN_VOLTS, null);
      if (slot === "voltsRead" && voltmeter)
        volts("setup", slot, voltsAt("knownVolts", "acVolts"), voltmeter.id);
      if (slot === "magnets")
        put("setup", slot, { kind: "quantity", quantity: "count", value: 2 * polePairs });
      if (slot === "known") put("setup", "known", { kind: "ohms", ohms: KNOWN_OHMS });
      if (slot === "knownRead") {
        const shown = hand.read(instrument.id, "ohms", { do: "reach", at: "knownOhms" });
        put("setup", "knownRead", reading(shown), instrument.id);
      }
      if (slot === "again") {
        const first = readings.find(
          ({ check, slot: at, value }) => check === "winding" && at === "AB" && value.kind === "ohms",
        );
        if (first) put("setup", "again", reading(ohmsAt("AB")), instrument.id);
      }
      return true;
    },
  };

  const possible = new Map<string, boolean>();
  /** Whether somebody can take these at all: what needs opening where it is kept shut, or what cannot be reached here, cannot. */
  const canTake = (check: CheckId, wanted: readonly string[]): boolean => {
    const opens = OPENS[check]?.some((slot) => wanted[0] === slot) ?? false;
    if (opens && sitting.keptShut) return false;
    if (world.untakable === 0) return true;
    const name = `${check} ${wanted.join()}`;
    const found = possible.get(name) ?? !chance.happens(world.untakable);
    possible.set(name, found);
    return found;
  };

  const { limb, connection } = motor.winding;
  const size = (limb.A + limb.B + limb.C) / 3;
  const healthy = connection === "star" ? 2 * size : size / 1.5;
  const truncated = () => Math.max(-2, Math.min(2, chance.normal()));
  const { ownElectronics, usualConsequence } = FAMILY_FACTS[motor.family];
  const described: Motor = sitting.about?.described ?? {
    id: "00000000-0000-7000-8000-00000000ffff",
    name: "simulated",
    owner: "",
    serial: "",
    family: motor.family,
    connection: sitting.connectionKnown ? connection : "unknown",
    polePairs: POLE_PAIRS,
    speedConstant: sitting.expectedKnown
      ? { rpmPerVolt: RPM_PER_VOLT * motor.plate, convention: "peak", source: "" }
      : null,
    expected: sitting.expectedKnown
      ? {
          ohms: healthy * (1 + (TOLERANCE / 2) * truncated()),
          tolerance: TOLERANCE,
          atTemperature: 20,
          source: "",
        }
      : null,
    wireColours: { A: "", B: "", C: "" },
    consequence: usualConsequence,
    balanceLimit: null,
    hallSpacing: motor.sensored && !ownElectronics ? "120" : "none",
    ...(ownElectronics && { rated: { volts: RATED_MAINS } }),
    ...(motor.onePiece && { onePiece: true }),
  };
  return {
    seconds: table.seconds,
    record: () => ({
      motor: described,
      complaint: motor.complaint,
      complaintWords: "",
      events: [],
      decisions: [],
      repairs: [],
      ...before,
      readings: [...earlier, ...readings],
      instruments: [sitting.instrument, other, plain, sitting.finer, voltmeter].filter((one) => one !== null),
    }),
    take: (check, slots, alone) => {
      const wanted = slots.length > 0 ? slots : (WHOLE[check] ?? []);
      const one = canTake(check, wanted) ? single[check] : () => false;
      if (!one || wanted.length === 0) return false;
      const skip = (slot: string) => put(check, slot, { kind: "skipped", reason: "not at hand" });
      if (check === "winding" && readings.filter(({ slot }) => slot === "CA").length >= REPEATS)
        instrument = sitting.finer ?? other;
      let taken = false;
      for (const slot of wanted) taken = one(slot, wanted) || taken;
      if (!taken && alone !== undefined) skip(leftOutSlot(alone));
      else if (!taken && readings.every(({ check: made }) => made !== check)) skip(SKIPPED_SLOT);
      return taken;
    },
  };
}
