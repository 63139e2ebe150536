import { describe, expect, it } from "vitest";
import { seenAt, takeableMeanwhile, takeableOf, type DisplayAt } from "#core/live";
import {
  accuracyOf,
  combine,
  expanded,
  INSTRUMENT_TEMPLATES,
  rangeFor,
  scale,
  type Ability,
} from "#core/quantity";
import { chanceFrom } from "./chance.ts";
import { soundMotor, tableWith, type MotorOnTable } from "./table.ts";
import type { WindingFault } from "./windings.ts";

const named = (n: number, id: string) => ({ ...INSTRUMENT_TEMPLATES[n]!, id });
const METER = named(1, "meter");
const MILLIOHM = named(2, "milliohm");
const TACHOMETER = named(4, "tachometer");
const SUPPLY = named(5, "supply");
const MILLIVOLTS = {
  ...named(1, "millivolts"),
  dcVolts: [{ fullScale: 0.2, resolution: 1e-5, ofReading: 0.0005, digits: 2 }],
};
const LIMB = 0.081;

const motorWith = (faults: readonly WindingFault[] = [], frameOhms = Infinity): MotorOnTable => ({
  motor: {
    ...soundMotor("hub", { connection: "star", limb: { A: LIMB, B: LIMB, C: LIMB }, faults }),
    frameOhms,
  },
  polePairs: 23,
  rpmPerVolt: 9.4,
});
const benchOf = (motor = motorWith(), seed = 5) =>
  tableWith(motor, [METER, MILLIOHM, TACHOMETER, SUPPLY, MILLIVOLTS], chanceFrom(seed));
type Bench = ReturnType<typeof benchOf>;

/** Displays of an instrument, six a second. */
function shown(bench: Bench, id: string, seconds: number): DisplayAt[] {
  return Array.from({ length: Math.round(seconds * 6) }, (_, n) => {
    bench.pass(1 / 6);
    const value = bench.shows(id);
    return { sequence: n, reads: bench.dial(id), value, range: null, at: bench.seconds() };
  });
}
const meanOf = (displays: readonly DisplayAt[]) =>
  displays.reduce((sum, { value }) => sum + value!, 0) / displays.length;
const dial = (bench: Bench, id: string, reads: Ability) => bench.act({ do: "dial", with: id, reads });

