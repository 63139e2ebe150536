import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { assessJob } from "#core/judge";
import { expandedWithRectangle, type Instrument } from "#core/quantity";
import { PAIRS, type Motor, type Pair, type Reading } from "#core/record";
import {
  choice,
  HUB,
  job,
  lookedAndTurned,
  measured,
  MILLIOHM,
  pairs,
  spun,
  SHOP,
  TACHOMETER,
  TRUE_RMS,
  BASIC,
} from "../../../tests/jobs.ts";
import {
  backemfCheck,
  balanceOfSpin,
  blindToOpenDelta,
  constantOf,
  measureSpin,
  mixedVoltmeters,
  plannedSpin,
  polePairsOf,
  ratioLikelihood,
  speedsOf,
  handSpinOf,
  spinOf,
} from "./index.ts";

/** A meter without error, so that arithmetic shows alone. */
const PERFECT: Instrument = {
  ...TRUE_RMS,
  id: "perfect",
  acVolts: {
    ranges: [{ fullScale: 1000, resolution: 1e-9, ofReading: 0, digits: 0 }],
    response: "trueRms",
    least: 1,
    most: 5000,
  },
  frequency: { resolution: 1e-9, ofReading: 0, digits: 0 },
};
const HOBBY: Motor = { ...HUB, family: "hobby", polePairs: 2, expected: null };
const plate = (rpmPerVolt: number): Motor => ({
  ...HOBBY,
  speedConstant: { rpmPerVolt, convention: "peak", source: "nameplate" },
});
/** Volts by tachometer at one speed. */
const atSpeed = (rpm: number, volts: readonly [number, number, number], meter = TRUE_RMS): Reading[] => [
  measured("backemf", "speedBefore", "rpm", rpm, { instrumentId: TACHOMETER.id }),
  ...PAIRS.map((pair, i) => measured("backemf", pair, "volts", volts[i]!, { instrumentId: meter.id })),
];
const outcomes = (readings: readonly Reading[], motor: Motor = HOBBY) =>
  backemfCheck.answer(job(readings, { motor, instruments: [...SHOP, PERFECT] }), 0).findings;
const leading = (readings: readonly Reading[], variable: string, motor: Motor = HOBBY) => {
  const found = outcomes(readings, motor).find((finding) => finding.variable === variable);
  return found && Object.entries(found.likelihood).sort((a, b) => b[1]! - a[1]!)[0]![0];
};

describe("trade cases (common practice)", () => {
  it("2400 rpm and 0.75 V on a motor marked 2300: good, about 2263", () => {
    const record = job(atSpeed(2400, [0.75, 0.75, 0.75]), { motor: plate(2300) });
    expect(constantOf(record, 0)!.rpmPerVolt).toBeCloseTo(2263, 0);
    expect(leading(record.readings, "constant", plate(2300))).toBe("agrees");
  });
  it("0.50 V on all three of a motor marked 3000: about 3390, balanced, suspicious", () => {
    const record = job(atSpeed(2400, [0.5, 0.5, 0.5]), { motor: plate(3000) });
    expect(constantOf(record, 0)!.rpmPerVolt).toBeCloseTo(3394, 0);
    expect(leading(record.readings, "spun", plate(3000))).toBe("equal");
    const constant = outcomes(record.readings, plate(3000)).find(({ variable }) => variable === "constant")!;
    expect(constant.departs).toBe(true);
    expect(constant.advice).toContain("known-good motor");
  });
  it("1385 found on 1350 marked and 2500 on 2600 are normal; 1600 on 1350 is an alarm: magnets", () => {
    const found = (marked: number, kv: number) =>
      outcomes(atSpeed(kv * Math.SQRT2, [1, 1, 1]), plate(marked)).find(
        ({ variable }) => variable === "constant",
      )!;
    expect(found(1350, 1385).departs).toBe(false);
    expect(found(2600, 2500).departs).toBe(false);
    const alarm = found(1350, 1600);
    expect(alarm.departs).toBe(true);
    expect(alarm.likelihood["high"]).toBe(1);
  });
  it("an old motor at 0.870 V beside a new one of 1500 at 0.674 V on one drill is good: about 1161", () => {
    const both = [
      ...atSpeed(1430, [0.87, 0.87, 0.867]),
      ...atSpeed(1430, [0.674, 0.67, 0.674]).map((one) => ({ ...one, slot: `sister.${one.slot}` })),
    ];
    const record = job(both, { motor: plate(1200) });
    const [mine, sister] = [spinOf(record, 0)!, handSpinOf(record, 0, "sister.")!];
    const ratio =
      PAIRS.reduce((sum, pair) => sum + sister.pairs[pair]!.volts, 0) /
      PAIRS.reduce((sum, pair) => sum + mine.pairs[pair]!.volts, 0);
    // 1161 by the practitioner's rounding; 1161.2 = 1500 · 0.6727/0.869.
    expect(1500 * ratio).toBeCloseTo(1161, 0);
  });
  it("one pair 0.75 V and two 0.50 V: a winding fault", () => {
    const verdict = assessJob(
      job([...lookedAndTurned(), ...atSpeed(2400, [0.75, 0.5, 0.5])], {
        motor: { ...HOBBY, connection: "unknown" },
      }),
    );
    expect(verdict.faults[0]!.fault).toMatch(/turnsShorted|limbReversed/u);
    expect(verdict.remedies.notMotor).toBeLessThan(0.1);
  });
});

