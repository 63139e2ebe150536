import { describe, expect, it } from "vitest";
import type { Instrument } from "#core/quantity";
import type { Motor } from "#core/record";
import { HUB, job, measured, SHOP, spun, TRUE_RMS } from "../../../tests/jobs.ts";
import { assessJob } from "#core/judge";
import {
  backemfCheck,
  compareWithSister,
  NATURAL_EMF_SPREAD,
  plannedSpin,
  referenceSpun,
  sisterFinding,
  handSpinOf,
  spinOf,
  type MeasuredSpin,
} from "./index.ts";

/** Reads to so many volts, and a frequency without error. */
const meter = (resolution: number): Instrument => ({
  ...TRUE_RMS,
  id: "one",
  acVolts: {
    ranges: [{ fullScale: 1000, resolution, ofReading: 0, digits: 0 }],
    response: "trueRms",
    least: 1,
    most: 10_000,
  },
  frequency: { resolution: 1e-9, ofReading: 0, digits: 0 },
});

/** Two motors spun one after the other on one drill and one meter. */
function both(mine: number, sister: number, resolution = 1e-9) {
  const at = (volts: number, prefix?: "sister.") =>
    spun([100, volts, volts, volts, 100], { instrumentId: "one", ...(prefix && { prefix }) });
  const record = job([...at(mine), ...at(sister, "sister.")], { instruments: [...SHOP, meter(resolution)] });
  return { mine: spinOf(record, 0)!, sister: handSpinOf(record, 0, "sister.")! };
}
const compared = (...args: Parameters<typeof both>) => {
  const { mine, sister } = both(...args);
  return compareWithSister(mine, sister)!;
};

describe("a motor against a known-good sister on one drill", () => {
  it("of fewer volts at the same speed has the higher constant, by the ratio of the volts", () => {
    expect(compared(5, 5.5).ratio).toBeCloseTo(1.1, 6);
    expect(compared(5.5, 5).ratio).toBeCloseTo(1 / 1.1, 6);
  });

  it("departs beyond 5 %, agrees within it, and cannot tell where the uncertainty straddles it", () => {
    expect(compared(5, 5.35).answer).toBe("departs");
    expect(compared(5.35, 5).answer).toBe("departs");
    expect(compared(5, 5.15).answer).toBe("agrees");
    expect(compared(5.15, 5).answer).toBe("agrees");
    expect(compared(5, 5).answer).toBe("agrees");
    expect(compared(5, 5.26).answer).toBe("cannotTell");
    // Steps of half a volt in five: seven per cent apart, and the meter cannot tell.
    expect(compared(5, 5.35, 0.5).answer).toBe("cannotTell");
  });

  it("has an En of the difference over both uncertainties and what sound sisters differ by (ISO/IEC 17043)", () => {
    for (const resolution of [1e-9, 0.02, 0.1]) {
      const { en, expanded, ratio } = compared(5, 5.2, resolution);
      // Both were spun alike: each has the same share of the ratio's uncertainty.
      const each = expanded / ratio / Math.SQRT2;
      expect(en).toBeCloseTo(0.2 / Math.hypot(each * 5, each * 5.2, NATURAL_EMF_SPREAD * 5.2), 2);
    }
  });

  it("is told less surely by a coarser meter", () => {
    const [fine, coarse, coarser] = [1e-9, 0.1, 0.2].map((resolution) => compared(5, 5.2, resolution));
    // Three readings of half a step each, rectangular, averaged, for both motors: two standard deviations at most.
    for (const [found, step] of [
      [coarse!, 0.1],
      [coarser!, 0.2],
    ] as const) {
      const added = 2 * Math.hypot(1 / 5, 1 / 5.2) * (step / Math.sqrt(12) / Math.sqrt(3)) * found.ratio;
      const seen = Math.sqrt(found.expanded ** 2 - fine!.expanded ** 2);
      expect(seen / added).toBeGreaterThan(0.8);
      expect(seen / added).toBeLessThan(1.02);
    }
    expect(coarser!.en).toBeLessThan(coarse!.en);
  });

  it("is not compared without three pairs of both, or across units of speed", () => {
    const { mine, sister } = both(5, 5.2);
    expect(compareWithSister(mine, null)).toBeNull();
    expect(compareWithSister(mine, { ...sister, unit: "rpm" })).toBeNull();
    const { AB: _one, ...two } = sister.pairs;
    expect(compareWithSister(mine, { ...sister, pairs: two })).toBeNull();
    expect(compareWithSister({ ...mine, pairs: two } as MeasuredSpin, sister)).toBeNull();
    expect(sisterFinding(mine, null)).toBeNull();
  });

  it("reads as a finding that departs only where the comparison does", () => {
    const found = (a: number, b: number) => {
      const { mine, sister } = both(a, b);
      return sisterFinding(mine, sister)!;
    };
    expect(found(5, 5.5)).toMatchObject({ departs: true, variable: "sister" });
    expect(found(5, 5.5).sentence).toMatch(
      /^KV \+10 % against a known-good sister .*limit 5 %, En \d+\.\d$/u,
    );
    expect(found(5, 5.2).departs).toBe(false);
  });
});

