import { describe, expect, it } from "vitest";
import { chanceFrom } from "#bench/chance";
import { DRIVEN, PLAIN_RUN, runLog, type DrivenMotor, type RunStyle } from "#bench/runLogger";
import { leastSquares } from "./leastSquares.ts";
import { guessRoles, readRun, RUN_FIGURE_LABELS, type RunAnswer, type RunOptions } from "./index.ts";

const KNOWN: RunOptions = { as: null, polePairs: 15, constant: null, resistance: null };
const HOW = { seconds: 180, rate: 10, room: 22 };
function run(
  motor: Partial<DrivenMotor> = {},
  known: Partial<RunOptions> = {},
  style: Partial<RunStyle> = {},
  seed = 7,
): RunAnswer {
  const bytes = runLog({ ...DRIVEN, ...motor }, HOW, { ...PLAIN_RUN, ...style }, chanceFrom(seed));
  return readRun(bytes, { ...KNOWN, ...known });
}
const value = ({ figures }: RunAnswer, name: keyof typeof RUN_FIGURE_LABELS) =>
  figures[name]?.value ?? Number.NaN;
const codes = ({ said }: RunAnswer) => said.map(({ code }) => code);

describe("a run's log", () => {
  it("tells constant and ohms by how speed goes with load, and the pack by how it sags", () => {
    const answer = run();
    expect(answer.outcome).toBe("read");
    expect(value(answer, "runConstant")).toBeCloseTo(9.2, 1);
    expect(Math.abs(value(answer, "runResistance") / 0.16 - 1)).toBeLessThan(0.1);
    expect(Math.abs(value(answer, "packRest") - 53)).toBeLessThan(0.4);
    expect(Math.abs(value(answer, "packResistance") / 0.05 - 1)).toBeLessThan(0.1);
  });

  it("has what it was made with within its stated uncertainty, nineteen times in twenty or so", () => {
    const truths = { runConstant: 9.2, runResistance: 0.16, packResistance: 0.05 } as const;
    for (const [name, truth] of Object.entries(truths)) {
      let inside = 0;
      for (let seed = 1; seed <= 40; seed += 1) {
        const figure = run({}, {}, {}, seed).figures[name]!;
        if (Math.abs(figure.value - truth) <= figure.u) inside += 1;
      }
      expect(inside, name).toBeGreaterThanOrEqual(35);
    }
  });

  it("finds how it heats and gives it off, and what it would come to", () => {
    const answer = run();
    expect(Math.abs(value(answer, "heating") / 0.3 - 1)).toBeLessThan(0.1);
    expect(Math.abs(value(answer, "coolingTime") / 240 - 1)).toBeLessThan(0.35);
    expect(value(answer, "settlesAt")).toBeGreaterThan(value(answer, "hottest"));
    expect(codes(run({ heating: 0.004 }))).toContain("runsHot");
    expect(codes(answer)).not.toContain("runsHot");
  });

  it("says of a pack that sags where and how far, and of one that holds nothing", () => {
    const sags = run({ pack: { volts: 53, ohms: 0.25, fade: 0.0002 } });
    expect(codes(sags)).toContain("packSags");
    expect(value(sags, "packSag")).toBeLessThan(-12);
    expect(sags.said.find(({ code }) => code === "packSags")!.words).toMatch(/V at \d+ A/u);
  });

  it("says when it cut out and what stood before, once each time", () => {
    const answer = run({ trips: 55 });
    const cuts = answer.said.filter(({ code }) => code === "cutsOut");
    expect(value(answer, "cutOuts")).toBeGreaterThanOrEqual(1);
    expect(cuts[0]!.words).toMatch(/OVER_CURRENT.*V, \d+ A, \d+ rpm, \d+ °C, duty \d+ %/u);
    expect(value(run(), "cutOuts")).toBe(0);
  });

  it("holds the speed under load against what constant and ohms foretell", () => {
    const known = { constant: 9.2, resistance: 0.16 };
    expect(Math.abs(value(run({}, known), "speedUnderLoad"))).toBeLessThan(1);
    const slow = run({ lost: 0.12 }, known);
    expect(value(slow, "speedUnderLoad")).toBeCloseTo(-12, 0);
    expect(codes(slow)).toContain("slowUnderLoad");
    expect(codes(run({ lost: 0.03 }, known))).not.toContain("slowUnderLoad");
  });

  it.each([
    ["semicolons and decimal commas", { delimiter: ";", decimal: "," } as const],
    ["tabs", { delimiter: "\t" }],
    ["lines above", { preamble: ["Ride of Tuesday", "Firmware 5,2"] }],
    ["duty in percent", { percent: true, names: { ...PLAIN_RUN.names, duty: "Duty cycle %" } }],
    [
      "other names",
      {
        names: {
          ...{ time: "Time (ms)", erpm: "ERPM", volts: "Input voltage (V)", amps: "Battery current (A)" },
          ...{ motor: "Motor current (A)", duty: "Duty", temp: "Motor temperature", fault: "Fault code" },
        },
      },
    ],
  ] as const)("reads alike with %s", (_, style) => {
    const answer = run({}, {}, style as Partial<RunStyle>);
    expect(value(answer, "runConstant")).toBeCloseTo(9.2, 0);
    expect(Math.abs(value(answer, "packRest") - 53)).toBeLessThan(0.5);
  });

  it("goes by what somebody says a column holds, and leaves out what is left out", () => {
    const as = [
      "time",
      "electricalSpeed",
      "voltage",
      "batteryCurrent",
      "motorCurrent",
      "duty",
      null,
      null,
    ] as const;
    const answer = run({}, { as });
    expect(value(answer, "runConstant")).toBeCloseTo(9.2, 1);
    expect(answer.figures["hottest"]).toBeUndefined();
    expect(answer.figures["cutOuts"]).toBeUndefined();
  });

  it("tells no constant without pole pairs, without duty, or with a load that hardly changes", () => {
    expect(run({}, { polePairs: null }).figures["runConstant"]).toBeUndefined();
    expect(
      run(
        {},
        { as: ["time", "electricalSpeed", "voltage", "batteryCurrent", "motorCurrent", null, null, null] },
      ).figures["runConstant"],
    ).toBeUndefined();
    const steady = Array.from(
      { length: 200 },
      (_, n) => `${n / 10},30000,48.0,10.${n % 3},20.${n % 5},0.5`,
    ).join("\n");
    const flat = readRun(new TextEncoder().encode(`time_s,erpm,v_in,i_in,i_motor,duty\n${steady}\n`), KNOWN);
    expect(flat.figures["runConstant"]).toBeUndefined();
    expect(codes(flat)).toContain("tooSteady");
  });

  it.each([
    ["nothing", "", "emptyFile"],
    ["a letter", "Dear workshop,\nplease call.\n", "notACapture"],
    ["numbers without names", "1,2,3\n2,3,4\n3,4,5\n", "notACapture"],
    ["time that goes back", "time,erpm,v_in\n1,2,3\n2,2,3\n0,2,3\n", "notACapture"],
    ["no time", "erpm,v_in,i_in\n1,2,3\n2,2,3\n0,2,3\n", "notACapture"],
  ])("refuses %s by name", (_, text, code) => {
    const answer = readRun(new TextEncoder().encode(text), KNOWN);
    expect(answer.outcome).toBe("refused");
    expect(codes(answer)).toEqual([code]);
    expect(answer.figures).toEqual({});
  });

  it("gives each role to one column, by its name", () => {
    const named = (...names: string[]) =>
      guessRoles({ columns: names.map((name) => ({ name, values: new Float64Array(), texts: [] })) });
    expect(named("t", "RPM", "Vbat", "Throttle", "Fault")).toEqual([
      "time",
      "speed",
      "voltage",
      "duty",
      "fault",
    ]);
    expect(named("time", "eRPM", "rpm").filter((role) => role === "speed")).toHaveLength(1);
  });
});

