import { describe, expect, it } from "vitest";
import { waveformFile, logFile } from "../../tests/recorded.ts";
import { FIGURE_NAMES, figureText, lookAtCapture, windowOf, type CaptureOptions } from "./index.ts";

const KNOWN: CaptureOptions = { as: null, polePairs: 7, slots: 12, ratedConstant: 1000, turned: "forward" };

describe("a stretch of a recording as it is drawn", () => {
  const time = Float64Array.from({ length: 100_000 }, (_, n) => n * 1e-5);
  const spiky = Float64Array.from(time, (_, n) => (n === 54_321 ? 9 : n === 54_400 ? -9 : Math.sin(n / 50)));
  const channels = [{ name: "a", unit: "V" as const, values: spiky }];

  it("loses no peak, however many samples fall on a column", () => {
    const { at, values } = windowOf({ time, channels }, 0, 1, 300);
    expect(at.length).toBe(600);
    expect(Math.max(...values[0]!)).toBe(9);
    expect(Math.min(...values[0]!)).toBe(-9);
    expect([...at].every((one, n) => n === 0 || one >= at[n - 1]!)).toBe(true);
  });

  it("is the samples themselves where they are few, with one beyond each end", () => {
    const { at, values } = windowOf({ time, channels }, 0.2, 0.2005, 300);
    expect(at.length).toBe(52);
    expect(at[0]!).toBeLessThan(0.2);
    expect(at.at(-1)!).toBeGreaterThanOrEqual(0.2005);
    expect(values[0]![1]).toBe(spiky[20_000]);
  });

  it("goes round samples that are missing, and is empty without a clock", () => {
    const holes = Float64Array.from(spiky, (value, n) => (n % 3 === 0 ? Number.NaN : value));
    const { values } = windowOf({ time, channels: [{ ...channels[0]!, values: holes }] }, 0, 1, 100);
    expect(values[0]!.every((value) => !Number.isNaN(value))).toBe(true);
    expect(windowOf({ time: null, channels }, 0, 1, 100).at.length).toBe(0);
  });
});

describe("what is drawn of a recording", () => {
  it("counts the magnets from the first whole turn, the low pair where it is low", () => {
    const { pictures } = lookAtCapture(waveformFile({ lower: { 2: 0.15 } }), KNOWN);
    const { heights, u } = pictures.magnets!;
    expect(heights).toHaveLength(14);
    const low = heights.flatMap((height, n) => (height < 0.95 ? [n] : []));
    // A pole pair is two magnets side by side; they may lie astride where a cycle begins.
    expect(low.length).toBeGreaterThanOrEqual(2);
    expect(low.length).toBeLessThanOrEqual(3);
    expect(low.at(-1)! - low[0]!).toBeLessThanOrEqual(2);
    expect(u).toBeLessThan(0.01);
  });

  it("begins each cycle one cycle after the other", () => {
    const { pictures, answer } = lookAtCapture(waveformFile(), KNOWN);
    const { cycles } = pictures;
    expect(cycles).toHaveLength(answer.figures["cycles"]!.value + 1);
    const each = 60 / 2000 / 7;
    for (let n = 1; n < cycles.length; n += 1) expect(cycles[n]! - cycles[n - 1]!).toBeCloseTo(each, 4);
  });

  it("draws one cycle with its harmonics, each line where it belongs", () => {
    const { pictures } = lookAtCapture(waveformFile(), KNOWN);
    expect(pictures.cycle.map(({ role }) => role)).toEqual(["AB", "BC", "CA"]);
    const [ab] = pictures.cycle;
    expect(Math.max(...ab!.values)).toBeCloseTo(2, 0);
    // 6 % of the fifth in a phase stand in the line too; the third is in none.
    expect(ab!.harmonics[3]!).toBeCloseTo(0.06, 2);
    expect(ab!.harmonics[1]!).toBeLessThan(0.005);
  });

  it("gives volts for each hertz of a coast as of a spin", () => {
    const spun = lookAtCapture(waveformFile(), KNOWN).pictures.perHertz;
    const coast = lookAtCapture(
      waveformFile({}, { seconds: 1, speed: (t) => 2200 * Math.exp(-t / 0.8) }),
      KNOWN,
    );
    expect(coast.pictures.coast!.at.length).toBeGreaterThan(50);
    for (const line of ["AB", "BC", "CA"] as const)
      expect(coast.pictures.perHertz[line]!.value / spun[line]!.value).toBeCloseTo(1, 2);
  });

  it("places the edges of the sensors", () => {
    const { degrees } = lookAtCapture(logFile(), KNOWN).pictures.edges!;
    expect(degrees["A+"]).toBe(0);
    expect(degrees["B+"]).toBeCloseTo(120, 0);
    expect(degrees["A-"]).toBeCloseTo(180, 0);
  });

  it("tells no figure that has no name to be shown by", () => {
    const names: readonly string[] = FIGURE_NAMES;
    const files = [
      waveformFile({ lower: { 2: 0.15 } }),
      waveformFile({ swing: 0.05, phases: [0.8, 1, 1] }),
      waveformFile({}, { range: 1.5 }),
      waveformFile({}, { seconds: 1, speed: (t) => 2200 * Math.exp(-t / 0.8) }),
      logFile({ late: [0, 14, 0] }),
    ];
    for (const file of files)
      for (const name of Object.keys(lookAtCapture(file, KNOWN).answer.figures))
        if (name !== "sectors") expect(names).toContain(name);
  });
});

describe("a figure in words", () => {
  it.each([
    [{ value: 1049.37, u: 5.8, unit: "rpm/V" }, "1049 ± 6 rpm/V"],
    [{ value: -14.236, u: 0.31, unit: "%" }, "−14.2 ± 0.3 %"],
    [{ value: 119.94, u: 0.12, unit: "°" }, "119.9 ± 0.1°"],
    [{ value: 2008.25, u: 0.05, unit: "rpm" }, "2008 rpm"],
    [{ value: 0.003, u: 0.02, unit: "%" }, "0.0 %"],
    [{ value: 42, u: 0, unit: "" }, "42"],
    [{ value: 0.000_734, u: 0.000_004, unit: "Wb" }, "0.734 ± 0.004 mWb"],
  ])("%j", (figure, text) => expect(figureText(figure)).toBe(text));
});
