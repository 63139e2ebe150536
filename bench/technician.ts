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
import { INSTRUMENT_TEMPLATES, reachOf, type Instrument } from "#core/quantity";
import { HALL_WIRES } from "#core/measure/hall";
import { readFan } from "./blower.ts";
import type { Chance } from "./chance.ts";
import { drillFrom, spinOnce, type SpunMotor } from "./drill.ts";
import { bridgedDrag, choiceOfPlay, eyes, pullsHard, turnFelt } from "./hands.ts";
import { meterOf } from "./meter.ts";
import { pairsInward, ranOnGood } from "./running.ts";
import { resistanceBetween } from "./network.ts";
import { floats, spunRatios } from "./spun.ts";
import { lampsShown, ringOf } from "./lamps.ts";
import { resistorsOf } from "./windings.ts";
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
}

const NOW = "2026-01-05T09:00:00.000Z";
const REPEATS = 2;
const TOLERANCE = 0.08;
/** Volts of a sound motor at the drill's speed: whatever the motor, the gate keeps it far below 30 V. */
const SPIN_VOLTS = 4;
const SPIN_VOLTS_AT = 1400;
const POLE_PAIRS = 7;
const PACK_VOLTS = 40;

/** Lamps of two turns of the field, the dead ones dark, the swapped ones against it. */
function lampsOf(motor: SimulatedMotor): string[] {
  if (motor.ailments.includes("sensorSupply")) return ["000"];
  const ring = ringOf(motor);
  const shown = [...ring, ...ring, ring[0]!].map((state) => lampsShown(motor, state));
  return shown.filter((state, i) => i === 0 || state !== shown[i - 1]);
}

/** How often the trouble comes while it is used: what only somebody's meter or papers saw hardly ever. */
const showsInUse = ({ ailments }: SimulatedMotor): number =>
  ailments.some((one) => one !== "misread" && one !== "wrongPlate") ? 0.88 : 0.05;

/** Somebody at the bench: reads what is asked for and writes it down, slips now and then included. */
export interface Technician {
  readonly record: () => JobRecord;
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
  const { world } = sitting;
  const slipped = <T>(rate: number, true_: T, wrong: () => T): T =>
    sitting.slips > 0 && chance.happens(rate * world.slips) ? wrong() : true_;
  /** A digit mistyped: ten times, a tenth, or two digits changed round. */
  const mistyped = (value: number) =>
    slipped(TYPED_SLIP, value, () => value * chance.oneOf([10, 0.1, 1.18, 0.83]));

  const { voltmeter } = sitting;
  // Whoever measured it wrongly measures it with the same leads again.
  const bad = chance.happens(sitting.slips) || has("misread");
  const worn = bad ? sitting.instrument.leadResistance * 4 + 0.05 : 0;
  let instrument = sitting.instrument;
  /** The contacts of this world scatter otherwise than the meter's list says. */
  const asHere = (one: Instrument) => ({ ...one, contactScatter: one.contactScatter * world.contact });
  let meter = meterOf(asHere(instrument), chance, worn);
  /** The other meter of the shop, of the same kind, with leads of its own. */
  const other = { ...sitting.instrument, id: "other" };
  const takeOther = () => {
    instrument = sitting.finer ?? other;
    meter = meterOf(asHere(instrument), chance);
  };
  const plain: Instrument = { ...INSTRUMENT_TEMPLATES[0]!, id: "plain" };
  const plainMeter = meterOf(asHere(plain), chance);
  const heedsReach = chance.happens(0.9);
  const display = (ohms: number): ReadingValue => {
    const shown = meter.show(ohms);
    return shown === "open" ? { kind: "open" } : { kind: "ohms", ohms: mistyped(shown) };
  };
  const resistors = resistorsOf(motor.winding);
  const felt = turnFelt(motor, chance);
  const shares = spunRatios(motor.winding, motor.flux);
  const own = (share: number) =>
    world.naturalSpun > 0 ? share * (1 + world.naturalSpun * chance.normal()) : share;
  const kv = SPIN_VOLTS_AT / (Math.SQRT2 * SPIN_VOLTS);
  const drill = drillFrom(SPIN_VOLTS_AT, chance);

