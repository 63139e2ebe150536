import { describe, expect, it } from "vitest";
import { chanceFrom } from "#bench/chance";
import {
  asChanges,
  asDump,
  asLevels,
  logged,
  withGlitches,
  type LoggedSensors,
  type Turning,
} from "#bench/logicLog";
import { lookAtCapture, readCapture, type CaptureAnswer, type CaptureOptions } from "./index.ts";

const SENSORS: LoggedSensors = {
  ...{ polePairs: 7, spacing: 120, late: [0, 0, 0], hysteresis: 0, stuck: {}, wires: [0, 1, 2] },
};
const KNOWN: CaptureOptions = { as: null, polePairs: 7, slots: null, ratedConstant: null, turned: null };
const steady: Turning = (t) => 10.3 * t + 0.013;
const backward: Turning = (t) => -steady(t);

type Log = ReturnType<typeof logged>;
function log(
  sensors: Partial<LoggedSensors>,
  turning: Turning = steady,
  write: (log: Log) => Uint8Array = asChanges,
  known: Partial<CaptureOptions> = {},
): CaptureAnswer {
  return readCapture(write(logged({ ...SENSORS, ...sensors }, turning, 1, 2e-5)), { ...KNOWN, ...known });
}
const codesOf = ({ said }: CaptureAnswer) => said.map(({ code }) => code);
const value = ({ figures }: CaptureAnswer, name: string) => figures[name]?.value ?? Number.NaN;
const levels = (one: Log) => asLevels(one, 1, 40_000, 5, 0.05, chanceFrom(1));

