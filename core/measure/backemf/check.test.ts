import { describe, expect, it } from "vitest";
import {
  BASIC,
  choice,
  HUB,
  job,
  measured,
  pairs,
  MILLIOHM,
  skipped,
  spun,
  TACHOMETER,
  TRUE_RMS,
} from "../../../tests/jobs.ts";
import { rectangular, type Instrument } from "../../quantity/index.ts";
import type { Reading } from "../../record/index.ts";
import {
  backemfCheck,
  balanceOfSpin,
  constantLikelihood,
  constantOf,
  measureSpin,
  polePairsOf,
  speedAtRatedLoad,
  speedsOf,
  handSpinOf,
  spinOf,
  spinVoltmeter,
  spunFits,
  type SpinEvent,
} from "./index.ts";

type Part = Parameters<typeof job>[1];
const KV: Part = { motor: { ...HUB, speedConstant: { rpmPerVolt: 9, convention: "peak", source: "" } } };
const DELTA = { motor: { ...HUB, connection: "delta" as const } };
const answered = (readings: readonly Reading[], part: Part = {}, epoch = 0) =>
  backemfCheck.answer(job(readings, part), epoch);
const found = (variable: string, readings: readonly Reading[], part: Part = {}) =>
  answered(readings, part).findings.find((one) => one.variable === variable);
const burdens = (AB: string, BC: string, CA: string) => [
  choice("backemf", "AB.burden", AB),
  choice("backemf", "BC.burden", BC),
  choice("backemf", "CA.burden", CA),
];

describe("a spin whose speed a tachometer counted", () => {
  const at = (rpm: number, volts: number) =>
    [
      measured("backemf", "speedBefore", "rpm", rpm, { instrumentId: TACHOMETER.id }),
      ...(["AB", "BC", "CA"] as const).map((pair) =>
        measured("backemf", pair, "volts", volts, { instrumentId: TRUE_RMS.id }),
      ),
    ] as Reading[];

  it("is held against the voltmeter's band by its pole pairs, and gives no constant outside it", () => {
    // The meter reads from 20 Hz on; fifteen pole pairs at 300 rpm make 75 Hz, at 60 rpm 15 Hz.
    expect(constantOf(job(at(300, 20), KV), 0)).not.toBeNull();
    expect(spinOf(job(at(60, 4), KV), 0)!.refusal).toBe("outsideBand");
    expect(constantOf(job(at(60, 4), KV), 0)).toBeNull();
  });

  it("does not ask for miscounted poles, which it never used", () => {
    // Half of the plate: poles taken for pole pairs, where the speed came by hertz.
    const half = {
      motor: { ...HUB, speedConstant: { rpmPerVolt: 21.2, convention: "peak", source: "" } },
    } as Part;
    const byTachometer = found("constant", at(300, 20), half)!;
    const byHertz = found("constant", spun([75, 20, 20, 20, 75]), half)!;
    expect(byHertz.advice).toMatch(/poles/u);
    expect(byTachometer.advice).not.toMatch(/poles|Count the/u);
    expect(byTachometer.likelihood.tellTale!).toBeLessThan(byHertz.likelihood.tellTale! / 10);
  });

  it("asks for a sister until hers was read, and no more where hers was counted otherwise", () => {
    const steps = (readings: readonly Reading[]) => answered(readings, KV).steps.map(({ name }) => name);
    expect(steps(at(300, 20))).toContain("sister");
    const byHertz = spun([50, 20, 20, 20, 50], { prefix: "sister." });
    expect(found("sister", [...at(300, 20), ...byHertz], KV)).toBeUndefined();
    expect(steps([...at(300, 20), ...byHertz])).not.toContain("sister");
  });
});

