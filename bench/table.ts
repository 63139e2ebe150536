import { rangeAmong, rangesOf, type Ability, type Instrument } from "#core/quantity";
import { PAIRS, phasesOf, type Pair } from "#core/record";
import type { Chance } from "./chance.ts";
import { resistanceBetween, type Resistor } from "./network.ts";
import { floats, spunRatios } from "./spun.ts";
import { resistorsOf } from "./windings.ts";
import { lampsShown, ringOf } from "./lamps.ts";
import type { SimulatedMotor } from "./world.ts";
import type { Point, Probes } from "./points.ts";

/** A motor on the bench, with what its plate could say of it. */
export interface MotorOnTable {
  readonly motor: Pick<
    SimulatedMotor,
    "winding" | "frameOhms" | "flux" | "deadSignals" | "stuck" | "ailments"
  >;
  readonly polePairs: number;
  /** rpm per volt of line peak, true of a sound motor of its kind. */
  readonly rpmPerVolt: number;
}

/** What a person does at the bench. */
export type Act =
  | { readonly do: "touch"; readonly with: string; readonly red: Point; readonly black: Point }
  /** The two probes held together. */
  | { readonly do: "tips"; readonly with: string }
  | { readonly do: "lift"; readonly with: string }
  /** Presses so that the contact is another one. */
  | { readonly do: "press"; readonly with: string }
  /** What the instrument is set to read. */
  | { readonly do: "dial"; readonly with: string; readonly reads: Ability }
  | { readonly do: "spin"; readonly rpm: number }
  /** Turns the rotor on by hand, mechanical degrees. */
  | { readonly do: "turn"; readonly degrees: number }
  | { readonly do: "stop" }
  /** The bench supply drives this current through what it is put on; null switches it off. */
  | { readonly do: "supply"; readonly with: string; readonly amperes: number | null };

/** One instrument as it lies there. */
interface Lying {
  readonly instrument: Instrument;
  /** Its own gain and zero, −1 to 1 of what its sheet allows. */
  readonly gain: number;
  readonly zero: number;
  reads: Ability;
  probes: Probes;
  /** Seconds at which the probes were put there. */
  since: number;
  /** Ω of this contact, and of the film that still gives way under it. */
  contact: number;
  film: number;
  filmSeconds: number;
  /** What the display follows with a lag; NaN while there is nothing. */
  shown: number;
  shownAt: number;
}

/** A meter's own filter, s; the drill's run-up and how long its surges last, s; size of the surges. */
const [LAG, RUN_UP, SURGE_SECONDS, SURGES] = [0.15, 0.7, 0.4, 0.003];
/** Below this speed magnets under the probes disturb nothing. */
const STILL = 2;
/** What a meter picks up where nothing ties its input, V. */
const PICK_UP = 0.4;

/** Between these two points at rest, Ω: the winding, and from it to the frame. */
function ohmsBetween({ winding, frameOhms }: MotorOnTable["motor"], red: Point, black: Point): number {
  const toFrame: Resistor = { from: "A0", to: "frame", ohms: frameOhms };
  return red === black ? 0 : resistanceBetween([...resistorsOf(winding), toFrame], red, black);
}

const pairOf = (red: Point, black: Point): Pair | null =>
  PAIRS.find((pair) => {
    const ends: readonly string[] = phasesOf(pair);
    return ends.includes(red) && ends.includes(black) && red !== black;
  }) ?? null;

/**
 * A bench with one motor on it: what instruments show follows from the motor, its faults, the instrument and the hand. Time
 * passes only as it is told to.
 */
