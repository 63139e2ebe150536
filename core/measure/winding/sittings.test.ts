import { describe, expect, it } from "vitest";
import type { Instrument } from "#core/quantity";
import { chanceFrom } from "#bench/chance";
import { meterOf } from "../../../tests/meterAlone.ts";
import { BASIC, job, METERS, MILLIOHM, pairs } from "../../../tests/jobs.ts";
import {
  againstExpected,
  compareSittings,
  measuredOf,
  measurePairs,
  readWithAnotherMeter,
  resistanceAt,
  rivalsOf,
  tellApart,
  windingCheck,
  type DisplayReading,
  type PatternFit,
  type PairSitting,
} from "./index.ts";

function sitting(
  ohms: readonly [DisplayReading, DisplayReading, DisplayReading],
  part: Partial<PairSitting> = {},
  instrument: Instrument = MILLIOHM,
): PairSitting {
  const [AB, BC, CA] = ohms;
  return {
    measured: measurePairs({ instrument, pairs: { AB: [AB], BC: [BC], CA: [CA] }, tips: [0] }),
    instrumentId: instrument.id,
    celsius: 20,
    doubt: 2,
    ...part,
  };
}

describe("two sittings compared", () => {
  it("see an open pair closed, a closed one opened, and one still open", () => {
    const lines = compareSittings(sitting(["open", 0.128, "open"]), sitting([0.128, "open", "open"]));
    expect(lines.map(({ change }) => change?.kind)).toEqual(["closed", "opened", "stillOpen"]);
  });

  it("call a joint's 16 mΩ gone real, and the meter's own scatter not", () => {
    const [AB, BC] = compareSittings(sitting([0.128, 0.144, 0.144]), sitting([0.1281, 0.128, 0.128]));
    expect(AB?.change).toMatchObject({ kind: "moved", real: false });
    expect(BC?.change).toMatchObject({ kind: "moved", real: true });
    expect(BC?.change?.kind === "moved" && BC.change.ohms).toBeCloseTo(-0.016, 6);
  });

  it("bring the first sitting to the temperature of the second: 20 °C to 60 °C is 15.7 % (IEC 60034-1, k = 235)", () => {
    const warm = 0.128 * (295 / 255);
    const [line] = compareSittings(
      sitting([0.128, 0.128, 0.128]),
      sitting([warm, warm, warm], { celsius: 60 }),
    );
    expect(line?.change).toMatchObject({ kind: "moved", real: false });
    expect(line?.change?.kind === "moved" && Math.abs(line.change.ohms)).toBeLessThan(1e-9);
  });

  it("trust a change between two meters less than one on the same meter", () => {
    const U = (other: string) => {
      const change = compareSittings(
        sitting([0.128, 0.128, 0.128]),
        sitting([0.13, 0.13, 0.13], { instrumentId: other }),
      )[0]?.change;
      return change?.kind === "moved" ? change.expanded : NaN;
    };
    expect(U("another")).toBeGreaterThan(U(MILLIOHM.id));
  });

  it("do not compare a pair that read both a value and open, nor one not read", () => {
    const unsteady: PairSitting = {
      ...sitting([0.128, 0.128, 0.128]),
      measured: measurePairs({
        instrument: MILLIOHM,
        pairs: { AB: [0.128, "open"], BC: [], CA: [0.1] },
        tips: [],
      }),
    };
    const lines = compareSittings(sitting([0.128, 0.128, 0.128]), unsteady);
    expect(lines[0]?.change).toEqual({ kind: "notComparable" });
    expect(lines[1]?.change).toBeNull();
  });
});