describe("a motor against one of another rating whose constant is known", () => {
  // KV by hand: rpm over volts of the line peak; 100 Hz on p pole pairs are 6000/p rpm.
  const kv = (volts: number, polePairs: number) => 6000 / polePairs / (Math.SQRT2 * volts);
  const mineVolts = 5;
  const theirs = 8;
  const plate = kv(mineVolts, 15);
  const stand = (given: {
    readonly known: number;
    readonly plate?: number;
    readonly gain?: number;
    readonly poles?: number;
  }) => {
    const { known, poles, gain = 1 } = given;
    const at = (volts: number, prefix?: "sister.") =>
      spun([100, volts, volts, volts, 100].map((value, i) => (i % 4 === 0 ? value : value * gain)) as never, {
        instrumentId: "one",
        ...(prefix && { prefix }),
      });
    return job(
      [
        ...at(mineVolts),
        ...at(theirs, "sister."),
        measured("backemf", "sister.stated", "rpmPerVolt", known),
        ...(poles ? [measured("backemf", "sister.polePairs", "polePairs", poles)] : []),
      ],
      {
        motor: {
          ...HUB,
          connection: "star",
          polePairs: 15,
          speedConstant: { rpmPerVolt: given.plate ?? plate, convention: "peak", source: "" },
        },
        instruments: [...SHOP, meter(1e-6)],
      },
    );
  };
  const said = (given: Parameters<typeof stand>[0]) =>
    Object.fromEntries(
      backemfCheck.answer(stand(given), 0).findings.map(({ variable, departs }) => [variable, departs]),
    );

  it("is measured by its own pole pairs", () => {
    expect(referenceSpun(stand({ known: 1, poles: 7 }), 0)!.measured.rpmPerVolt).toBeCloseTo(
      kv(theirs, 7),
      3,
    );
    expect(referenceSpun(stand({ known: 1 }), 0)!.measured.rpmPerVolt).toBeCloseTo(kv(theirs, 15), 3);
  });

  it("agrees where both are as they should be, and takes the place of a sister", () => {
    expect(said({ known: kv(theirs, 7), poles: 7 })).toMatchObject({
      reference: false,
      referenceSelf: false,
    });
    expect(said({ known: kv(theirs, 7), poles: 7 })).not.toHaveProperty("sister");
  });

  it("clears a motor that a meter of a wrong gain had accused, and accuses the set-up", () => {
    // Volts read 12 % low: both constants come out high, their ratio does not.
    const off = said({ known: kv(theirs, 7), poles: 7, gain: 0.88 });
    expect(off).toMatchObject({ constant: true, reference: false, referenceSelf: true });
    const doubt = (gain: number) =>
      assessJob(stand({ known: kv(theirs, 7), poles: 7, gain })).faults.find(
        ({ fault }) => fault === "setup",
      )!.probability;
    expect(doubt(0.88)).toBeGreaterThan(10 * doubt(1));
  });

  it("holds the motor to its plate where the reference measures right", () => {
    expect(said({ known: kv(theirs, 7), poles: 7, plate: plate / 1.15 })).toMatchObject({
      reference: true,
      referenceSelf: false,
    });
  });

  it("says nothing of a motor without a plate, nor of one that is not said to be another model", () => {
    const { speedConstant: _none, ...unstated } = stand({ known: 9 }).motor;
    const record = { ...stand({ known: kv(theirs, 15) }), motor: unstated };
    const found = backemfCheck.answer(record, 0).findings.map(({ variable }) => variable);
    expect(found).toContain("referenceSelf");
    expect(found).not.toContain("reference");
    const { mine, sister } = both(5, 8);
    expect(sisterFinding(mine, sister)).not.toBeNull();
  });
});

describe("before the drill turns", () => {
  const plan = (rpm: number | null, motor: Partial<Motor> = {}) =>
    plannedSpin(
      job(rpm === null ? [] : [measured("backemf", "plannedSpeed", "rpm", rpm)], {
        motor: { ...HUB, speedConstant: { rpmPerVolt: 10, convention: "peak", source: "" }, ...motor },
      }),
      0,
    );
  const rated = { volts: 42, amperes: 12, rpm: 200 };

  it("no speed above the rated one is allowed; the rated one is, and any where none is stated", () => {
    expect(plan(200, { rated })).toMatchObject({ aboveRated: false, open: true });
    expect(plan(201, { rated })).toMatchObject({ aboveRated: true, open: false });
    expect(plan(201)).toMatchObject({ aboveRated: false, open: true });
  });

  it("is shut while nobody said how fast, and says so without a gate", () => {
    expect(plan(null, { rated })).toMatchObject({
      planned: null,
      gate: null,
      aboveRated: false,
      open: false,
    });
  });

  it("takes the lowest constant such motors have where none is stated, which makes the most volts", () => {
    const { speedConstant: _none, ...unstated } = HUB;
    const { assumed, rpmPerVolt } = plannedSpin(job([], { motor: unstated }), 0);
    expect([assumed, plan(100).assumed]).toEqual([true, false]);
    expect(rpmPerVolt).toBeLessThan(10);
  });

  it("reckons in the convention that the plate states", () => {
    const volts = (convention: "peak" | "rms") =>
      plan(100, { speedConstant: { rpmPerVolt: 10, convention, source: "" } }).gate!.lineRms;
    // 100 rpm at 10 rpm per volt is 10 V: of the peak, or RMS as it stands.
    expect(volts("peak")).toBeCloseTo(10 / Math.SQRT2, 9);
    expect(volts("rms")).toBeCloseTo(10, 9);
  });
});