export function tableWith(on: MotorOnTable, instruments: readonly Instrument[], chance: Chance) {
  const { motor, polePairs, rpmPerVolt } = on;
  const ratios = spunRatios(motor.winding, motor.flux);
  let [seconds, wanted, speed, surge] = [0, 0, 0, 0];
  /** Turns of the rotor since it was laid there. */
  let turned = chance.uniform();
  let supply: { readonly with: string; readonly amperes: number } | null = null;
  const lying = new Map(
    instruments.map((instrument): [string, Lying] => [
      instrument.id,
      {
        ...{ instrument, gain: chance.between(-1, 1), zero: chance.between(-1, 1) },
        ...{ reads: "ohms", probes: "lifted", since: 0, contact: 0, film: 0, filmSeconds: 1 },
        ...{ shown: Number.NaN, shownAt: 0 },
      },
    ]),
  );

  function instrumentOf(id: string): Lying {
    const found = lying.get(id);
    if (!found) throw new RangeError(`tableWith: there is no instrument "${id}" on this bench`);
    return found;
  }

  /** The probes touch anew: another contact, and a film under it. */
  function touch(one: Lying, probes: Probes): void {
    const { contactScatter } = one.instrument;
    one.probes = probes;
    one.since = seconds;
    one.contact = contactScatter * chance.normal();
    one.film = contactScatter * chance.between(0, 8);
    one.filmSeconds = chance.between(0.1, 0.6);
    one.shown = Number.NaN;
  }

  const rpmNow = () => speed * (1 + surge);

  /** The true value between the probes, in the unit of what is read; null where the display is beyond its range. */
  function between(one: Lying): number | null {
    const { instrument, reads, probes, since, contact, film, filmSeconds } = one;
    const there = typeof probes === "object" ? probes : null;
    const pair = there && pairOf(there.red, there.black);
    switch (reads) {
      case "ohms": {
        if (probes === "lifted") return null;
        const leads = instrument.wiring === "fourWire" ? 0 : instrument.leadResistance;
        const ohms = there ? ohmsBetween(motor, there.red, there.black) : 0;
        // Magnets that turn make volts, which an ohmmeter takes for ohms.
        const stirred = Math.abs(rpmNow()) > STILL ? 20 * chance.normal() : 0;
        return Math.max(
          0,
          ohms + leads + contact + film * Math.exp(-(seconds - since) / filmSeconds) + stirred,
        );
      }
      case "acVolts": {
        if (probes === "tips") return 0;
        if (!pair || floats(motor.winding, pair)) return Math.abs(PICK_UP * chance.normal());
        return (ratios[pair] * rpmNow()) / rpmPerVolt / Math.SQRT2;
      }
      case "frequency":
        return pair && !floats(motor.winding, pair) ? (rpmNow() * polePairs) / 60 : 0;
      case "tachometer":
        return rpmNow();
      case "dcAmperes":
        return drives(one) ? supply!.amperes : 0;
      case "dcVolts": {
        const fed = supply && lying.get(supply.with);
        const same = fed && typeof fed.probes === "object" && there && sameEnds(fed.probes, there);
        return same && drives(fed) ? supply!.amperes * ohmsBetween(motor, there.red, there.black) : 0;
      }
      default:
        return null;
    }
  }

  /** Whether the supply finds a path for its current. */
  function drives(one: Lying): boolean {
    const { probes } = one;
    return (
      supply?.with === one.instrument.id &&
      typeof probes === "object" &&
      Number.isFinite(ohmsBetween(motor, probes.red, probes.black))
    );
  }

  return {
    seconds: () => seconds,
    /** rpm of the rotor now. */
    rpm: rpmNow,
    /** What an instrument is set to read. */
    dial: (id: string) => instrumentOf(id).reads,

    act(act: Act): void {
      switch (act.do) {
        case "touch":
          return touch(instrumentOf(act.with), { red: act.red, black: act.black });
        case "tips":
          return touch(instrumentOf(act.with), "tips");
        case "lift":
          return touch(instrumentOf(act.with), "lifted");
        case "press":
          return touch(instrumentOf(act.with), instrumentOf(act.with).probes);
        case "dial": {
          const one = instrumentOf(act.with);
          one.reads = act.reads;
          one.shown = Number.NaN;
          return;
        }
        case "spin":
          wanted = act.rpm;
          return;
        case "turn":
          turned += act.degrees / 360;
          return;
        case "stop":
          wanted = 0;
          return;
        case "supply":
          instrumentOf(act.with);
          supply = act.amperes === null ? null : { with: act.with, amperes: act.amperes };
      }
    },

    /** Time passes: the drill runs up and surges. @param more seconds, at least 0 */
    pass(more: number): void {
      seconds += more;
      speed = wanted + (speed - wanted) * Math.exp(-more / RUN_UP);
      const kept = Math.exp(-more / SURGE_SECONDS);
      surge = surge * kept + SURGES * Math.sqrt(1 - kept * kept) * chance.normal();
      turned += (rpmNow() / 60) * more;
    },

    /** What three lamps on the sensors show now. */
    lamps(): string {
      const ring = ringOf(motor);
      const electrical = ((turned * polePairs) % 1) + 1;
      return lampsShown(motor, ring[Math.floor(electrical * ring.length) % ring.length]!);
    },

    /** What an instrument's display shows now; null with an overload. @throws RangeError for what it cannot read */
    shows(id: string): number | null {
      const one = instrumentOf(id);
      const { instrument, reads, gain, zero } = one;
      const sheet = accuracyAt(instrument, reads);
      const there = between(one);
      if (there === null || there > sheet.most) {
        one.shown = Number.NaN;
        return null;
      }
      const lagged = Number.isNaN(one.shown)
        ? there
        : there + (one.shown - there) * Math.exp(-(seconds - one.shownAt) / LAG);
      [one.shown, one.shownAt] = [lagged, seconds];
      const { ofReading, digits, resolution } = sheet.at(lagged);
      const off = (Math.max(0, digits - 1) * zero + 0.4 * chance.normal()) * resolution;
      return Math.max(0, Math.round((lagged * (1 + ofReading * gain) + off) / resolution) * resolution);
    },
  };
}

export type Table = ReturnType<typeof tableWith>;

const sameEnds = (one: { red: Point; black: Point }, other: { red: Point; black: Point }) =>
  [one.red, one.black].toSorted().join() === [other.red, other.black].toSorted().join();

/** What an instrument's sheet says of a function, and how far it reaches. */
function accuracyAt(instrument: Instrument, reads: Ability) {
  const ranges = rangesOf(instrument, reads);
  const counter =
    reads === "frequency" ? instrument.frequency : reads === "tachometer" ? instrument.tachometer : undefined;
  if (ranges.length > 0)
    return {
      most: Math.max(...ranges.map(({ fullScale }) => fullScale)),
      at: (value: number) => rangeAmong(ranges, value),
    };
  if (!counter) throw new RangeError(`tableWith: "${instrument.name}" reads no ${reads}`);
  return { most: Infinity, at: () => counter };
}
