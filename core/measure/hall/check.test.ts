import { describe, expect, it } from "vitest";
import {
  choice,
  HUB,
  job,
  lamps,
  measured,
  ohmsOf,
  reading,
  skipped,
  SOUND_LAMPS,
} from "../../../tests/jobs.ts";
import {
  hallCheck,
  isHallState,
  oddOneOut,
  readHallTurn,
  supplyAnswer,
  levelsAnswer,
  type HallState,
} from "./index.ts";

type Readings = ReturnType<typeof lamps>;

const answered = (readings: Readings, part: Parameters<typeof job>[1] = {}, epoch = 0) =>
  hallCheck.answer(job(readings, part), epoch);
/** Outcome, whether it departs, sentence and advice of one variable. */
function found(variable: string, readings: Readings, part: Parameters<typeof job>[1] = {}) {
  const finding = answered(readings, part).findings.find((one) => one.variable === variable);
  return finding && { outcomes: finding.likelihood, departs: finding.departs, sentence: finding.sentence };
}
const one = (outcome: string, departs: boolean, sentence: RegExp) => ({
  outcomes: { [outcome]: 1 },
  departs,
  sentence: expect.stringMatching(sentence) as string,
});
const volts = (slot: string, value: number) => measured("hall", slot, "volts", value);

describe("the sensors' supply", () => {
  it.each([
    [5, "present", false, /^Sensor supply 5/u],
    [4.4, "low", true, /supply low, 4.4/u],
    [0.4, "missing", true, /No sensor supply, 400 mV|No sensor supply, 0\.4/u],
    [5.6, "present", true, /above its band/u],
  ] as const)("at %f V is %s", (value, outcome, departs, sentence) => {
    expect(found("hallSupply", [volts("supply", value)])).toEqual(one(outcome, departs, sentence));
  });

  it("is held against what it is rated for, where that is told", () => {
    expect(found("hallSupply", [volts("supply", 12), volts("ratedSupply", 12)])?.departs).toBe(false);
    expect(found("hallSupply", [volts("supply", 12)])?.departs).toBe(true);
    expect(found("hallSupply", [volts("supply", 5), volts("ratedSupply", 12)])?.outcomes).toEqual({ low: 1 });
  });

  it.each([
    [4.5, "present"],
    [5.5, "present"],
    [1, "low"],
  ] as const)("has %f V of 5 inside: %s", (value, outcome) => {
    expect(supplyAnswer(value)).toBe(outcome);
  });

  it("cannot be rated nothing", () => {
    expect(() => supplyAnswer(5, 0)).toThrow(RangeError);
    expect(() => supplyAnswer(5, -5)).toThrow(RangeError);
  });
});