describe("a sagging drill", () => {
  const sagging = (per: number): Reading[] => {
    const speed = (look: number) => 100 * (1 - per * look);
    const at = { instrumentId: PERFECT.id };
    return spun([speed(0), speed(1) * 0.01, speed(2) * 0.01, speed(3) * 0.01, speed(4)], at);
  };
  it("does not fake an imbalance when frequency is read before and after", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.05, noNaN: true }), (per) => {
        const record = job(sagging(per), { motor: HOBBY, instruments: [PERFECT] });
        const balance = balanceOfSpin(record, 0)!;
        for (const pair of PAIRS) expect(Math.abs(balance.deviations[pair].value)).toBeLessThan(1e-9);
      }),
    );
  });
  it("would by the frequency before alone", () => {
    const record = job(sagging(0.03).slice(0, -1), { motor: HOBBY, instruments: [PERFECT] });
    expect(balanceOfSpin(record, 0)!.spread).toBeGreaterThan(0.05);
  });
  it("cancels in the order AB BC CA BC AB with one speed (means of a linear sag)", () => {
    const volts = [0, 1, 2, 3, 4].map((look) => 1 * (1 - 0.01 * look));
    const events = (["AB", "BC", "CA", "BC", "AB"] as const).map((pair, i) => ({
      kind: "volts" as const,
      pair,
      volts: volts[i]!,
    }));
    const { pairs: found } = measureSpin({
      voltmeter: PERFECT,
      speedometer: null,
      events: [{ kind: "speed", unit: "hertz", value: 100, pair: null }, ...events],
      residual: [],
      burden: {},
    })!;
    expect(found.AB!.perSpeed).toBeCloseTo(found.CA!.perSpeed, 12);
    expect(found.BC!.perSpeed).toBeCloseTo(found.CA!.perSpeed, 12);
  });
  it("takes a pair's own speed where two meters read at once", () => {
    const speeds = speedsOf([
      { kind: "volts", pair: "AB", volts: 1 },
      { kind: "speed", unit: "hertz", value: 50, pair: "AB" },
      { kind: "volts", pair: "BC", volts: 0.9 },
      { kind: "speed", unit: "hertz", value: 45, pair: "BC" },
    ])!;
    expect(speeds.voltages.map(({ volts, speed }) => volts / speed)).toEqual([0.02, 0.02]);
    expect(speeds.simultaneous).toBe(true);
  });
  it("and what two instruments said of one moment is open by their displays, not by a drill that nobody watched", () => {
    const latched = (u: number) => ({
      latched: { reads: "acVolts", range: null, count: 9, spread: u, typeA: { u, freedom: 8 } } as const,
    });
    const spun = (u: number | null) =>
      PAIRS.flatMap((pair) => [
        measured("backemf", pair, "volts", 1, { instrumentId: PERFECT.id, ...(u !== null && latched(u)) }),
        measured("backemf", `${pair}.speed`, "hertz", 50, {
          instrumentId: PERFECT.id,
          ...(u !== null && latched(50 * u)),
        }),
      ]);
    const openness = (u: number | null) =>
      handSpinOf(job(spun(u), { motor: HOBBY, instruments: [PERFECT] }), 0)!.pairs.AB!.independent.u * 50;
    // Typed: 0.1 % of a drill read with two meters. Said: the two displays, relative, as a root of squares.
    expect(openness(null)).toBeCloseTo(0.001, 6);
    expect(openness(0.0002)).toBeCloseTo(Math.SQRT2 * 0.0002, 6);
    expect(openness(0.004)).toBeCloseTo(Math.SQRT2 * 0.004, 6);
  });
  it("keeps a correction in the place of what it corrects", () => {
    const wrong = sagging(0.02);
    const slip = { ...wrong[1]!, value: { kind: "quantity", quantity: "volts", value: 9.8 } } as Reading;
    const right: Reading = { ...wrong[1]!, id: "01980000-0000-7000-9999-000000000009", supersedes: slip.id };
    const record = job(
      [slip.id === wrong[1]!.id ? slip : wrong[1]!, ...wrong.filter((_, i) => i !== 1), right],
      { motor: HOBBY, instruments: [PERFECT] },
    );
    expect(balanceOfSpin(record, 0)!.deviations.AB.judgement).not.toBe("departs");
  });
});