describe("a motor on a bench", () => {
  it("shows two limbs between two leads, to four wires without the probes' own", () => {
    const bench = benchOf();
    bench.act({ do: "touch", with: "milliohm", red: "A", black: "B" });
    shown(bench, "milliohm", 3);
    expect(meanOf(shown(bench, "milliohm", 3))).toBeCloseTo(2 * LIMB, 3);
    bench.act({ do: "touch", with: "meter", red: "A", black: "B" });
    shown(bench, "meter", 3);
    expect(meanOf(shown(bench, "meter", 3))).toBeGreaterThan(2 * LIMB + METER.leadResistance / 3);
  });

  it("shows an overload while nothing is touched, where a limb is open and from a sound winding to the frame", () => {
    const bench = benchOf(motorWith([{ kind: "limbOpen", limb: "A" }]));
    const showsOnce = () => shown(bench, "milliohm", 0.2)[0]!.value;
    expect(showsOnce()).toBeNull();
    bench.act({ do: "touch", with: "milliohm", red: "A", black: "B" });
    expect(showsOnce()).toBeNull();
    bench.act({ do: "touch", with: "milliohm", red: "B", black: "C" });
    expect(showsOnce()).not.toBeNull();
    bench.act({ do: "touch", with: "milliohm", red: "B", black: "frame" });
    expect(showsOnce()).toBeNull();
    bench.act({ do: "lift", with: "milliohm" });
    expect(showsOnce()).toBeNull();
  });

  it("shows a leak to the frame, and the probes' own with their tips together", () => {
    const bench = benchOf(motorWith([], 4700));
    bench.act({ do: "touch", with: "meter", red: "B", black: "frame" });
    expect(meanOf(shown(bench, "meter", 3).slice(8)) / 4700).toBeCloseTo(1, 1);
    bench.act({ do: "tips", with: "meter" });
    expect(meanOf(shown(bench, "meter", 3).slice(8))).toBeLessThan(0.6);
  });

  it("is read too high with a low battery, in everything, by an eye that sees its sign", () => {
    const laidWith = (high: number) =>
      tableWith(motorWith(), [METER], chanceFrom(5), { low: { meter: high } });
    const reads = (bench: Bench) => {
      bench.act({ do: "reach", with: "meter", at: "knownOhms" });
      shown(bench, "meter", 3);
      const ohms = meanOf(shown(bench, "meter", 3));
      dial(bench, "meter", "acVolts");
      bench.act({ do: "reach", with: "meter", at: "knownVolts" });
      return { ohms, volts: meanOf(shown(bench, "meter", 1)) };
    };
    const [good, low] = [reads(laidWith(0)), reads(laidWith(0.1))];
    expect(low.ohms / good.ohms).toBeCloseTo(1.1, 2);
    expect(low.volts / good.volts).toBeCloseTo(1.1, 2);
    const sign = (high: number) => {
      const bench = laidWith(high);
      const looks = Array.from({ length: 40 }, () => bench.act({ do: "sense", what: "setup.battery" }));
      return looks.filter(
        (done) =>
          done.kind === "found" && done.found && "choice" in done.found && done.found.choice === "low",
      ).length;
    };
    expect(sign(0)).toBeLessThan(5);
    expect(sign(0.1)).toBeGreaterThan(30);
  });

  it("shows no ohms that come to rest while the rotor turns", () => {
    const bench = benchOf();
    bench.act({ do: "spin", rpm: 300 });
    bench.act({ do: "touch", with: "milliohm", red: "A", black: "B" });
    const displays = shown(bench, "milliohm", 6);
    expect(
      takeableOf(seenAt(MILLIOHM, { reads: "ohms", unsteady: 0 }, displays, bench.seconds())),
    ).toBeNull();
  });

  it("makes volts and hertz of its speed, which surge together: their ratio does not", () => {
    const bench = benchOf();
    bench.act({ do: "spin", rpm: 600 });
    bench.pass(5);
    dial(bench, "meter", "acVolts");
    dial(bench, "tachometer", "tachometer");
    bench.act({ do: "touch", with: "meter", red: "C", black: "B" });
    const [volts, rpm]: [DisplayAt[], DisplayAt[]] = [[], []];
    for (let n = 0; n < 60; n += 1) {
      volts.push(...shown(bench, "meter", 1 / 6));
      rpm.push({ ...volts.at(-1)!, reads: "tachometer", value: bench.shows("tachometer") });
    }
    expect(meanOf(rpm) / 600).toBeCloseTo(1, 2);
    // Line RMS at a speed: peak by the constant, over √2.
    expect(meanOf(volts) / (600 / 9.4 / Math.SQRT2)).toBeCloseTo(1, 1);
    const place = { reads: "acVolts", unsteady: 0.003 } as const;
    const first = takeableOf(seenAt(METER, place, volts, bench.seconds()))!;
    const second = takeableMeanwhile(TACHOMETER, { ...place, reads: "tachometer" }, rpm, first.rest)!;
    expect(second.value / 600).toBeCloseTo(1, 2);
    // The voltmeter's own sheet: 1 % and a few digits.
    expect(Math.abs(first.value / second.value / (1 / 9.4 / Math.SQRT2) - 1)).toBeLessThan(0.011);
  });

  it("lets a pair float that nothing ties: no volts come to rest on it", () => {
    const bench = benchOf(motorWith([{ kind: "leadOpen", lead: "A" }]));
    bench.act({ do: "spin", rpm: 600 });
    bench.pass(5);
    dial(bench, "meter", "acVolts");
    bench.act({ do: "touch", with: "meter", red: "A", black: "B" });
    const displays = shown(bench, "meter", 8);
    const seen = seenAt(METER, { reads: "acVolts", unsteady: 0.003 }, displays, bench.seconds());
    expect(seen).toMatchObject({ kind: "shown", look: { kind: "wanders" } });
  });

  it("drops a supply's current times its ohms, and takes none where it is open", () => {
    const bench = benchOf();
    dial(bench, "supply", "dcAmperes");
    dial(bench, "millivolts", "dcVolts");
    bench.act({ do: "supply", with: "supply", amperes: 0.5 });
    for (const id of ["supply", "millivolts"]) bench.act({ do: "touch", with: id, red: "A", black: "B" });
    expect(meanOf(shown(bench, "supply", 2).slice(6))).toBeCloseTo(0.5, 1);
    expect(meanOf(shown(bench, "millivolts", 2).slice(6)) / 0.5).toBeCloseTo(2 * LIMB, 3);
    bench.act({ do: "lift", with: "supply" });
    expect(meanOf(shown(bench, "supply", 2).slice(6))).toBeLessThan(0.03);
  });

  it("lights the lamps through six states in a turn of the field", () => {
    const bench = benchOf();
    const states = Array.from({ length: 12 }, () => {
      bench.act({ do: "turn", degrees: 360 / 23 / 6 });
      return bench.lamps();
    });
    expect(new Set(states).size).toBe(6);
    expect(states.slice(0, 6)).toEqual(states.slice(6));
    for (let n = 1; n < states.length; n += 1)
      expect([...states[n]!].filter((bit, i) => bit !== states[n - 1]![i])).toHaveLength(1);
  });

  it("knows its instruments: another one, or one that cannot read that, is refused", () => {
    const bench = benchOf();
    expect(() => bench.act({ do: "lift", with: "nobody's" })).toThrow(/no instrument "nobody's"/u);
    dial(bench, "milliohm", "acVolts");
    expect(() => bench.shows("milliohm")).toThrow(/reads no acVolts/u);
  });

  it("and what is taken of it at rest lies within its U of what was there, as often as a U promises", () => {
    let [taken, beyond] = [0, 0];
    for (let seed = 0; seed < 150; seed += 1) {
      const instrument = seed % 2 ? METER : MILLIOHM;
      const bench = benchOf(motorWith(), seed);
      bench.act({ do: "touch", with: instrument.id, red: "A", black: "B" });
      const found = takeableOf(
        seenAt(instrument, { reads: "ohms", unsteady: 0 }, shown(bench, instrument.id, 4), bench.seconds()),
      );
      if (!found) continue;
      taken += 1;
      const { perReading, commonOffset, commonGain } = accuracyOf(rangeFor(instrument, found.value));
      const contact = { u: instrument.contactScatter, freedom: 30 };
      const U = expanded(
        combine([found.latched.typeA, contact, perReading, commonOffset, scale(commonGain, found.value)]),
      );
      const truth = 2 * LIMB + (instrument.wiring === "fourWire" ? 0 : instrument.leadResistance);
      const off = Math.abs(found.value - truth);
      if (off > U) beyond += 1;
      expect(off, `seed ${seed}`).toBeLessThan(1.6 * U);
    }
    expect(taken).toBeGreaterThan(120);
    expect(beyond / taken).toBeLessThan(0.08);
  });
});