describe("the three lamps", () => {
  it.each([
    [SOUND_LAMPS, "healthy", false, /six states in order, 120°/u, "six in order"],
    ["100 110 010 000 100 110 010 000", "oneDead", true, /^Signal C stuck low$/u, "signal dead"],
    [
      "000 100 000 100 000 100 000",
      "severalDead",
      true,
      /^Signal B stuck low and C stuck low$/u,
      "signal dead",
    ],
    ["000 000 000 000", "allDead", true, /A stuck low and B stuck low and C stuck low/u, "signal dead"],
    [
      "000 110 111 001 000 110 111 001",
      "twoAlike",
      true,
      /^Signals A and B never differ: they touch$/u,
      "two alike",
    ],
    [
      "100 110 111 011 001 101 100",
      "impossible",
      true,
      /^111 and 101 cannot be together/u,
      "impossible state",
    ],
    ["101 100 010 011 001 101 100", "impossible", true, /^From 100 to 010 skips a state$/u, "skips"],
  ] as const)("%s: %s", (states, outcome, departs, sentence, note) => {
    expect(found("hallStates", lamps(states))).toEqual(one(outcome, departs, sentence));
    expect(answered(lamps(states)).note).toBe(note);
    expect(answered(lamps(states)).state).toBe(departs ? "departs" : "agrees");
  });

  it("names states that contradict each other where the spacing is not told", () => {
    const motor = { ...HUB, hallSpacing: "unknown" as const };
    expect(found("hallStates", lamps("100 101 111 110 010 000 100"), { motor })?.sentence).toMatch(
      /^101 and 111 and 010 and 000 cannot be together/u,
    );
  });

  it("may be read against the turn, which is a swap or the wrong way round", () => {
    const against = answered(lamps("101 001 011 010 110 100 101"));
    expect(against.findings[0]).toMatchObject({
      likelihood: { swapped: 1, healthy: 0.3 },
      departs: true,
      advice: expect.stringContaining("Turn it the way the machine drives it") as string,
    });
    expect(against.note).toBe("against the turn");
  });

  it("asks for wire or sensor where one is dead, for supply or ground where all are", () => {
    const advice = (states: string) => answered(lamps(states)).findings[0]?.advice;
    expect(advice("100 110 010 000 100 110 010 000")).toMatch(/^Wire or sensor\?/u);
    expect(advice("000 100 000 100 000 100 000")).toMatch(/^Wire or sensor\?/u);
    expect(advice("000 000 000 000")).toBe("All three dead: supply or ground first.");
  });

  it("takes the spacing that was told at the step before the motor's own", () => {
    const sixty = lamps("000 100 110 111 011 001 000");
    const motor = { ...HUB, hallSpacing: "120" as const };
    expect(found("hallStates", sixty, { motor })?.outcomes).toEqual({ impossible: 1 });
    expect(found("hallStates", [choice("hall", "spacing", "60"), ...sixty], { motor })?.outcomes).toEqual({
      healthy: 1,
    });
    expect(
      found("hallStates", [choice("hall", "spacing", "120"), ...lamps(SOUND_LAMPS)], {
        motor: { ...HUB, hallSpacing: "60" },
      })?.outcomes,
    ).toEqual({ healthy: 1 });
  });

  it("say nothing while begun, after a turn to and fro, and where the turn back ran the same way", () => {
    for (const [readings, note] of [
      [lamps("101 100 110"), "begun"],
      [lamps("101 100 110 100 110 010 011 001 101"), "begun"],
      [[...lamps(SOUND_LAMPS), ...lamps("101 100 110 010 011 001 101", "backward")], "turn back"],
    ] as const) {
      const answer = answered([...readings]);
      expect(answer.findings).toEqual([]);
      expect(answer.state).toBe("inProgress");
      expect(answer.note).toBe(note);
    }
  });

  it("are the lamps of this round alone", () => {
    const readings = [...lamps("000 000 000 000"), ...lamps(SOUND_LAMPS, "forward", 1)];
    expect(answered(readings, {}, 1).findings.map(({ likelihood }) => likelihood)).toEqual([{ healthy: 1 }]);
  });

  it("know three signs and no more", () => {
    expect(isHallState("101")).toBe(true);
    for (const wrong of ["1010", "0101", "12", "1x1", ""]) expect(isHallState(wrong)).toBe(false);
  });
});

