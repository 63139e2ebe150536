import { FAMILY_FACTS } from "#core/families";
import { BARE_LEADS_LIMIT } from "#core/measure/backemf";
import { LEAST_WAIT } from "#core/measure/safety";
import type { Instrument } from "#core/quantity";
import { PAIRS, phasesOf, type ByPair, type Family, type Pair } from "#core/record";
import type { Act } from "./acts.ts";
import type { Chance } from "./chance.ts";
import { sheetOf } from "./display.ts";
import { displayed, layDown, put, type Lying } from "./lying.ts";
import { lampsShown, ringOf } from "./lamps.ts";
import { resistanceBetween, type Resistor } from "./network.ts";
import { isLivePlace, placesOf } from "./places.ts";
import { INSIDE, type Point, type Probes } from "./points.ts";
import { SENSES, type Found } from "./senses.ts";
import { floats, spunRatios } from "./spun.ts";
import type { UnsafeAct, UnsafeKind } from "./unsafe.ts";
import { resistorsOf, type SimulatedWinding } from "./windings.ts";
import type { SimulatedMotor } from "./world.ts";

/** A motor on the bench, with what its plate could say of it. */
export interface MotorOnTable {
  readonly motor: SimulatedMotor;
  readonly polePairs: number;
  /** rpm per volt of line peak, true of a sound motor of its kind. */
  readonly rpmPerVolt: number;
}

/** A motor without a fault: what a description leaves out is as in it. */
export const soundMotor = (family: Family, winding: SimulatedWinding): SimulatedMotor => ({
  ...{ family, winding, ailments: [], complaint: "routine", frameOhms: Infinity, burnt: 0, rust: 0 },
  wear: { bearing: 0, dirt: 0, magnet: 0, torn: 0, water: 0 },
  ...{ wireDamage: 0, flux: 1, plate: 1, deadSignals: [], stuck: "dark", sensored: true, fan: null },
  onePiece: false,
});

/** How a motor came to the bench. */
export interface LaidDown {
  /** Its supply is on, its plug is in. */
  readonly powered: boolean;
  readonly plugged: boolean;
  /** It lies open already. */
  readonly opened: boolean;
  /** A known-good motor, controller and sister are at hand. */
  readonly goodOnes: boolean;
  /** Factor on how far contacts scatter here. */
  readonly contact: number;
  /** Ω that worn leads of an instrument add at each touch at most, by its id. */
  readonly worn: Readonly<Record<string, number>>;
  /** What a low battery makes an instrument read high, a share, by its id. */
  readonly low: Readonly<Record<string, number>>;
  /** How far each pair departs from what its winding alone makes, a share. */
  readonly spun: ByPair<number>;
  /** What a spun line departs from a sine, as an average-responding meter reads it: 0 or less. */
  readonly shape: number;
  /** How fast a drill's battery sags, share a second. */
  readonly sag: number;
}
const BARE_ON_A_BENCH: LaidDown = {
  ...{ powered: false, plugged: false, opened: false, goodOnes: true, contact: 1, worn: {}, low: {} },
  ...{ spun: { AB: 1, BC: 1, CA: 1 }, shape: 0, sag: 0 },
};

/** What came of an act: nothing more to say, why it cannot be done, or what was found out. */
export type Done =
  | { readonly kind: "done" }
  | { readonly kind: "cannot"; readonly why: string }
  | { readonly kind: "found"; readonly found: Found };
const DONE: Done = { kind: "done" };
const cannot = (why: string): Done => ({ kind: "cannot", why });

/** A drill's run-up and how long its surges last, s; size of the surges. */
const [RUN_UP, SURGE_SECONDS, SURGES] = [0.7, 0.4, 0.003];
/** Below this speed magnets under the probes disturb nothing, rpm. */
const STILL = 2;
/** What a meter picks up where nothing ties its input, V. */
const PICK_UP = 0.4;
/** Dry insulation of a sound motor, powers of ten of Ω; and what gives way under a tester's volts. */
const [DRY, BROKEN] = [
  [8, 10],
  [2, 6],
] as const;