describe("what the meter can judge", () => {
  it("withholds the constant outside its AC band, and refuses below twenty counts", () => {
    expect(spinOf(job(spun([10, 0.5, 0.5, 0.5, 10])), 0)!.refusal).toBe("outsideBand");
    expect(spinOf(job(spun([100, 0.001, 0.001, 0.001, 100])), 0)!.refusal).toBe("belowFloor");
    // Common practice: the error of the band is the same for all three, so they still compare.
    const outside = spun([10, 0.5, 0.5, 0.5, 10]);
    expect(leading(outside, "spun")).toBe("equal");
    expect(constantOf(job(outside), 0)).toBeNull();
    expect(leading(spun([10, 0.5, 0.5, 0.02, 10]), "spun")).not.toBe("equal");
  });
  it("takes the residual of shorted leads away as √(V² − V0²)", () => {
    const rest = measured("backemf", "residual", "volts", 0.3, { instrumentId: PERFECT.id });
    const record = job([rest, ...spun([100, 0.5, 0.5, 0.5, 100], { instrumentId: PERFECT.id })], {
      instruments: [PERFECT],
    });
    expect(spinOf(record, 0)!.pairs.AB!.volts).toBeCloseTo(0.4, 9);
  });
  it("notices two voltmeters in one check", () => {
    const [before, ab, ...rest] = spun([100, 0.5, 0.5, 0.5, 100]);
    expect(mixedVoltmeters(job([before!, { ...ab!, instrumentId: BASIC.id }, ...rest]), 0)).toBe(true);
  });
  it("says that no winding makes 0.75, 0.2 and 0.2 V", () => {
    const standing = PAIRS.map((pair) => choice("backemf", `${pair}.burden`, "stands"));
    const found = outcomes([...spun([100, 0.75, 0.2, 0.2, 100]), ...standing]).find(
      ({ variable }) => variable === "spun",
    )!;
    expect(found.advice).toContain("largest exceeds");
  });
});