describe("reading a turn", () => {
  const read = (forward: string, spacing: "120" | "60" | "unknown" | "none") =>
    readHallTurn({ forward: forward.split(" ") as HallState[], backward: [], spacing });

  it("needs seven states before it calls two signals alike, four before one is dead", () => {
    expect(read("000 110 111 001 000 110", "unknown").kind).not.toBe("alike");
    expect(read("000 110 111 001 000 110 111", "unknown")).toEqual({ kind: "alike", signals: ["A", "B"] });
    expect(read("000 011 111 100 000 011 111", "unknown")).toEqual({ kind: "alike", signals: ["B", "C"] });
    expect(read("000 101 111 010 000 101 111", "unknown")).toEqual({ kind: "alike", signals: ["C", "A"] });
    expect(read("100 110 010", "120").kind).toBe("unfinished");
    expect(read("100 110 010 000", "120").kind).toBe("dead");
  });

  it("says which spacing the states show, and leaves it open while they show neither", () => {
    expect(read("101 100 110 010 011 001 101", "unknown")).toMatchObject({ kind: "healthy", spacing: "120" });
    expect(read("100 110 011 001", "unknown")).toEqual({ kind: "unfinished", missing: [] });
    // 101 alone is of 120°: what is missing is counted on that ring.
    expect(read("101 100 110", "unknown")).toEqual({ kind: "unfinished", missing: ["010", "011", "001"] });
    expect(read("000 100 110", "unknown")).toEqual({ kind: "unfinished", missing: ["111", "011", "001"] });
  });

  it("finds each impossible state once", () => {
    expect(read("101 111 101 111 100 000 100", "120")).toMatchObject({ states: ["111", "000"] });
    expect(read("000 101 010 111 000 101 100", "60")).toMatchObject({ states: ["101", "010"] });
  });
});

describe("levels, steps and legs", () => {
  const swing = (low: number, high: number) => [volts("A.low", low), volts("A.high", high)];

  it("judges each signal that was read both low and high", () => {
    expect(found("hallLevels", swing(0.2, 4.8))).toEqual(one("good", false, /^Signal levels good$/u));
    expect(found("hallLevels", swing(1.4, 4.8))).toEqual(one("weak", true, /^Signal A weak/u));
    expect(found("hallLevels", [volts("A.low", 0.2)])).toBeUndefined();
    expect(found("hallLevels", [volts("A.high", 4.8)])).toBeUndefined();
    expect(
      found("hallLevels", [...swing(0.2, 4.8), volts("B.low", 2), volts("B.high", 4.8)])?.sentence,
    ).toMatch(/^Signal B weak/u);
  });

  it("holds high against the pull-up, else the supply, else five volts", () => {
    expect(found("hallLevels", [...swing(0.2, 3.2), volts("pullUp", 3.3)])?.departs).toBe(false);
    expect(found("hallLevels", [...swing(0.2, 3.2), volts("supply", 3.3)])?.departs).toBe(false);
    expect(found("hallLevels", [...swing(0.2, 3.2), volts("pullUp", 3.3), volts("supply", 5)])?.departs).toBe(
      false,
    );
    expect(found("hallLevels", swing(0.2, 3.2))?.departs).toBe(true);
  });

  it("counts exactly 0.8 V and 70 % as no good level", () => {
    expect(levelsAnswer(0.8, 5, 5)).toBe("weak");
    expect(levelsAnswer(0.79, 3.5, 5)).toBe("weak");
  });

  it("counts a turn only against a known number of poles", () => {
    const counted = [...lamps(SOUND_LAMPS), measured("hall", "steps", "count", 88)];
    expect(found("hallSteps", counted)).toEqual(
      one("departs", true, /^88 lamp changes.*15 pole pairs make 90$/u),
    );
    expect(found("hallSteps", counted, { motor: { ...HUB, polePairs: null } })).toBeUndefined();
    expect(found("hallSteps", [measured("hall", "steps", "count", 88)])).toBeUndefined();
  });

  it("compares three legs without power, open or in volts", () => {
    const off = (...values: (number | "open")[]) =>
      values.map((value, i) =>
        value === "open"
          ? reading({ check: "hall", slot: `${"ABC"[i]}.off`, value: { kind: "open" } })
          : volts(`${"ABC"[i]}.off`, value),
      );
    expect(found("hallOff", off(0.6, 0.61, 0.6))).toEqual(one("alike", false, /compare alike/u));
    expect(found("hallOff", off(0.6, "open", 0.6))).toEqual(one("oneDiffers", true, /signal B compares/u));
    expect(found("hallOff", off(0.6, 0.6))).toBeUndefined();
    expect(oddOneOut([0.1, 0.6, 0.6])).toBe(0);
    // A chain of neighbours that are alike, and ends that are not.
    expect(oddOneOut([0.6, 0.67, 0.74])).not.toBeNull();
    expect(oddOneOut([0.5, 0.58, 0.5])).toBeNull();
    expect(() => oddOneOut([0.6, 0.6])).toThrow(RangeError);
  });

  it("takes a broken wire before one that wanders, and calls them whole only when all five are", () => {
    const wires = (...states: (readonly [string, string])[]) =>
      states.map(([wire, state]) => choice("hall", `${wire}.wire`, state));
    const all = ["supply", "ground", "A", "B", "C"];
    const whole = wires(...all.map((wire) => [wire, "whole"] as const));
    expect(found("hallContinuity", whole)).toEqual(one("whole", false, /All five/u));
    expect(found("hallContinuity", whole.slice(1))).toBeUndefined();
    expect(found("hallContinuity", wires(["A", "wanders"], ["B", "broken"]))).toEqual(
      one("broken", true, /^Sensor wire B broken$/u),
    );
    expect(found("hallContinuity", wires(["A", "wanders"], ["C", "wanders"], ["B", "whole"]))).toEqual(
      one("wanders", true, /^Sensor wire A and C wanders/u),
    );
  });

  it("tells the leg's own signal", () => {
    expect(found("hallLeg", [choice("hall", "leg", "dead")])).toEqual(one("dead", true, /^Dead at/u));
    expect(found("hallLeg", [choice("hall", "leg", "changes")])).toEqual(one("changes", false, /changes/u));
  });
});