describe("what three pairs spun say, in words", () => {
  it.each([
    [
      [100, 5, 5, 5, 100],
      [],
      { motor: HUB },
      "equal",
      false,
      /^Three equal voltages when spun; largest deviation/u,
    ],
    [[100, 4.27, 5, 4.27, 100], [], { motor: HUB }, "turnsStar", true, /^Both pairs through A make less/u],
    [
      [100, 3.89, 4.74, 4.74, 100],
      [],
      DELTA,
      "turnsDelta",
      true,
      /^A–B makes less, the others a little less/u,
    ],
    [
      [100, 2.885, 5, 2.885, 100],
      burdens("stands", "stands", "stands"),
      { motor: HUB },
      "limbGone",
      true,
      /0\.58/u,
    ],
    [
      [100, 0.02, 4.33, 4.33, 100],
      [],
      { motor: HUB },
      "pairShorted",
      true,
      /^A–B makes nothing and the others 0.87/u,
    ],
    [
      [100, 1.2, 5, 0.9, 100],
      burdens("collapses", "stands", "collapses"),
      { motor: HUB },
      "twoFloating",
      true,
      /^Both pairs through A float: limb or lead A is open/u,
    ],
    [[100, 1.667, 4.41, 4.41, 100], [], DELTA, "reversedDelta", true, /third/u],
  ] as const)("%j: %s", (values, more, part, outcome, departs, sentence) => {
    // A pair of this motor makes 31.43 V RMS at 100 Hz: KV 9, 15 pole pairs. The figures above are for 5 V.
    const [before, AB, BC, CA, after] = values;
    const at = (volts: number) => volts * (31.43 / 5);
    const motor = { ...KV.motor!, ...part.motor, speedConstant: KV.motor!.speedConstant! };
    const finding = found("spun", [...spun([before, at(AB), at(BC), at(CA), after]), ...more], { motor })!;
    expect(Object.entries(finding.likelihood).find(([, p]) => p === 1)?.[0]).toBe(outcome);
    expect(finding.departs).toBe(departs);
    expect(finding.sentence).toMatch(sentence);
  });

  it("leaves out rows of the other connection once it is known", () => {
    const outcomes = (part: Part) =>
      spunFits(job(spun([100, 4, 5, 4, 100]), part), 0).map(({ outcome }) => outcome);
    expect(outcomes({ motor: HUB })).not.toContain("turnsDelta");
    expect(outcomes({ motor: HUB })).not.toContain("reversedDelta");
    expect(outcomes(DELTA)).not.toContain("turnsStar");
    expect(outcomes(DELTA)).not.toContain("limbGone");
    expect(outcomes({ motor: { ...HUB, connection: "unknown" } })).toContain("turnsDelta");
  });

  it("says how the drill turned it", () => {
    expect(found("spinDrag", [choice("backemf", "drill", "free")])).toMatchObject({
      likelihood: { free: 1 },
      departs: false,
    });
    expect(found("spinDrag", [choice("backemf", "drill", "hard")])).toMatchObject({
      likelihood: { hard: 1 },
      departs: true,
    });
    expect(found("spinDrag", [])).toBeUndefined();
  });

  it("compares outside the meter's band and says so, without a constant", () => {
    const slow = found("spun", spun([10, 0.5, 0.5, 0.5, 10]), KV)!;
    expect(slow.sentence).toMatch(/outside the meter's band, so compared with each other only$/u);
    expect(slow.departs).toBe(false);
    expect(found("constant", spun([10, 0.5, 0.5, 0.5, 10]), KV)).toBeUndefined();
    expect(found("constant", spun([100, 31.4, 31.4, 31.4, 100]), KV)).toBeDefined();
    expect(answered(spun([10, 0.5, 0.5, 0.5, 10]), KV).state).toBe("agrees");
  });
});

describe("the constant as evidence", () => {
  const top = (ratio: number, u = 0.01) =>
    Object.entries(constantLikelihood(ratio, u)).find(([, p]) => p === 1)![0];

  it.each([
    [1, "agrees"],
    [1.02, "agrees"],
    [0.97, "agrees"],
    [1.25, "high"],
    [1.33, "high"],
    [Math.SQRT2, "tellTale"],
    [2, "tellTale"],
    [0.5, "tellTale"],
    [1.85, "farHigh"],
    [0.65, "low"],
  ] as const)("a ratio of %f is %s", (ratio, outcome) => {
    expect(top(ratio)).toBe(outcome);
  });

  it("never accuses magnets of what no heat leaves behind (3 to 30 % of the flux, memory)", () => {
    for (const ratio of [1.7, 1.9, 2.2, 0.8, 0.6])
      expect(constantLikelihood(ratio, 0.01).high).toBeLessThan(0.05);
    expect(constantLikelihood(1.2, 0.01).high).toBe(1);
    expect(() => constantLikelihood(0, 0.01)).toThrow(RangeError);
  });

  it("says less the less the meters know", () => {
    const fine = constantLikelihood(1.1, 0.005).agrees;
    expect(constantLikelihood(1.1, 0.05).agrees).toBeGreaterThan(fine * 5);
  });

  it("departs from the plate above a tenth and asks for a sister before it accuses the magnets", () => {
    // 15 pole pairs: 100 Hz is 400 rpm; KV = 400/(√2·V).
    const volts = 400 / (Math.SQRT2 * 9 * 1.2);
    const high = found("constant", spun([100, volts, volts, volts, 100]), KV)!;
    expect(high.departs).toBe(true);
    expect(high.sentence).toMatch(/\+20 %: far off$/u);
    expect(high.advice).toMatch(/Spin a known-good motor of this model on the same drill/u);
    const low = 400 / (Math.SQRT2 * 9 * 0.8);
    expect(found("constant", spun([100, low, low, low, 100]), KV)?.advice).toMatch(
      /Too low is not weak magnets/u,
    );
    const near = 400 / (Math.SQRT2 * 9 * 1.02);
    expect(found("constant", spun([100, near, near, near, 100]), KV)).toMatchObject({ departs: false });
  });

  it("is compared with a sister on the same drill and meter, whose speeds and volts are its own", () => {
    const sister = (volts: number) => [
      ...spun([100, 31.4, 31.4, 31.4, 100]),
      ...spun([100, volts, volts, volts, 100], { prefix: "sister." }),
    ];
    expect(found("sister", sister(31.4), KV)).toMatchObject({ departs: false });
    const strong = found("sister", sister(37.7), KV)!;
    expect(strong).toMatchObject({ departs: true, likelihood: { high: 1 } });
    expect(strong.sentence).toMatch(/^KV \+20 % against a known-good sister/u);
    expect(found("sister", sister(28), KV)?.likelihood).toMatchObject({ low: 1 });
    expect(found("sister", spun([100, 31.4, 31.4, 31.4, 100]), KV)).toBeUndefined();
  });
});

describe("state, note and steps of the spin", () => {
  it("is to do, skipped, begun, done", () => {
    expect(answered([])).toMatchObject({ state: "toDo", note: "" });
    expect(answered([skipped("backemf", "no drill")])).toMatchObject({ state: "skipped", note: "no drill" });
    const begun = spun([100, 5, 5, 5, 100]).filter(({ slot }) => slot !== "CA");
    expect(answered(begun)).toMatchObject({ state: "inProgress", note: "2/3" });
    expect(answered([measured("backemf", "plannedSpeed", "rpm", 400)])).toMatchObject({ state: "toDo" });
    expect(answered(spun([100, 5, 5, 5, 100]))).toMatchObject({ state: "agrees" });
    expect(answered(spun([100, 4.27, 5, 4.27, 100])).state).toBe("departs");
    expect(answered(spun([100, 0.001, 0.001, 0.001, 100])).state).toBe("cannotTell");
    expect(answered([], {}, 1)).toMatchObject({ state: "toDo" });
  });

  it("asks for the spin, then for a sister, and for nothing where no winding is reached", () => {
    const names = (readings: readonly Reading[], part: Part = KV) =>
      answered(readings, part).steps.map(({ name, variables }) => [name, ...variables]);
    expect(names([])).toEqual([["spin", "spun", "spinDrag", "constant"]]);
    expect(names([], {})).toEqual([["spin", "spun", "spinDrag"]]);
    expect(names(spun([100, 31.4, 31.4, 31.4, 100]))).toEqual([["sister", "sister"]]);
    expect(answered(spun([100, 5, 5, 5, 100])).made.map(({ name }) => name)).toEqual(["spin"]);
    expect(backemfCheck.notApplicable({ ...HUB, family: "ecmSealed" })).toMatch(/not applicable/u);
    expect(backemfCheck.notApplicable(HUB)).toBeNull();
  });

  it("is balanced or not at the limit in force", () => {
    const off = spun([100, 5, 5, 5.22, 100]);
    expect(balanceOfSpin(job(off), 0)).toMatchObject({ worst: "CA", limit: 0.03 });
    expect(balanceOfSpin(job(off, { limits: { spin: { limit: 0.06, reason: "" } } }), 0)?.judgement).toBe(
      "agrees",
    );
    expect(balanceOfSpin(job([]), 0)).toBeNull();
  });
});

describe("which meters a spin was read with", () => {
  it("are the voltmeter named last that reads alternating volts, and none while nobody named one", () => {
    expect(spinVoltmeter(job(spun([100, 5, 5, 5, 100])), 0)?.id).toBe(TRUE_RMS.id);
    expect(spinVoltmeter(job([]), 0)).toBeNull();
    expect(spinVoltmeter(job(spun([100, 5, 5, 5, 100], { instrumentId: TACHOMETER.id })), 0)).toBeNull();
    expect(spinOf(job([]), 0)).toBeNull();
    expect(spinOf(job(spun([100, 5, 5, 5, 100])), 1)).toBeNull();
    expect(handSpinOf(job(spun([100, 5, 5, 5, 100])), 0, "sister.")).toBeNull();
  });

  it("give rpm by a tachometer, and then no pole count is needed", () => {
    const byTachometer = [
      measured("backemf", "speed", "rpm", 400, { instrumentId: TACHOMETER.id }),
      ...spun([100, 31.43, 31.43, 31.43, 100]).filter(({ slot }) => !slot.startsWith("speed")),
    ];
    const unknown = { motor: { ...KV.motor!, polePairs: null } };
    expect(spinOf(job(byTachometer, unknown), 0)?.unit).toBe("rpm");
    expect(constantOf(job(byTachometer, unknown), 0)?.rpmPerVolt).toBeCloseTo(9, 1);
    expect(polePairsOf(job(byTachometer, unknown), 0)).toEqual({ polePairs: null, how: "unknown" });
    expect(constantOf(job(spun([100, 31.43, 31.43, 31.43, 100]), unknown), 0)).toBeNull();
  });

  it("tell the speed under the rated load from constant and pairs: n = KV6·(V − I·R)", () => {
    const rated = { motor: { ...KV.motor!, rated: { volts: 36, amperes: 15 } } };
    const readings = [
      ...spun([100, 31.43, 31.43, 31.43, 100]),
      ...pairs(["128m", "128m", "128m"], MILLIOHM, "0.1m"),
    ];
    // KV 9 in peak is 9.425 in six-step (π/3 of it); 36 V less 15 A through 127.9 mΩ.
    expect(speedAtRatedLoad(job(readings, rated), 0)).toBeCloseTo(9.424 * (36 - 15 * 0.1279), -1);
    expect(speedAtRatedLoad(job(readings, KV), 0)).toBeNull();
    expect(speedAtRatedLoad(job(readings.slice(0, 5), rated), 0)).toBeNull();
  });
});

describe("the drill's speed at each voltage", () => {
  const speed = (value: number, pair: SpinEvent["pair"] = null): SpinEvent => ({
    kind: "speed",
    unit: "hertz",
    value,
    pair,
  });
  const volts = (pair: "AB" | "BC" | "CA", value = 5): SpinEvent => ({ kind: "volts", pair, volts: value });

  it("lies on the line between the readings before and after, each look as long as another", () => {
    const read = speedsOf([speed(100), volts("AB"), volts("BC"), volts("CA"), speed(96)])!;
    expect(read.voltages.map((one) => one.speed)).toEqual([99, 98, 97]);
    expect(read.voltages.map(({ weights }) => weights)).toEqual([
      [0.75, 0.25],
      [0.5, 0.5],
      [0.25, 0.75],
    ]);
    expect(read.mean).toBe(98);
    expect(read.sag).toBeCloseTo(-0.04, 12);
    expect(read.simultaneous).toBe(false);
  });

  it("is the only one there is before the first and after the last", () => {
    const before = speedsOf([volts("AB"), speed(100), volts("BC")])!;
    expect(before.voltages.map((one) => one.speed)).toEqual([100, 100]);
    expect(before.voltages.map(({ weights }) => weights)).toEqual([[1], [1]]);
    expect(before.sag).toBeNull();
  });

  it("is a pair's own where two meters read at once, look by look", () => {
    const read = speedsOf([
      speed(100, "AB"),
      volts("AB"),
      speed(90, "BC"),
      volts("BC"),
      speed(80, "AB"),
      volts("AB"),
    ])!;
    expect(read.voltages.map(({ pair, speed: at }) => [pair, at])).toEqual([
      ["AB", 100],
      ["BC", 90],
      ["AB", 80],
    ]);
    expect(read.simultaneous).toBe(true);
  });

  it("counts hertz where both were read, and is nothing without speed or volts", () => {
    const both: SpinEvent[] = [
      { kind: "speed", unit: "rpm", value: 1400, pair: null },
      speed(100),
      volts("AB"),
    ];
    expect(speedsOf(both)).toMatchObject({ unit: "hertz", mean: 100 });
    expect(speedsOf([speed(100)])).toBeNull();
    expect(speedsOf([volts("AB")])).toBeNull();
    expect(() => speedsOf([speed(0), volts("AB")])).toThrow(RangeError);
  });

  it("is divided into volts with what each part does not know", () => {
    const meter: Instrument = {
      ...BASIC,
      acVolts: {
        response: "trueRms",
        least: 20,
        most: 1000,
        ranges: [
          { fullScale: 6, resolution: 0.001, ofReading: 0.01, digits: 3 },
          { fullScale: 60, resolution: 0.01, ofReading: 0.01, digits: 3 },
        ],
      },
      frequency: { resolution: 0.1, ofReading: 0.001, digits: 1 },
    };
    const spin = (events: SpinEvent[], residual: number[] = []) =>
      measureSpin({ voltmeter: meter, speedometer: null, events, residual, burden: { AB: "collapses" } })!;
    const three = [speed(100), volts("AB"), volts("BC", 4), volts("CA", 3), speed(100)];
    const read = spin(three);
    expect(read.pairs.AB).toMatchObject({ volts: 5, perSpeed: 0.05, count: 1, burden: "collapses" });
    expect(read.pairs.BC?.burden).toBe("notTried");
    expect(read.voltGain.u).toBeCloseTo(rectangular(0.01).u, 12);
    expect(read.offset.u).toBeCloseTo(rectangular(0.002).u, 12);
    expect(read.widest).toBe(0.01);
    expect(read.refusal).toBeNull();
    // Two ranges: the percent is each pair's own.
    const apart = spin([speed(100), volts("AB", 8), volts("BC", 4), speed(100)]);
    expect(apart.voltGain.u).toBe(0);
    expect(apart.pairs.AB!.independent.u).toBeGreaterThan(0.08 * rectangular(0.01).u);
    expect(spin(three, [3]).pairs.CA?.volts).toBe(0);
    expect(spin(three, [3]).pairs.AB?.volts).toBeCloseTo(4, 12);
    expect(spin([speed(2000), volts("AB"), speed(2000)]).refusal).toBe("outsideBand");
    expect(spin([speed(10), volts("AB"), speed(10)]).refusal).toBe("outsideBand");
    expect(spin([speed(100), volts("AB", 0.019), speed(100)]).refusal).toBe("belowFloor");
    expect(spin([speed(100), volts("AB", 0.021), speed(100)]).refusal).toBeNull();
    expect(spin([speed(100), volts("AB", 5), volts("AB", 4), speed(100)]).pairs.AB?.wandering).toBe(true);
    expect(spin([speed(100), volts("AB", 5), volts("AB", 4.9), speed(100)]).pairs.AB?.wandering).toBe(false);
    expect(() => spin([speed(100), volts("AB", -1)])).toThrow(RangeError);
  });
});