describe("least squares", () => {
  it("solves columns of very different size exactly where nothing is left over", () => {
    const a = Array.from({ length: 20 }, (_, n) => n + 1);
    const b = a.map((n) => 1e6 * Math.sin(n));
    const fit = leastSquares(
      [a, b],
      a.map((one, n) => 3 * one - 2e-6 * b[n]!),
    )!;
    expect(fit.values[0]).toBeCloseTo(3, 9);
    expect(fit.values[1]! * 1e6).toBeCloseTo(-2, 9);
    expect(fit.explained).toBeCloseTo(1, 9);
  });

  it("fits Pearson's ten points of 1901, unweighted, as published: 5.7612 − 0.5396·x (memory)", () => {
    const x = [0, 0.9, 1.8, 2.6, 3.3, 4.4, 5.2, 6.1, 6.5, 7.4];
    const y = [5.9, 5.4, 4.4, 4.6, 3.5, 3.7, 2.8, 2.8, 2.4, 1.5];
    const fit = leastSquares([x.map(() => 1), x], y)!;
    expect(fit.values[0]).toBeCloseTo(5.7612, 3);
    expect(fit.values[1]).toBeCloseTo(-0.5396, 3);
  });

  it("widens its errors where rows are alike from one to the next", () => {
    const x = Array.from({ length: 400 }, (_, n) => 1 + Math.sin(n / 3));
    const white = x.map((one, n) => 2 * one + 0.1 * Math.sin(n * n));
    const slow = x.map((one, n) => 2 * one + 0.1 * Math.sin(n / 40));
    expect(leastSquares([x], slow)!.u[0]!).toBeGreaterThan(2 * leastSquares([x], white)!.u[0]!);
  });

  it("is nothing with too few rows, or columns that are one", () => {
    expect(leastSquares([[1, 2, 3]], [1, 2, 3])).toBeNull();
    const x = Array.from({ length: 30 }, (_, n) => n);
    const same = leastSquares([x, x.map((one) => 2 * one)], x);
    expect(same === null || same.u.some((u) => !(u < 1e3))).toBe(true);
  });
});