describe("state and next of the sensor check", () => {
  const open = (...given: Parameters<typeof answered>) =>
    answered(...given).steps.flatMap(({ variables }) => variables);

  it("is to do, skipped with its reason, begun, or done by its lamps", () => {
    expect(answered([])).toMatchObject({ state: "toDo", note: "", findings: [] });
    expect(answered([skipped("hall", "no lamps here")])).toMatchObject({
      state: "skipped",
      note: "no lamps here",
    });
    expect(answered([volts("supply", 5)])).toMatchObject({ state: "inProgress", note: "" });
    expect(answered([volts("supply", 0.1)])).toMatchObject({ state: "departs", note: "departs" });
    expect(answered([choice("mechanical", "turn", "even")])).toMatchObject({ state: "toDo" });
    expect(answered(lamps(SOUND_LAMPS), {}, 1)).toMatchObject({ state: "toDo" });
  });

  it("asks for lamps and supply, then for wires and leg of what is dead", () => {
    expect(open([])).toEqual(["hallStates", "hallSupply", "tempSensor"]);
    expect(open([volts("supply", 5), ...lamps(SOUND_LAMPS)])).toEqual(["tempSensor"]);
    const dead = lamps("100 110 010 000 100 110 010 000");
    expect(open([volts("supply", 5), ...dead])).toEqual(["hallContinuity", "hallLeg", "tempSensor"]);
    expect(open([volts("supply", 5), choice("hall", "A.wire", "broken")])).toEqual([
      "hallStates",
      "tempSensor",
    ]);
  });

  it("is a resolver's where the motor has no such sensors, and is then not waited for", () => {
    const motor = { ...HUB, family: "traction" as const, hallSpacing: "none" as const };
    const windings = ["21", "48.1", "48.4"].map((ohms, i) =>
      reading({
        check: "hall",
        slot: ["resolver.exciter", "resolver.sine", "resolver.cosine"][i]!,
        value: ohmsOf(ohms),
      }),
    );
    expect(open([], { motor })).toEqual(["resolver"]);
    expect(answered(windings, { motor })).toMatchObject({ state: "agrees", steps: [] });
    expect(answered(windings.slice(1), { motor })).toMatchObject({ state: "inProgress" });
    expect(hallCheck.optional(motor)).toBe(true);
    expect(hallCheck.optional(HUB)).toBe(false);
    expect(hallCheck.notApplicable(HUB)).toBeNull();
    expect(hallCheck.notApplicable({ ...HUB, family: "miniSplit", hallSpacing: "none" })).not.toBeNull();
  });
});