describe("pole pairs", () => {
  const record = (polePairs: number | null, ...more: Reading[]) =>
    job([...spun([70, 0.5, 0.5, 0.5, 70]), ...more], { motor: { ...HOBBY, polePairs } });
  it("come from the record, the count at the check, or speed and frequency together", () => {
    expect(polePairsOf(record(7), 0)).toEqual({ polePairs: 7, how: "record" });
    expect(polePairsOf(record(7, measured("backemf", "polePairs", "polePairs", 6)), 0)).toEqual({
      polePairs: 6,
      how: "read",
    });
    expect(polePairsOf(record(null, measured("backemf", "speed", "rpm", 601)), 0)).toEqual({
      polePairs: 7,
      how: "workedOut",
    });
  });
  it("unknown leave the balance and no constant", () => {
    expect(constantOf(record(null), 0)).toBeNull();
    expect(balanceOfSpin(record(null), 0)!.judgement).toBe("agrees");
  });
});

describe("a speed constant", () => {
  it("is none of a motor whose three voltages are not equal", () => {
    expect(constantOf(job(spun([100, 0.5, 0.5, 0.5, 100])), 0)).not.toBeNull();
    expect(constantOf(job(spun([100, 0.11, 0.5, 0.17, 100])), 0)).toBeNull();
    expect(constantOf(job(spun([100, 0.427, 0.5, 0.427, 100])), 0)).toBeNull();
  });
});

describe("the gate before the drill", () => {
  const planned = (rpm: number, motor: Motor, ...more: Reading[]) =>
    plannedSpin(job([measured("backemf", "plannedSpeed", "rpm", rpm), ...more], { motor }), 0);
  it("shuts for a KV 10 hub at 600 rpm, 42 V, and says which speed is safe (n/(√2·KV))", () => {
    const shut = planned(600, { ...HUB, speedConstant: { rpmPerVolt: 10, convention: "peak", source: "" } });
    expect(shut.gate!.lineRms).toBeCloseTo(42.4, 1);
    expect(shut.open).toBe(false);
    expect(shut.gate!.safeSpeed).toBeCloseTo(424, 0);
  });
  it("opens below 30 V, or for insulated connections", () => {
    const motor: Motor = { ...HUB, speedConstant: { rpmPerVolt: 10, convention: "peak", source: "" } };
    expect(planned(400, motor).open).toBe(true);
    expect(planned(600, motor, choice("backemf", "gate", "insulated")).open).toBe(true);
  });
  it("takes the most volts such motors make where no constant is known, and never exceeds the rated speed", () => {
    expect(planned(300, HUB)).toMatchObject({ assumed: true, open: false });
    expect(planned(120, { ...HUB, rated: { rpm: 100 } })).toMatchObject({ aboveRated: true, open: false });
    expect(plannedSpin(job([]), 0)).toMatchObject({ planned: null, open: false });
  });
});

