import { describe, expect, it } from "vitest";
import { PHASES } from "#core/record";
import { assessJob } from "#core/judge";
import { choice, HUB, job, lookedAndTurned, measured, reading } from "../../../tests/jobs.ts";
import {
  connectorAnswer,
  connectorOhms,
  controllerAnswer,
  noLoadAnswer,
  RAILS,
  runCheck,
  type Junction,
} from "./index.ts";

const six = (volts: number | "open" = 0.52, odd: Partial<Record<string, number | "open">> = {}): Junction[] =>
  PHASES.flatMap((phase) => RAILS.map((rail) => ({ phase, rail, volts: odd[`${phase}.${rail}`] ?? volts })));

describe("six readings of a controller (common practice)", () => {
  it("are alike when the bridge is sound", () => {
    expect(controllerAnswer(six())).toEqual({ kind: "alike" });
  });
  it("show a shorted switch near zero, and a dead one open or apart", () => {
    expect(controllerAnswer(six(0.52, { "B.minus": 0.01 }))).toMatchObject({
      kind: "shorted",
      junctions: [{ phase: "B", rail: "minus" }],
    });
    expect(controllerAnswer(six(0.52, { "C.plus": "open" }))).toMatchObject({
      kind: "odd",
      junctions: [{ phase: "C" }],
    });
    expect(controllerAnswer(six(0.52, { "A.plus": 0.71 }))).toMatchObject({
      kind: "odd",
      junctions: [{ phase: "A" }],
    });
    expect(controllerAnswer(six("open")).kind).toBe("odd");
  });
  it("are held against their median, and open ones are odd beside any that are not", () => {
    // 0.1 V from the median is alike still, and 50 mV a junction still. Bench judgement.
    expect(controllerAnswer(six(0.5, { "A.plus": 0.6 })).kind).toBe("alike");
    expect(controllerAnswer(six(0.5, { "A.plus": 0.61 })).kind).toBe("odd");
    expect(controllerAnswer(six(0.5, { "A.plus": 0.4, "A.minus": 0.38 }))).toMatchObject({
      kind: "odd",
      junctions: [{ phase: "A", rail: "minus" }],
    });
    expect(controllerAnswer(six("open", { "A.plus": 0.5 }))).toMatchObject({ kind: "odd" });
  });
  it("want all six", () => {
    const twice = six();
    expect(() => controllerAnswer([...twice.slice(1), twice[1]!])).toThrow(RangeError);
    expect(() => controllerAnswer(six().slice(1))).toThrow(RangeError);
  });
});

describe("currents and connectors", () => {
  it("hold no-load current against a baseline at about its voltage", () => {
    expect(noLoadAnswer({ volts: 12, amperes: 1 }, { volts: 12.4, amperes: 0.9 })).toBe("agrees");
    expect(noLoadAnswer({ volts: 12, amperes: 1.5 }, { volts: 12, amperes: 0.9 })).toBe("high");
    expect(noLoadAnswer({ volts: 16, amperes: 1.5 }, { volts: 12, amperes: 0.9 })).toBe("otherVoltage");
    expect(() => noLoadAnswer({ volts: 0, amperes: 1 }, { volts: 12, amperes: 1 })).toThrow(RangeError);
    expect(() => noLoadAnswer({ volts: 12, amperes: 1 }, { volts: 0, amperes: 1 })).toThrow(RangeError);
    expect(() => noLoadAnswer({ volts: 12, amperes: 1 }, { volts: 12, amperes: 0 })).toThrow(RangeError);
    // A tenth more or less of the voltage compares; three tenths more current are drag.
    expect(noLoadAnswer({ volts: 13.2, amperes: 1 }, { volts: 12, amperes: 1 })).toBe("agrees");
    expect(noLoadAnswer({ volts: 10.7, amperes: 1 }, { volts: 12, amperes: 1 })).toBe("otherVoltage");
    expect(noLoadAnswer({ volts: 12, amperes: 2.6 }, { volts: 12, amperes: 2 })).toBe("agrees");
    expect(noLoadAnswer({ volts: 12, amperes: 2.62 }, { volts: 12, amperes: 2 })).toBe("high");
  });
  it("work a connector's ohms out of its drop (Ohm's law)", () => {
    expect(connectorOhms(0.06, 12)).toBeCloseTo(0.005, 12);
    expect(() => connectorOhms(0.06, 0)).toThrow(RangeError);
  });
  it("judge a connector by the heat it makes in use: what matters at 60 A is nothing at 2 A (P = I²R)", () => {
    expect(connectorAnswer(0.12, 20, 30)).toEqual({ ohms: 0.006, watts: 0.006 * 900, high: true });
    // Read with a bench supply, carrying little in use.
    expect(connectorAnswer(0.012, 2, 2).high).toBe(false);
    expect(connectorAnswer(0.012, 2, 60)).toMatchObject({ high: true });
    // The reading's own current counts where nobody knows the machine's, or where it is the larger one.
    expect(connectorAnswer(0.12, 20).watts).toBeCloseTo(2.4, 12);
    expect(connectorAnswer(0.12, 20, 5).watts).toBeCloseTo(2.4, 12);
    // A sound one warms at any current; its ohms are what they are.
    expect(connectorAnswer(0.09, 100, 100)).toMatchObject({ high: false });
  });
});

