import { describe, expect, it } from "vitest";
import { HUB, job, lamps, measured } from "../../../tests/jobs.ts";
import { keptReading, levelsFile, logFile } from "../../../tests/recorded.ts";
import type { CaptureOptions } from "../../capture/index.ts";
import type { Motor, Reading } from "../../record/index.ts";
import { hallCheck } from "./index.ts";

const MOTOR: Motor = { ...HUB, polePairs: 7, hallSpacing: "120" };
const log = (sensors: Parameters<typeof logFile>[0] = {}, known: Partial<CaptureOptions> = {}) =>
  keptReading(logFile(sensors), { check: "hall", slot: "log" }, known);
const answered = (readings: readonly Reading[]) => hallCheck.answer(job(readings, { motor: MOTOR }), 0);
const found = (variable: string, readings: readonly Reading[]) =>
  answered(readings).findings.find((one) => one.variable === variable);

describe("a log of the sensors as evidence", () => {
  it("of sound sensors agrees in order, place and pulses, and shows that they are fed", () => {
    const { findings, state, note } = answered([log()]);
    expect(state).toBe("agrees");
    expect(note).toBe("logged");
    expect(findings.map(({ variable, departs }) => [variable, departs])).toEqual([
      ["hallSupply", false],
      ["hallStates", false],
      ["hallPlaced", false],
      ["hallPulses", false],
    ]);
  });

  it("stands in the place of the lamps, and never beside them", () => {
    const dead = lamps("100 100 110 110 010 010 000 000 100");
    const { findings } = answered([...dead, log()]);
    expect(findings.filter(({ variable }) => variable === "hallStates")).toHaveLength(1);
    expect(found("hallStates", [...dead, log()])).toMatchObject({ departs: false });
  });

  it("of a sensor that never changes says which, and places nothing", () => {
    expect(found("hallStates", [log({ stuck: { 1: false } })])).toMatchObject({
      likelihood: { oneDead: 1 },
      departs: true,
    });
    expect(found("hallStates", [log({ stuck: { 1: false } })])!.sentence).toMatch(/B stuck low/u);
    expect(found("hallPlaced", [log({ stuck: { 1: false } })])).toBeUndefined();
  });

  it("of one off its place says by how much, and of one a little off nothing bad", () => {
    expect(found("hallPlaced", [log({ late: [0, 14, 0] })])).toMatchObject({ departs: true });
    expect(found("hallPlaced", [log({ late: [0, 3, 0] })])).toMatchObject({ departs: false });
  });

  it("of one that stands between fine and off says nothing of its place", () => {
    const sure = log({ late: [0, 3, 0] });
    const { value } = sure;
    if (value.kind !== "capture") throw new Error("no recording");
    const edges = { ...value.drawn.edges!, u: 3 };
    const unsure = { ...sure, value: { ...value, drawn: { ...value.drawn, edges } } };
    expect(found("hallPlaced", [sure])).toMatchObject({ departs: false });
    expect(found("hallPlaced", [unsure])).toBeUndefined();
  });

  it("of sensors that are high for much more than half of a cycle passes no placement", () => {
    expect(found("hallPlaced", [log({ high: [186, 186, 186] })])).toMatchObject({ departs: false });
    expect(found("hallPlaced", [log({ high: [210, 210, 210] })])).toBeUndefined();
  });

  it("passes nothing that was not there: half a cycle, a rotor that rocked, pulses without a clock", () => {
    const states = (text: string) =>
      keptReading(new TextEncoder().encode(`${text.split(" ").join("\n")}\n`), {
        check: "hall",
        slot: "log",
      });
    for (const some of ["101 100 110 010", "101 100 110 010 110 100 101 100 110 010 110 100 101"])
      expect(found("hallStates", [states(some)])?.departs, some).not.toBe(false);
    const whole = states("101 100 110 010 011 001 101 100 110 010 011 001 101");
    expect(found("hallStates", [whole])).toMatchObject({ departs: false });
    expect(found("hallPulses", [whole])).toBeUndefined();
  });

  it("of two swapped wires says that it counts against the turn, if it is known which way that was", () => {
    const swapped = log({ wires: [1, 0, 2] }, { turned: "forward" });
    expect(found("hallStates", [swapped])!.likelihood).toEqual({ swapped: 1, healthy: 0.3 });
    expect(found("hallStates", [log({ wires: [1, 0, 2] })])).toMatchObject({ departs: false });
  });

  it("does not call two signals that touch healthy", () => {
    const alike = log({ wires: [0, 0, 2] });
    const states = found("hallStates", [alike]);
    expect(states === undefined || states.departs).toBe(true);
    expect(found("hallPlaced", [alike])).toBeUndefined();
  });

  it("leaves to the meter what a meter read: a low supply and a weak level stay what they are", () => {
    const low = [measured("hall", "supply", "volts", 3.1)];
    expect(found("hallSupply", [...low, log()])).toMatchObject({ departs: true });
    expect(found("hallSupply", [...low, log({ stuck: { 0: true, 1: true, 2: true } })])).toMatchObject({
      departs: true,
    });
    const weak = [measured("hall", "A.low", "volts", 1.6), measured("hall", "A.high", "volts", 4.9)];
    const levels = keptReading(levelsFile(), { check: "hall", slot: "log" });
    expect(found("hallLevels", [levels])).toMatchObject({ departs: false });
    expect(found("hallLevels", [...weak, levels])).toMatchObject({ departs: true });
    expect(
      answered([...weak, levels]).findings.filter(({ variable }) => variable === "hallLevels"),
    ).toHaveLength(1);
  });
});