describe("the spin check", () => {
  it("is begun by a reading and not by its preparation", () => {
    const planned = measured("backemf", "plannedSpeed", "rpm", 300);
    expect(backemfCheck.answer(job([planned, choice("backemf", "route", "twoMeters")]), 0).state).toBe(
      "toDo",
    );
    expect(backemfCheck.answer(job([planned, ...spun([75, 23, 23, 23, 75]).slice(0, 2)]), 0).state).toBe(
      "inProgress",
    );
  });

  it("does not pass a delta whose pairs were not read: one open winding spins equal", () => {
    const delta: Motor = { ...HUB, connection: "delta", polePairs: 2 };
    const equal = spun([100, 0.5, 0.5, 0.5, 100]);
    const blind = job(equal, { motor: delta });
    expect(blindToOpenDelta(blind, 0)).toBe(true);
    expect(backemfCheck.answer(blind, 0).state).toBe("cannotTell");
    const seen = job([...equal, ...pairs(["128m", "128m", "128m"], MILLIOHM)], { motor: delta });
    expect(backemfCheck.answer(seen, 0).state).toBe("agrees");
    const open = assessJob(
      job([...equal, ...pairs(["384m", "192m", "192m"], MILLIOHM, "0")], { motor: delta }),
    );
    expect(open.faults[0]!.fault).toBe("limbOpen");
  });

  it("tells turns from a joint: turns depart at rest and spun, a joint at rest alone", () => {
    const at = (ohms: readonly [string, string, string], volts: readonly [number, number, number]) =>
      assessJob(
        job([...lookedAndTurned(), ...pairs(ohms, MILLIOHM, "0.1m"), ...spun([100, ...volts, 100])], {
          motor: { ...HUB, polePairs: 2 },
        }),
      ).faults[0]!.fault;
    expect(at(["147m", "128m", "147m"], [0.5, 0.5, 0.5])).toBe("highJoint");
    expect(at(["109m", "128m", "109m"], [0.427, 0.5, 0.427])).toBe("turnsShorted");
  });

  it("asks for a load on a pair that may float, and believes it", () => {
    const floating = spun([100, 0.11, 0.5, 0.17, 100]);
    expect(outcomes(floating).find(({ variable }) => variable === "spun")!.advice).toContain("low-impedance");
    const loaded = [
      ...floating,
      choice("backemf", "AB.burden", "collapses"),
      choice("backemf", "CA.burden", "collapses"),
    ];
    expect(leading(loaded, "spun")).toBe("twoFloating");
  });

  it("accuses the magnets only with a sister beside it", () => {
    const mine = atSpeed(2400, [0.625, 0.626, 0.625]);
    const sister = atSpeed(2400, [0.752, 0.75, 0.751]).map((one) => ({ ...one, slot: `sister.${one.slot}` }));
    const weak = (readings: Reading[]) =>
      assessJob(
        job([...lookedAndTurned(), ...readings], { motor: plate(2260), complaint: "hot" }),
      ).faults.find(({ fault }) => fault === "magnetsWeak")!.probability;
    expect(weak([...mine, ...sister])).toBeGreaterThan(0.95);
    expect(weak(mine)).toBeLessThan(weak([...mine, ...sister]));
  });

  it("only renames when the phases are renamed", () => {
    const turned: Record<Pair, Pair> = { AB: "BC", BC: "CA", CA: "AB" };
    const readings = spun([100, 0.43, 0.5, 0.43, 100]);
    const rename = (one: Reading): Reading => ({ ...one, slot: turned[one.slot as Pair] ?? one.slot });
    const [before, after] = [outcomes(readings), outcomes(readings.map(rename))].map((found) =>
      found.find(({ variable }) => variable === "spun")!,
    );
    expect(before!.place!.phase).toBe("A");
    expect(after!.place!.phase).toBe("B");
    expect(Object.keys(after!.likelihood).length).toBe(Object.keys(before!.likelihood).length);
  });
});

describe("a ratio against what is expected", () => {
  it("agrees within its spread and departs to its side", () => {
    expect(ratioLikelihood(1.01, 0.005, 0.025).agrees).toBe(1);
    expect(ratioLikelihood(1.185, 0.01, 0.025).high).toBe(1);
    expect(ratioLikelihood(0.8, 0.01, 0.025).low).toBe(1);
    expect(ratioLikelihood(1.185, 0.01, 0.025).low).toBeLessThan(1e-3);
  });
});

describe("a rectangle that dominates", () => {
  it("alone is covered by 0.95 of its half-width: k = 1.65 (EA-4/02, S9.14)", () => {
    expect(expandedWithRectangle(1, { u: 0, freedom: Infinity })).toBeCloseTo(0.95, 9);
    expect(0.95 * Math.sqrt(3)).toBeCloseTo(1.65, 2);
  });
  it("vanishing leaves the normal law's 1.96 (GUM, table G.2)", () => {
    expect(expandedWithRectangle(0, { u: 1, freedom: Infinity })).toBeCloseTo(1.96, 2);
    expect(expandedWithRectangle(1e-6, { u: 1, freedom: Infinity })).toBeCloseTo(1.96, 2);
  });
  it("lies between the two and grows with either", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 10, noNaN: true }),
        fc.double({ min: 0.01, max: 10, noNaN: true }),
        (a, u) => {
          const U = expandedWithRectangle(a, { u, freedom: Infinity });
          expect(U).toBeGreaterThan(0.95 * a * 0.999);
          expect(U).toBeLessThan(1.96 * Math.hypot(a / Math.sqrt(3), u) * 1.02);
        },
      ),
    );
  });
});