  const spin = (prefix: "" | "sister.") => {
    if (!voltmeter || felt.plugged === "locked") return false;
    const sister = prefix === "sister.";
    const ratios = Object.fromEntries(
      PAIRS.map((pair) => {
        if (sister) return [pair, 1 + 0.006 * chance.normal()];
        return [pair, floats(motor.winding, pair) ? ("floats" as const) : own(shares[pair])];
      }),
    ) as SpunMotor["ratios"];
    let speeds = 0;
    const spun = { voltsPerRpm: SPIN_VOLTS / SPIN_VOLTS_AT, ratios, polePairs: POLE_PAIRS };
    for (const event of spinOnce(spun, voltmeter, drill, chance))
      if (event.kind === "volts")
        put(
          "backemf",
          `${prefix}${event.pair}`,
          { kind: "quantity", quantity: "volts", value: mistyped(event.volts) },
          voltmeter.id,
        );
      // Where nothing counts, nobody writes a speed down.
      else if (!sitting.uncounted && (voltmeter.frequency || world.shop !== "oneCheapMeter")) {
        const slot = `${prefix}${speeds++ === 0 ? "speedBefore" : "speedAfter"}`;
        put("backemf", slot, { kind: "quantity", quantity: "hertz", value: event.value }, voltmeter.id);
      }
    if (!sister)
      for (const pair of PAIRS)
        if (ratios[pair] === "floats") choose("backemf", `${pair}.burden`, "collapses");
    return true;
  };