describe("a temperature sensor", () => {
  const sensor = (kind: string, ohms: string, room?: number) =>
    found("tempSensor", [
      choice("hall", "temp.kind", kind),
      reading({ check: "hall", slot: "temp.ohms", value: ohmsOf(ohms) }),
      ...(room === undefined
        ? []
        : [reading({ check: "hall", slot: "temp.room", value: { kind: "celsius", celsius: room } })]),
    ]);

  it("is held against the room, twenty degrees where nobody read it (Pt1000 at 20 °C: 1077.9 Ω, IEC 60751)", () => {
    expect(sensor("pt1000", "1077.9")).toEqual(one("agrees", false, /tells 20 °C; the room is 20 °C/u));
    expect(sensor("pt1000", "1077.9", 35)).toEqual(one("off", true, /tells 20 °C; the room is 35 °C/u));
    // 28 °C is eight kelvin off, which is still fine; 29 °C is not.
    expect(sensor("pt1000", "1108.5")?.departs).toBe(false);
    expect(sensor("pt1000", "1113.2")?.departs).toBe(true);
  });

  it.each([
    ["pt1000", "OL", /^Temperature sensor open$/u],
    ["pt1000", "0", /: shorted, or its wires touch$/u],
    ["pt1000", "150", /is no temperature of a .*: damaged, or another kind$/u],
    ["ntc10k3435", "2", /: shorted, or its wires touch$/u],
    ["ntc10k3950", "0", /: shorted, or its wires touch$/u],
  ] as const)("%s that reads %s is open or shorted", (kind, ohms, sentence) => {
    expect(sensor(kind, ohms)).toEqual(one("open", true, sentence));
  });

  it("of platinum is read in a cold workshop too: 960.9 Ω is −10 °C (IEC 60751)", () => {
    expect(sensor("pt1000", "960.9", -10)).toEqual(
      one("agrees", false, /tells −10 °C; the room is -?−?10 °C/u),
    );
  });

  it("tells each thermistor by its own beta (at 60 °C 2.98 kΩ with 3435 K, 2.48 kΩ with 3950 K: the beta equation)", () => {
    expect(sensor("ntc10k3435", "2.981k", 60)?.departs).toBe(false);
    expect(sensor("ntc10k3950", "2.484k", 60)?.departs).toBe(false);
    expect(sensor("ntc10k3950", "3.9k", 60)?.departs).toBe(true);
  });
});

describe("a resolver", () => {
  const resolver = (ohms: readonly string[], expected: readonly (string | null)[] = []) =>
    found("resolver", [
      ...ohms.map((text, i) =>
        reading({ check: "hall", slot: `resolver.${["exciter", "sine", "cosine"][i]}`, value: ohmsOf(text) }),
      ),
      ...expected.flatMap((text, i) =>
        text === null
          ? []
          : [
              reading({
                check: "hall",
                slot: `resolver.${["exciter", "sine", "cosine"][i]}.expected`,
                value: ohmsOf(text),
              }),
            ],
      ),
    ]);

  it("has two windings alike within 5 %, and each within 15 % of what is expected", () => {
    expect(resolver(["21", "48", "48"])).toEqual(
      one("agrees", false, /21.0 Ω, 48.0 Ω, 48.0 Ω$|21 Ω, 48 Ω, 48 Ω$/u),
    );
    expect(resolver(["21", "48", "45"])?.sentence).toMatch(/sine and cosine differ$/u);
    expect(resolver(["21", "48", "46"])?.departs).toBe(false);
    expect(resolver(["21", "48", "48"], ["30", "48", "48"])).toEqual(
      one("departs", true, /off what is expected$/u),
    );
    expect(resolver(["21", "48", "48"], ["22", "50", "50"])?.departs).toBe(false);
    expect(resolver(["21", "48", "48"], [null, null, "30"])?.departs).toBe(true);
    expect(resolver(["OL", "48", "48"])).toEqual(one("open", true, /open/u));
  });
});