describe("the run check", () => {
  const variables = (readings: Parameters<typeof job>[0]) =>
    runCheck.answer(job(readings), 0).findings.map(({ variable, departs }) => [variable, departs]);

  it("reads drop, no-load current and junctions as they come in", () => {
    expect(
      variables([
        measured("run", "drop.amperes", "amperes", 10),
        measured("run", "drop.volts", "volts", 0.25),
        measured("run", "noLoad.volts", "volts", 36),
        measured("run", "noLoad.amperes", "amperes", 0.8),
        measured("run", "baseline.volts", "volts", 36),
        measured("run", "baseline.amperes", "amperes", 0.75),
        ...PHASES.flatMap((phase) =>
          RAILS.map((rail) =>
            phase === "A" && rail === "plus"
              ? reading({ check: "run", slot: `${phase}.${rail}`, value: { kind: "open" } })
              : measured("run", `${phase}.${rail}`, "volts", 0.5),
          ),
        ),
      ]),
    ).toEqual([
      ["noLoadCurrent", false],
      ["diodes", true],
      ["connectorDrop", true],
    ]);
  });

  it("clears the motor and names the controller when the motor runs elsewhere and another fails here", () => {
    const verdict = assessJob(
      job([
        ...lookedAndTurned(),
        choice("run", "runGood", "runs"),
        choice("run", "swap", "stillFails"),
        ...six(0.5, { "A.plus": 0.02 }).map(({ phase, rail, volts }) =>
          measured("run", `${phase}.${rail}`, "volts", volts as number),
        ),
      ]),
    );
    expect(verdict.faults[0]!.fault).toBe("switchShorted");
    expect(verdict.remedies.notMotor).toBeGreaterThan(0.9);
  });

  const readings = {
    drop: [measured("run", "drop.amperes", "amperes", 10), measured("run", "drop.volts", "volts", 0.25)],
    noLoad: [measured("run", "noLoad.volts", "volts", 36), measured("run", "noLoad.amperes", "amperes", 1.2)],
    baseline: [
      measured("run", "baseline.volts", "volts", 36),
      measured("run", "baseline.amperes", "amperes", 0.8),
    ],
    junctions: six(0.5).map(({ phase, rail, volts }) =>
      measured("run", `${phase}.${rail}`, "volts", volts as number),
    ),
  };
  const sentence = (list: Parameters<typeof job>[0], motor = HUB) =>
    runCheck.answer(job(list, { motor }), 0).findings.map((finding) => finding.sentence);

  it("says nothing from half of what it needs, and nothing from a zero that divides", () => {
    for (const whole of [readings.drop, [...readings.noLoad, ...readings.baseline], readings.junctions])
      for (const missing of whole) expect(variables(whole.filter((one) => one !== missing))).toEqual([]);
    expect(variables([measured("run", "drop.amperes", "amperes", 0), readings.drop[1]!])).toEqual([]);
    const zero = (slot: string) => measured("run", slot, slot.endsWith("volts") ? "volts" : "amperes", 0);
    for (const slot of ["noLoad.volts", "baseline.volts", "baseline.amperes"])
      expect(variables([...readings.noLoad, ...readings.baseline, zero(slot)]), slot).toEqual([]);
    // Another voltage is another speed: the two do not compare.
    const far = measured("run", "noLoad.volts", "volts", 48);
    expect(variables([...readings.noLoad, ...readings.baseline, far])).toEqual([]);
  });

  it("states the current by how much it is over the baseline, and the connector by its heat at what it carries", () => {
    expect(sentence([...readings.noLoad, ...readings.baseline])[0]).toMatch(
      /No-load current 1\.2 A at 36 V, \+50(\.0)? % against the baseline/u,
    );
    expect(variables([...readings.noLoad, ...readings.baseline])).toEqual([["noLoadCurrent", true]]);
    // 25 mΩ by Ohm's law: 2.5 W at the 10 A of the reading, 22.5 W at the 30 A of the plate.
    expect(sentence(readings.drop)[0]).toMatch(/25 mΩ: 2\.5 W at 10 A, 2 W is the most$/u);
    const rated = { ...HUB, rated: { amperes: 30 } };
    expect(sentence(readings.drop, rated)[0]).toMatch(/25 mΩ: 2[23] W at 30 A/u);
  });

  it("names each junction that is apart, and what the two swaps showed", () => {
    expect(variables(readings.junctions)).toEqual([["diodes", false]]);
    const odd = measured("run", "B.plus", "volts", 0.9);
    expect(sentence([...readings.junctions, odd])).toEqual(["Controller junction odd, B to plus"]);
    const shorted = measured("run", "C.minus", "volts", 0.01);
    expect(sentence([...readings.junctions, shorted])).toEqual(["Controller shorted, C to minus"]);
    for (const [slot, word, departs] of [
      ["runGood", "runs", false],
      ["runGood", "rough", true],
      ["runGood", "dead", true],
      ["swap", "runsWithGood", false],
      ["swap", "stillFails", true],
    ] as const)
      expect(variables([choice("run", slot, word)]), word).toEqual([[slot, departs]]);
  });

  it("needs no step of it to be made", () => {
    expect(runCheck.optional(HUB)).toBe(true);
    expect(runCheck.notApplicable(HUB)).toBeNull();
  });

  it("is not for motors that their own electronics drive", () => {
    expect(runCheck.notApplicable(job([], { motor: { ...HUB, family: "ecm" } }).motor)).toContain(
      "own electronics",
    );
  });
});