describe("a log of the sensors", () => {
  it.each([
    ["changes", asChanges],
    ["a dump", asDump],
    ["sampled levels", levels],
  ])("reads alike from %s", (_, write) => {
    const answer = log({}, steady, write);
    expect(answer.outcome).toBe("read");
    expect(answer.words["direction"]).toBe("forward");
    expect(value(answer, "sensorSpacing")).toBe(120);
    expect(Math.abs(value(answer, "speed") - 618)).toBeLessThan(0.2);
    expect(value(answer, "edgesA")).toBe(144);
    expect(value(answer, "netTurns")).toBeCloseTo(10.3, 1);
    for (const name of ["angleAToB", "angleBToC", "angleCToA"])
      expect(value(answer, name)).toBeCloseTo(120, 0);
  });

  it("tells the levels of an analogue log", () => {
    const answer = log({}, steady, levels);
    expect(value(answer, "lowLevel")).toBeCloseTo(0.2, 1);
    expect(value(answer, "highLevel")).toBeCloseTo(5, 1);
  });

  it("gives every state its width", () => {
    const { figures } = log({ late: [0, 9, 0] });
    const sectors = figures["sectors"] as unknown as Record<string, { value: number }>;
    expect(Object.keys(sectors).toSorted()).toEqual(["001", "010", "011", "100", "101", "110"]);
    expect(sectors["100"]!.value).toBeCloseTo(69, 1);
    expect(sectors["110"]!.value).toBeCloseTo(51, 1);
    expect(Object.values(sectors).reduce((sum, one) => sum + one.value, 0)).toBeCloseTo(360, 6);
  });

  it("gives every state the same width either way round, and sees which is high for longer", () => {
    const widths = (turning: Turning) => {
      const found = lookAtCapture(
        asChanges(logged({ ...SENSORS, late: [0, 4, 0], high: [180, 210, 180] }, turning, 1, 2e-5)),
        KNOWN,
      );
      const { "B+": rise, "B-": fall } = found.pictures.edges!.degrees;
      expect((fall! - rise! + 360) % 360).toBeCloseTo(210, 0);
      const sectors = found.answer.figures["sectors"] as unknown as Record<string, { value: number }>;
      return Object.entries(sectors).map(([state, { value: width }]) => [state, Math.round(width)]);
    };
    expect(Object.fromEntries(widths(backward))).toEqual(Object.fromEntries(widths(steady)));
    expect(Object.fromEntries(widths(steady))).toMatchObject({ 100: 64, 110: 56, "011": 94, "001": 26 });
  });

  it.each([
    [[0, 9, 0], "B", 9],
    [[0, 0, -7], "C", -7],
    [[8, 0, 0], "A", 8],
  ] as const)(
    "sensors that stand %j late: %s by %s°, either way round and while the speed changes",
    (late, which, by) => {
      for (const turning of [steady, backward, (t: number) => 5 * t + 4 * t * t]) {
        const answer = log({ late }, turning);
        expect(codesOf(answer)).toEqual(["misplaced"]);
        expect(answer.words["misplacedSensor"]).toBe(which);
        expect(Math.abs(value(answer, "misplacedBy") - by)).toBeLessThan(0.2);
      }
    },
  );

  it("a sensor a little off is no finding", () => {
    expect(codesOf(log({ late: [0, 4, 0] }))).toEqual([]);
  });

  it("sensors 60° apart are said to be", () => {
    const answer = log({ spacing: 60 });
    expect(codesOf(answer)).toEqual(["spacing60"]);
    expect(value(answer, "angleAToB")).toBeCloseTo(60, 1);
    expect(value(answer, "angleCToA")).toBeCloseTo(240, 1);
  });

  it("turning the other way is no fault; against what is said it is", () => {
    expect(codesOf(log({}, backward))).toEqual([]);
    expect(log({}, backward).words["direction"]).toBe("backward");
    expect(codesOf(log({}, backward, asChanges, { turned: "backward" }))).toEqual([]);
    expect(codesOf(log({ wires: [1, 0, 2] }, steady, asChanges, { turned: "forward" }))).toEqual([
      "backwards",
    ]);
  });

  it("one that never changes is named, and leaves the spacing open", () => {
    const answer = log({ stuck: { 2: false } });
    expect(codesOf(answer)).toEqual(["stuck", "spacingUnknown"]);
    expect(answer.words["stuckSignals"]).toBe("C low");
    expect(answer.figures).not.toHaveProperty("sensorSpacing");
    expect(Math.abs(value(answer, "speed") - 618)).toBeLessThan(0.2);
  });

  it("all that never change are named too", () => {
    const answer = log({ stuck: { 0: true, 1: false, 2: false } }, steady, (one) =>
      asLevels(one, 0.2, 5000, 5, 0.01, chanceFrom(2)),
    );
    expect(answer.words["stuckSignals"]).toBe("A high, B low, C low");
    // A log of changes is one line then.
    expect(log({ stuck: { 0: true, 1: false, 2: false } }).words["stuckSignals"]).toBe(
      "A high, B low, C low",
    );
  });

  it("short pulses are counted and change nothing else", () => {
    const answer = log({}, steady, (one) => asChanges(withGlitches(one, 12, 2e-6, chanceFrom(3))));
    expect(codesOf(answer)).toEqual(["glitches"]);
    expect(value(answer, "glitches")).toBe(12);
    expect(value(answer, "impossibleTransitions")).toBe(0);
    expect(Math.abs(value(answer, "angleAToB") - 120)).toBeLessThan(1);
  });

  it("pulses that are missing are counted, on the sensor that left them out", () => {
    const answer = log({}, steady, ({ begins, changes }) => {
      const ofB = changes.filter(({ wire }) => wire === 1);
      const gone = new Set([ofB[40], ofB[41], ofB[60], ofB[61]]);
      return asChanges({ begins, changes: changes.filter((one) => !gone.has(one)) });
    });
    expect(codesOf(answer)).toEqual(["missingPulses"]);
    expect(value(answer, "missingPulses")).toBe(2);
    expect(answer.words["missingOn"]).toBe("B");
  });

  it("a change of direction is no glitch: when it was, and how fast it went before and after", () => {
    const answer = log({ hysteresis: 3 }, (t) => (t < 0.5 ? 10 * t : 5 - 6 * (t - 0.5)));
    expect(codesOf(answer)).toEqual(["reversal"]);
    expect(Math.abs(value(answer, "reversalAt") - 0.5)).toBeLessThan(answer.figures["reversalAt"]!.u);
    expect(value(answer, "speedBefore")).toBeCloseTo(600, -1);
    expect(value(answer, "speedAfter")).toBeCloseTo(360, -1);
    expect(Math.abs(value(answer, "netTurns") - 2)).toBeLessThan(0.05);
  });

  it("turned both ways the mean is the placement, and lags that differ are no wrong place", () => {
    const there = (t: number) => (t < 0.5 ? 10 * t : 5 - 8 * (t - 0.5));
    // One way alone a sensor that lags by seven degrees more than the others stands out; the mean of both is its place.
    const one = log({ hysteresis: [1, 8, 1] }, (t) => 10 * t);
    expect(codesOf(one)).toEqual(["misplaced"]);
    const both = log({ hysteresis: [1, 8, 1] }, there);
    expect(codesOf(both)).toEqual(["reversal"]);
    const { pictures } = lookAtCapture(
      asChanges(logged({ ...SENSORS, hysteresis: [1, 8, 1] }, there, 1, 2e-5)),
      KNOWN,
    );
    // Seven more than two others: by two thirds of that more than the mean of three.
    expect(pictures.edges!.lag).toBeCloseTo(14 / 3, 1);
    expect(value(both, "angleAToB")).toBeCloseTo(120, 0);
    // The other way round first, and one that is off its place in truth.
    const off = log({ hysteresis: 2, late: [0, 12, 0] }, (t) => -there(t));
    expect(codesOf(off)).toEqual(["reversal", "misplaced"]);
    expect(off.words["misplacedSensor"]).toBe("B");
    expect(value(off, "angleAToB")).toBeCloseTo(132, 0);
    // Slowly round, as by hand.
    const round = log({ hysteresis: [0, 4, 0] }, (t) => 3 * Math.sin(t * Math.PI));
    expect(value(round, "angleBToC")).toBeCloseTo(120, 0);
  });

  it("states written down by hand tell the direction and nothing of speed", () => {
    const states = ["101", "100", "110", "010", "011", "001", "101", "100"];
    const answer = readCapture(new TextEncoder().encode(`${states.join("\n")}\n`), KNOWN);
    expect(answer.words["direction"]).toBe("forward");
    expect(answer.figures).not.toHaveProperty("speed");
    const back = readCapture(new TextEncoder().encode(`${states.toReversed().join("\n")}\n`), KNOWN);
    expect(back.words["direction"]).toBe("backward");
  });
});