describe("against the expected value", () => {
  const EXPECTED = { ohms: 0.128, tolerance: 0.06, atTemperature: 20, source: "" };

  it("judges each pair in three values at the tolerance", () => {
    const { pairs } = againstExpected(sitting([0.128, 0.1356, 0.15]), EXPECTED);
    expect(pairs.AB?.judgement).toBe("agrees");
    expect(pairs.BC?.judgement).toBe("cannotTell");
    expect(pairs.CA?.judgement).toBe("departs");
  });

  it("leaves out what is no number, and shifts with the temperature", () => {
    const { pairs, expected } = againstExpected(sitting(["open", 0.128, 0.128], { celsius: 60 }), EXPECTED);
    expect(pairs.AB).toBeUndefined();
    expect(expected).toBeCloseTo(0.128 * (295 / 255), 12);
    expect(pairs.BC?.value).toBeLessThan(-0.1);
  });

  it.each(METERS)(
    "states an interval that covers the truth 93-97 percent of the time, temperature and null included: $name",
    (template) => {
      const range = template.ranges[1]!;
      const instrument: Instrument = { ...template, ranges: [range], contactScatter: range.resolution * 2 };
      const cold = range.fullScale * 0.3;
      // Two parts of like size: one rectangular part alone is covered more often than 95 % by any U.
      const doubt = template.wiring === "fourWire" ? 0.5 : 2;
      const trials = 3000;
      let covered = 0;
      for (let i = 0; i < trials; i += 1) {
        const chance = chanceFrom(900_000 + i);
        const meter = meterOf(instrument, chance);
        const celsius = chance.between(10, 60);
        const truth = resistanceAt(cold, 20, celsius + doubt * chance.between(-1, 1));
        const found = againstExpected(
          {
            measured: measurePairs({
              instrument,
              tips: [meter.showTips(), meter.showTips()],
              pairs: { AB: [meter.show(truth)], BC: [], CA: [] },
            }),
            instrumentId: instrument.id,
            celsius,
            doubt,
          },
          { ohms: cold, tolerance: 0.1, atTemperature: 20, source: "" },
        ).pairs.AB!;
        // The winding is the expected one: any deviation found is error alone.
        if (Math.abs(found.value) <= found.expanded) covered += 1;
      }
      expect(covered / trials).toBeGreaterThan(0.93);
      expect(covered / trials).toBeLessThan(0.975);
    },
  );
});

describe("rows that fit alike", () => {
  const fit = (outcome: PatternFit["outcome"]): PatternFit => ({
    outcome,
    logLikelihood: 0,
    phase: "A",
    phaseShare: 1,
    severity: 0,
    logs: [],
  });

  it("are told apart by the spin where one means turns and the other a joint", () => {
    expect(tellApart([fit("turnsStar"), fit("jointDelta")])).toMatch(/^Spin it/u);
  });
  it("are told apart by the connection where only that differs", () => {
    expect(tellApart([fit("turnsStar"), fit("turnsDelta")])).toMatch(/star or delta/u);
  });
  it("are told apart inside where a path or a joint is meant", () => {
    expect(tellApart([fit("pathStar"), fit("jointSeries")])).toMatch(/count the wires/u);
  });
  it("are asked again with a finer meter where nothing else helps", () => {
    expect(tellApart([fit("twoOpen"), fit("allOpen")])).toMatch(/finer meter/u);
  });
  it("need nothing where only one fits, or the rival is a shifted value", () => {
    expect(tellApart([fit("balanced"), fit("shifted")])).toBeNull();
    expect(rivalsOf([fit("balanced"), fit("shifted"), fit("erratic")])).toEqual([]);
  });
});

describe("two meters in one check", () => {
  it("do not mix: what another meter read does not count, and is said", () => {
    const mixed = job([
      ...pairs(["0.3", "0.3", "0.3"], BASIC, "0.2").slice(0, 2),
      ...pairs(["128m", "128.2m", "128.1m"], MILLIOHM).slice(1),
    ]);
    expect(readWithAnotherMeter(mixed, 0)).toEqual(["AB"]);
    expect(measuredOf(mixed, 0)!.pairs.AB).toBeUndefined();
    expect(windingCheck.answer(mixed, 0).state).toBe("inProgress");
  });
});