const pairOf = (red: Point, black: Point): Pair | null =>
  PAIRS.find((pair) => {
    const ends: readonly string[] = phasesOf(pair);
    return ends.includes(red) && ends.includes(black) && red !== black;
  }) ?? null;
const isInside = (point: Point) => INSIDE.includes(point);
const onPoints = (probes: Probes) => (typeof probes === "object" && "red" in probes ? probes : null);

/**
 * A bench with one motor on it: what instruments show and hands find follows from the motor, its faults, the instrument and
 * the hand. Time passes only as it is told to.
 */
export function tableWith(
  on: MotorOnTable,
  instruments: readonly Instrument[],
  chance: Chance,
  laid: Partial<LaidDown> = {},
) {
  const { motor, polePairs, rpmPerVolt } = on;
  const came = { ...BARE_ON_A_BENCH, ...laid };
  const ratios = spunRatios(motor.winding, motor.flux);
  const { ownElectronics, openable, separateModule, windingsReachable } = FAMILY_FACTS[motor.family];
  // A bare motor holds no charge once its supply is off.
  const capacitors = ownElectronics ? LEAST_WAIT * 60 : 0;
  const resistors: Resistor[] = [
    ...resistorsOf(motor.winding),
    { from: "A0", to: "frame", ohms: motor.frameOhms },
  ];
  const opens = openable || (separateModule && !motor.onePiece);
  const stands = placesOf(motor, chance);
  const leaks = motor.frameOhms < Infinity;
  const dry = leaks ? motor.frameOhms : 10 ** chance.between(...DRY);
  const stressed = motor.ailments.includes("frame") ? Math.min(dry, 10 ** chance.between(...BROKEN)) : dry;
  let [seconds, wanted, speed, surge, spinning] = [0, 0, 0, 0, 0];
  /** Turns of the rotor since it was laid there. */
  let turned = chance.uniform();
  let { powered, plugged, opened } = came;
  let [called, insulated] = [false, false];
  /** When its capacitors are empty, s. */
  let deadAt = 0;
  let supply: { readonly with: string; readonly amperes: number } | null = null;
  const lowBattery = Object.values(came.low).some((high) => high > 0);
  const unsafe: UnsafeAct[] = [];
  const solved = new Map<string, number>();
  const lying = new Map(
    instruments.map((instrument): [string, Lying] => [
      instrument.id,
      layDown(instrument, came.low[instrument.id] ?? 0, chance),
    ]),
  );

  const isLive = () => powered || seconds < deadAt;
  const happened = (kind: UnsafeKind) => void unsafe.push({ kind, at: seconds });

  function instrumentOf(id: string): Lying {
    const found = lying.get(id);
    if (!found) throw new RangeError(`tableWith: there is no instrument "${id}" on this bench`);
    return found;
  }

  /** Between two points at rest, Ω: the winding, and from it to the frame. */
  function ohmsBetween(red: Point, black: Point): number {
    const key = [red, black].toSorted().join();
    const found = solved.get(key) ?? (red === black ? 0 : resistanceBetween(resistors, red, black));
    solved.set(key, found);
    return found;
  }

  /** The probes touch anew: another contact, and a film under it. */
  function touch(one: Lying, probes: Probes): Done {
    put(one, probes, seconds, came.contact, came.worn[one.instrument.id] ?? 0, chance);
    check(one);
    return DONE;
  }

  /** What an instrument does to what it lies on. */
  function check({ probes, reads }: Lying): void {
    if (reads === "insulation" && onPoints(probes) && plugged && (ownElectronics || motor.sensored))
      happened("testerIntoElectronics");
    if (reads !== "ohms" || typeof probes !== "object") return;
    if ("at" in probes ? isLivePlace(probes.at, { powered, called }) : powered) happened("ohmsOnLive");
  }

  const rpmNow = () => speed * (1 + surge);

  /** The true value between the probes, in the unit of what is read; null where the display is beyond its range. */
  function between(one: Lying): number | null {
    const { instrument, reads, probes, since, contact, film, filmSeconds, leads } = one;
    const there = onPoints(probes);
    const place =
      typeof probes === "object" && "at" in probes ? stands(probes.at, { powered, called }) : null;
    const pair = there && pairOf(there.red, there.black);
    if (place && reads !== "ohms") return place[reads] ?? 0;
    switch (reads) {
      case "ohms": {
        if (probes === "lifted") return null;
        const ohms = there ? ohmsBetween(there.red, there.black) : place ? (place.ohms ?? Infinity) : 0;
        // Magnets that turn make volts, which an ohmmeter takes for ohms.
        const stirred = there && Math.abs(rpmNow()) > STILL ? 20 * chance.normal() : 0;
        const own = instrument.wiring === "fourWire" ? 0 : leads;
        return Math.max(
          0,
          ohms + own + contact + film * Math.exp(-(seconds - since) / filmSeconds) + stirred,
        );
      }
      case "acVolts": {
        if (probes === "tips") return 0;
        if (!pair || floats(motor.winding, pair)) return Math.abs(PICK_UP * chance.normal());
        const shape = instrument.acVolts?.response === "average" ? 1 + came.shape : 1;
        return (shape * came.spun[pair] * ratios[pair] * rpmNow()) / rpmPerVolt / Math.SQRT2;
      }
      case "frequency":
        return pair && !floats(motor.winding, pair) ? (rpmNow() * polePairs) / 60 : 0;
      case "tachometer":
        return rpmNow();
      case "insulation":
        return there && (there.red === "frame") !== (there.black === "frame") ? stressed : null;
      case "dcAmperes":
        return drives(one) ? supply!.amperes : 0;
      case "dcVolts": {
        const fed = supply && lying.get(supply.with);
        const at = fed && onPoints(fed.probes);
        return at && there && sameEnds(at, there) && drives(fed)
          ? supply!.amperes * ohmsBetween(there.red, there.black)
          : 0;
      }
    }
  }

  /** Whether the supply finds a path for its current. */
  function drives({ instrument: { id }, probes }: Lying): boolean {
    const there = onPoints(probes);
    return supply?.with === id && there !== null && Number.isFinite(ohmsBetween(there.red, there.black));
  }

  /** Why probes do not come to a point; null where they do. */
  function unreached(point: Point): string | null {
    if (point === "frame") return null;
    if (isInside(point)) {
      if (point === "joint" && motor.winding.connection === "delta") return "A delta has no star joint.";
      return opened ? null : "It is closed: the windings' own ends lie inside.";
    }
    if (!windingsReachable) return FAMILY_FACTS[motor.family].unreachableReason;
    if (separateModule && !opened) return "The windings' plug lies under the module: open it first.";
    return plugged ? "Its plug is in: the probes do not come to its leads." : null;
  }

  function spin(rpm: number): Done {
    if (plugged) return cannot("Its plug is in: a spun motor would feed what it is plugged into.");
    if (rpm / rpmPerVolt / Math.SQRT2 > BARE_LEADS_LIMIT && !insulated) happened("spinAbove30");
    spinning = seconds;
    wanted = rpm;
    return DONE;
  }

  function open(): Done {
    if (!opens) return cannot("Nobody opens this one: what is wrong inside it ends in the motor.");
    if (isLive()) happened("handsBeforeWait");
    opened = true;
    return DONE;
  }

  function feel(what: keyof typeof SENSES): Done {
    const { needs, inside, goodOne, finds } = SENSES[what];
    if (goodOne && !came.goodOnes) return cannot("No known-good one is at hand here.");
    if (inside && !opened) return cannot("It is closed: open it first.");
    if (needs === "live" && !powered) return cannot("It is switched off: nothing moves.");
    if (needs === "dead" && isLive()) happened("handsBeforeWait");
    return { kind: "found", found: finds({ motor, plugged, opened, powered, lowBattery, chance }) };
  }

  return {
    family: motor.family,
    seconds: () => seconds,
    /** rpm of the rotor now. */
    rpm: rpmNow,
    /** What an instrument is set to read. */
    dial: (id: string) => instrumentOf(id).reads,
    /** Where its probes are. */
    probes: (id: string) => instrumentOf(id).probes,
    /** Full scale of the range it is held on; null where it chooses. */
    range: (id: string) => instrumentOf(id).range,
    /** How the machine stands. */
    state: () => ({ powered, called, plugged, opened, insulated, live: isLive() }),
    /** What was done that hurts or breaks something, in order. */
    unsafe: (): readonly UnsafeAct[] => unsafe,

    act(act: Act): Done {
      switch (act.do) {
        case "touch": {
          const why = unreached(act.red) ?? unreached(act.black);
          return why === null
            ? touch(instrumentOf(act.with), { red: act.red, black: act.black })
            : cannot(why);
        }
        case "reach":
          return touch(instrumentOf(act.with), { at: act.at });
        case "tips":
          return touch(instrumentOf(act.with), "tips");
        case "lift":
          return touch(instrumentOf(act.with), "lifted");
        case "press":
          return touch(instrumentOf(act.with), instrumentOf(act.with).probes);
        case "dial": {
          const one = instrumentOf(act.with);
          Object.assign(one, { reads: act.reads, range: null, nulled: 0, shown: Number.NaN });
          check(one);
          return DONE;
        }
        case "range": {
          const one = instrumentOf(act.with);
          if (act.fullScale !== null) sheetOf(one.instrument, one.reads, act.fullScale);
          Object.assign(one, { range: act.fullScale, shown: Number.NaN });
          return DONE;
        }
        case "null": {
          const one = instrumentOf(act.with);
          const { nulled } = one;
          one.nulled = 0;
          if (nulled === 0) one.nulled = showsOf(one) ?? 0;
          return DONE;
        }
        case "power":
          if (powered && !act.on) deadAt = seconds + capacitors;
          powered = act.on;
          if (powered) for (const one of lying.values()) check(one);
          return DONE;
        case "call":
          called = act.on;
          return DONE;
        case "plug":
          if (plugged !== act.in && isLive()) happened("plugPulledLive");
          plugged = act.in;
          return DONE;
        case "insulate":
          insulated = act.on;
          return DONE;
        case "open":
          return open();
        case "spin":
          return spin(act.rpm);
        case "turn":
          if (powered && ownElectronics) happened("handsBeforeWait");
          turned += act.degrees / 360;
          return DONE;
        case "stop":
          wanted = 0;
          return DONE;
        case "supply":
          instrumentOf(act.with);
          supply = act.amperes === null ? null : { with: act.with, amperes: act.amperes };
          return DONE;
        case "sense":
          return feel(act.what);
        case "wait":
          // Whoever waits lets the time pass by himself.
          return DONE;
      }
    },

    /** Time passes: the drill runs up, sags and surges. @param more seconds, at least 0 */
    pass(more: number): void {
      seconds += more;
      const sagged = wanted * (1 - came.sag * (seconds - spinning));
      speed = sagged + (speed - sagged) * Math.exp(-more / RUN_UP);
      const kept = Math.exp(-more / SURGE_SECONDS);
      surge = surge * kept + SURGES * Math.sqrt(1 - kept * kept) * chance.normal();
      turned += (rpmNow() / 60) * more;
    },

    /** What three lamps on the sensors show now: the controller feeds them, or a tester once the plug is out. */
    lamps(): string {
      if (plugged && !powered) return "000";
      const ring = ringOf(motor);
      const electrical = ((turned * polePairs) % 1) + 1;
      return lampsShown(motor, ring[Math.floor(electrical * ring.length) % ring.length]!);
    },

    /** What an instrument's display shows now; null with an overload. @throws RangeError for what it cannot read */
    shows: (id: string): number | null => showsOf(instrumentOf(id)),
  };

  function showsOf(one: Lying): number | null {
    return displayed(one, between(one), seconds, chance);
  }
}

export type Table = ReturnType<typeof tableWith>;

const sameEnds = (one: { red: Point; black: Point }, other: { red: Point; black: Point }) =>
  [one.red, one.black].toSorted().join() === [other.red, other.black].toSorted().join();