/** Phases and sensors recorded side by side. */
function together(
  lead: number,
  wires: readonly number[],
  way: 1 | -1 = 1,
  known: Partial<CaptureOptions> = {},
): CaptureAnswer {
  const sin = (degrees: number) => Math.sin((degrees * Math.PI) / 180);
  const lines = Array.from({ length: 8000 }, (_, n) => {
    const t = n / 40_000;
    const degrees = way * (70 * 360 * t + 17);
    const phases = [0, 1, 2].map((k) => (way * sin(degrees - 120 * k)).toFixed(4));
    const states = wires.map((k) => ((((degrees - 120 * k + lead) % 360) + 360) % 360 < 180 ? 1 : 0));
    return [t.toFixed(6), ...phases, ...states].join(",");
  });
  return readCapture(new TextEncoder().encode(`t,AN,BN,CN,A,B,C\n${lines.join("\n")}\n`), {
    ...KNOWN,
    ...known,
  });
}

describe("sensors held against the voltages", () => {
  it.each([-30, 0, -45])("a lead of %s° is found", (lead) => {
    const answer = together(lead, [0, 1, 2]);
    expect(codesOf(answer)).toEqual([]);
    expect(Math.abs(value(answer, "sensorLead") - lead)).toBeLessThan(0.5);
    expect(answer.words["sensorToPhase"]).toEqual({ A: "A", B: "B", C: "C" });
  });

  it.each([
    [[1, 2, 0], { A: "B", B: "C", C: "A" }],
    [[2, 0, 1], { A: "C", B: "A", C: "B" }],
    [[1, 0, 2], { A: "B", B: "A", C: "C" }],
    [[0, 2, 1], { A: "A", B: "C", C: "B" }],
  ] as const)(
    "wires %j belong to phases %j: a shift looks sound by lamps and shows here",
    (wires, phases) => {
      const answer = together(-30, wires);
      expect(codesOf(answer)).toEqual(["wiresSwapped"]);
      expect(answer.words["sensorToPhase"]).toEqual(phases);
    },
  );

  it("a motor turned backward is seen from the other side, and has nothing swapped", () => {
    expect(codesOf(together(-30, [0, 1, 2], -1, { turned: "backward" }))).toEqual([]);
  });
});

it("states written down without a clock have no short pulse and none that is missing, nor are they called disturbed", () => {
  const bytes = new TextEncoder().encode("101\n100\n110\n010\n011\n001\n101\n100\n110\n010\n");
  const answer = readCapture(bytes, KNOWN);
  expect(answer.words["direction"]).toBe("forward");
  expect(codesOf(answer)).toEqual([]);
  expect(answer.figures["glitches"]).toBeUndefined();
  expect(answer.figures["missingPulses"]).toBeUndefined();
});