  const pairAt = (pair: Pair, missed: boolean) => {
    const [from, to] = phasesOf(pair);
    const truth = missed ? Infinity : resistanceBetween(resistors, from, to);
    for (let i = 0; i < REPEATS; i += 1) put("winding", pair, display(truth), instrument.id);
  };
  const fanSlot = (check: CheckId, slot: string): boolean => {
    if (slot.startsWith("sister") && !sitting.goodOnesAtHand) return false;
    const read = readFan(motor, slot, chance);
    if (!read) return false;
    if (check === "power" && !readings.some(({ slot: at }) => at === "stance"))
      choose("power", "stance", "ready");
    if ("volts" in read) volts(check, slot, mistyped(read.volts), voltmeter?.id ?? null);
    else if ("count" in read) put(check, slot, { kind: "quantity", quantity: "count", value: read.count });
    else choose(check, slot, read.choice);
    return true;
  };
  const looked = new Map<boolean, string[]>();
  const look = (opened: boolean): string[] => {
    const seen = looked.get(opened) ?? slipped(SEEN_SLIP, eyes(motor, opened, chance), () => []);
    if (world.marksStand) looked.set(opened, seen);
    return seen;
  };
  /** What is done for the first of a group of slots; null: it cannot be done here. */
  const single: Readonly<Partial<Record<CheckId, (slot: string, all: readonly string[]) => boolean>>> = {
    mechanical: (slot, all) => {
      // What was opened lies open, whatever is looked at next.
      const opened =
        !all.includes("turn") ||
        readings.some(
          ({ slot: at, value }) => at === "sight" && value.kind === "choice" && value.choice === "opened",
        );
      switch (slot) {
        case "turn":
          choose(
            "mechanical",
            slot,
            slipped(FELT_SLIP, turnFelt(motor, chance).plugged, () =>
              chance.oneOf(["even", "grinding", "scraping", "tightSpot"]),
            ),
          );
          return true;
        case "turnUnplugged":
          choose("mechanical", slot, felt.unplugged);
          return true;
        case "axialPlay":
          choose(
            "mechanical",
            slot,
            slipped(FELT_SLIP, choiceOfPlay(motor, chance), () => "slight"),
          );
          return true;
        case "sight":
          choose("mechanical", slot, opened ? "opened" : "outside");
          return true;
        case "seen":
          // Another look of something that lies open begins anew.
          if (opened && !all.includes("sight")) choose("mechanical", "sight", "opened");
          put("mechanical", slot, {
            kind: "choices",
            choices: look(opened),
          });
          return true;
        case "shortDrag": {
          const loops = PAIRS.filter((pair) => {
            const [from, to] = phasesOf(pair);
            return Number.isFinite(resistanceBetween(resistors, from, to));
          }).length;
          choose("mechanical", slot, bridgedDrag(motor, loops, chance));
          return true;
        }
        case "coastDown": {
          if (!sitting.goodOnesAtHand || felt.plugged === "locked") return false;
          const { bearing, dirt, water } = motor.wear;
          const sister = 4 + chance.uniform();
          const slow = 1 - 0.7 * Math.max(bearing - 0.2, dirt - 0.2, water - 0.2, 0);
          put("mechanical", "coastDown", {
            kind: "quantity",
            quantity: "seconds",
            value: sister * slow * (1 + 0.08 * chance.normal()) * (pullsHard(motor, chance) ? 0.2 : 1),
          });
          put("mechanical", "coastDown.sister", { kind: "quantity", quantity: "seconds", value: sister });
          return true;
        }
        default:
          return false;
      }
    },
    frame: (slot) => {
      const again = readings.some(({ check, slot: at }) => check === "frame" && at === slot);
      // The screen says which meter ends too low: the plain one of the shop is taken, now and then once it is asked for again.
      const takesPlain = again || (endsTooLow(reachOf(instrument)) && heedsReach);
      const taken = takesPlain ? plain : instrument;
      const at = (takesPlain ? plainMeter : meter).show(motor.frameOhms * (1 + 0.1 * chance.uniform()));
      put("frame", slot, at === "open" ? { kind: "open" } : { kind: "ohms", ohms: mistyped(at) }, taken.id);
      return true;
    },
    insulation: (slot) => {
      if (slot !== "oneMinute") return slot !== "tenMinutes";
      const dry = motor.frameOhms < Infinity ? motor.frameOhms : 10 ** chance.between(8, 10);
      const stressed = has("frame") ? Math.min(dry, 10 ** chance.between(2, 6)) : dry;
      volts("insulation", "testVolts", 500);
      put("insulation", "temperature", { kind: "celsius", celsius: 20 });
      put("insulation", "oneMinute", { kind: "ohms", ohms: stressed }, "tester");
      return true;
    },
    winding: (slot) => {
      if (slot === "tips") put("winding", "tips", display(0), instrument.id);
      else if (slot === "inward")
        choose(
          "winding",
          "inward",
          slipped(SEEN_SLIP, pairsInward(motor), () => "alike"),
        );
      else pairAt(slot as Pair, chance.happens(sitting.slips / 5));
      return true;
    },
    backemf: (slot) => {
      if (slot === "plannedSpeed") {
        put("backemf", "plannedSpeed", { kind: "quantity", quantity: "rpm", value: SPIN_VOLTS_AT });
        if (voltmeter && felt.plugged !== "locked")
          choose("backemf", "drill", pullsHard(motor, chance) ? "hard" : "free");
        return spin("");
      }
      if (slot === "sister.speedBefore") return sitting.goodOnesAtHand && spin("sister.");
      return false;
    },
    hall: (slot) => {
      if (!motor.sensored) return false;
      if (slot === "supply") {
        const missing = has("sensorSupply") || (has("shortedSwitch") && chance.happens(0.15));
        volts("hall", "supply", missing ? 0.2 : 5 + 0.05 * chance.normal());
        return true;
      }
      if (slot === "forward") {
        if (felt.plugged === "locked") return false;
        for (const state of lampsOf(motor)) choose("hall", "forward", state);
        return true;
      }
      if (slot === "temp.kind") {
        // None of these simulated motors has a faulty one: 1078 Ω is a Pt1000 at 20 °C.
        choose("hall", "temp.kind", "pt1000");
        put("hall", "temp.ohms", { kind: "ohms", ohms: 1078 + 4 * chance.normal() }, instrument.id);
        put("hall", "temp.room", { kind: "celsius", celsius: 20 });
        return true;
      }
      if (slot === "leg") {
        choose("hall", "leg", has("sensor") || has("sensorSupply") ? "dead" : "changes");
        return true;
      }
      const broken = has("sensorWire") && motor.deadSignals.some((signal) => slot === `${signal}.wire`);
      if (HALL_WIRES.some((wire) => slot === `${wire}.wire`))
        choose("hall", slot, broken ? "broken" : "whole");
      return true;
    },
    run: (slot) => {
      const [phase, rail] = slot.split(".");
      if (rail && PHASES.includes(phase as Phase)) {
        const at = (has("shortedSwitch") ? "B.minus" : has("deadPhase") ? "C.plus" : "") === slot;
        const odd = at && chance.happens(has("shortedSwitch") ? 0.9 : 0.6);
        const value = odd ? (has("shortedSwitch") ? 0.02 : 1.2) : 0.51 + 0.01 * chance.normal();
        volts("run", slot, value);
        return true;
      }
      if (slot === "inUse" || slot === "inUseAgain") {
        choose("run", slot, chance.happens(showsInUse(motor)) ? "shows" : "away");
        return true;
      }
      if (!sitting.goodOnesAtHand) return false;
      if (slot === "runGood")
        choose(
          "run",
          slot,
          slipped(FELT_SLIP, ranOnGood(motor, felt.plugged === "locked", chance), () => "rough"),
        );
      if (slot === "swap") {
        const fails =
          has("shortedSwitch") ||
          has("deadPhase") ||
          has("sensorSupply") ||
          has("battery") ||
          has("command") ||
          (has("settings") && chance.happens(0.4));
        choose("run", slot, fails ? "stillFails" : "runsWithGood");
      }
      return slot === "runGood" || slot === "swap";
    },
    feed: (slot) => {
      switch (slot) {
        case "rubbing":
          choose(
            "feed",
            slot,
            (has("rubbing") ? chance.happens(0.93) : chance.happens(motor.wear.bearing > 0.5 ? 0.1 : 0.02))
              ? "rubs"
              : "free",
          );
          return true;
        case "pack.rest":
          volts("feed", slot, PACK_VOLTS * (1 + 0.02 * chance.normal()));
          return true;
        case "pack.load": {
          const sag = has("battery") ? chance.between(0.13, 0.5) : chance.between(0.01, 0.09);
          const drawn = motor.winding.faults.some(({ kind }) => kind === "leadsShorted") ? 0.08 : 0;
          volts("feed", slot, PACK_VOLTS * (1 - sag - drawn * chance.uniform()));
          return true;
        }
        case "command":
          choose(
            "feed",
            slot,
            has("command") && chance.happens(0.94)
              ? chance.oneOf(["uneven", "missing"])
              : slipped(TYPED_SLIP, "follows", () => "uneven"),
          );
          return true;
        case "settings":
          choose(
            "feed",
            slot,
            (has("settings") ? chance.happens(0.85) : chance.happens(0.02)) ? "wrong" : "fit",
          );
          return true;
        default:
          return false;
      }
    },
    power: (slot) => fanSlot("power", slot),
    module: (slot) => fanSlot("module", slot),
    air: (slot) => fanSlot("air", slot),
    setup: (slot) => {
      if (slot === "battery")
        choose("setup", slot, chance.happens(has("misread") ? 0.15 : 0.03) ? "low" : "good");
      if (slot === "voltsKnown") volts("setup", slot, 24, null);
      if (slot === "voltsRead")
        volts("setup", slot, 24 * (1 + 0.002 * chance.normal()), voltmeter?.id ?? null);
      if (slot === "magnets")
        put("setup", slot, { kind: "quantity", quantity: "count", value: 2 * POLE_PAIRS });
      if (slot === "known") put("setup", "known", { kind: "ohms", ohms: 10 });
      if (slot === "knownRead") put("setup", "knownRead", display(10), instrument.id);
      if (slot === "again") {
        const first = readings.find(
          ({ check, slot: at, value }) => check === "winding" && at === "AB" && value.kind === "ohms",
        );
        const [from, to] = phasesOf("AB");
        if (first) put("setup", "again", display(resistanceBetween(resistors, from, to)), instrument.id);
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
  const spread = () => Math.max(-2, Math.min(2, chance.normal()));
  const { ownElectronics, usualConsequence } = FAMILY_FACTS[motor.family];
  const described: Motor = {
    id: "00000000-0000-7000-8000-00000000ffff",
    name: "simulated",
    owner: "",
    serial: "",
    family: motor.family,
    connection: sitting.connectionKnown ? connection : "unknown",
    polePairs: POLE_PAIRS,
    speedConstant: sitting.expectedKnown
      ? { rpmPerVolt: kv * motor.plate, convention: "peak", source: "" }
      : null,
    expected: sitting.expectedKnown
      ? {
          ohms: healthy * (1 + (TOLERANCE / 2) * spread()),
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
      if (check === "winding" && readings.filter(({ slot }) => slot === "CA").length >= REPEATS) takeOther();
      let taken = false;
      for (const slot of wanted) taken = one(slot, wanted) || taken;
      if (!taken && alone !== undefined) skip(leftOutSlot(alone));
      else if (!taken && readings.every(({ check: made }) => made !== check)) skip(SKIPPED_SLOT);
      return taken;
    },
  };
}
