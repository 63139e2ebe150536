// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from "vitest";
import { placesOf } from "#core/measure";
import { lookAtCapture, type CaptureOptions } from "#core/capture";
import { HUB, job, reading } from "../../tests/jobs.ts";
import { keptReading, logFile, waveformFile } from "../../tests/recorded.ts";
import type { ReadCapture } from "../workers/capture.worker.ts";
import { figuresCsv } from "./drawn/carryOut.ts";
import { handOn, takeHanded } from "./handedOn.ts";
import { knownFrom, namedTwice, NOTHING_KNOWN } from "./known.ts";
import { knownOf } from "./knownOf.ts";
import { keepLayout, layoutOf } from "./run/layouts.ts";
import { firstStretch, magnetPasses, pushed, zoomed } from "./drawn/stretch.ts";
import { notOpened } from "./useCapture.ts";

const KNOWN: CaptureOptions = { as: null, polePairs: 7, slots: 12, ratedConstant: null, turned: null };
function read(bytes: Uint8Array, options: Partial<CaptureOptions> = {}): ReadCapture {
  const { answer, pictures, recording } = lookAtCapture(bytes, { ...KNOWN, ...options });
  const time = recording?.time;
  return { answer, pictures, span: time ? [time[0]!, time.at(-1)!] : null, signals: [], seconds: 0 };
}

describe("what is known of a motor, as typed", () => {
  it("becomes what a recording is read with; what makes no sense is said at its field and left out", () => {
    const { options, problems } = knownFrom({
      ...{ polePairs: "7", slots: "0", ratedConstant: "9,5", turned: "forward", as: ["AB", ""] },
    });
    expect(options).toEqual({
      ...{ polePairs: 7, slots: null, ratedConstant: 9.5, turned: "forward", as: ["AB", null] },
    });
    expect(Object.keys(problems)).toEqual(["slots"]);
    expect(knownFrom({ ...NOTHING_KNOWN, polePairs: "7.5" }).problems.polePairs).toMatch(/whole number/u);
    expect(knownFrom(NOTHING_KNOWN)).toEqual({
      problems: {},
      options: { as: null, polePairs: null, slots: null, ratedConstant: null, turned: null },
    });
  });

  it("names each signal once", () => {
    expect(namedTwice(["AB", "BC", "AB"])).toBe("AB");
    expect(namedTwice(["AB", "", ""])).toBeNull();
  });

  it("begins with the job's record: pole pairs, the plate in line peak, the slots said last", () => {
    const motor = { ...HUB, speedConstant: { rpmPerVolt: 10, convention: "rms" as const, source: "" } };
    const known = knownOf(
      job([keptReading(waveformFile(), { check: "waveform", slot: "spun" })], { motor }),
      0,
    );
    expect(known).toMatchObject({ polePairs: "15", slots: "12", ratedConstant: "7.0711" });
    expect(
      knownOf(
        job([reading({ check: "backemf", slot: "drill", value: { kind: "choice", choice: "free" } })]),
        0,
      ).slots,
    ).toBe("");
  });
});

describe("where a recording stands in the record", () => {
  it("is by what it holds: a spin, a coast, a log of the sensors", () => {
    expect(placesOf(read(waveformFile()))).toEqual([{ check: "waveform", slot: "spun" }]);
    const coast = waveformFile({}, { seconds: 1, speed: (t) => 2200 * Math.exp(-t / 0.8) });
    expect(placesOf(read(coast))).toEqual([{ check: "waveform", slot: "coast" }]);
    expect(placesOf(read(logFile()))).toEqual([{ check: "hall", slot: "log" }]);
    expect(placesOf(read(new TextEncoder().encode("nothing")))).toEqual([]);
  });
});

describe("what is looked at of a recording", () => {
  const capture = read(waveformFile());
  const span = capture.span!;

  it("is one turn at first, and stays within what was recorded however it is pushed and zoomed", () => {
    const turn = firstStretch(capture, 7);
    expect(turn.to - turn.from).toBeCloseTo(0.03, 3);
    expect(pushed(turn, -10, span).from).toBe(span[0]);
    expect(pushed(turn, 10, span).to).toBeCloseTo(span[1], 9);
    const all = zoomed(turn, 1000, 0.5, span);
    expect([all.from, all.to]).toEqual([span[0], span[1]]);
    const near = zoomed(turn, 0.5, 0.25, span);
    expect(near.to - near.from).toBeCloseTo(0.015, 4);
    // The place under the finger stays where it is.
    expect(near.from + 0.25 * (near.to - near.from)).toBeCloseTo(turn.from + 0.25 * (turn.to - turn.from), 9);
  });

  it("shows where a magnet passes, in the turn that is seen", () => {
    const turn = firstStretch(capture, 7);
    const [from, to] = magnetPasses(capture, 0, 7, turn)!;
    expect(from).toBeCloseTo(turn.from, 6);
    expect(to - from).toBeCloseTo(0.03 / 14, 4);
    expect(magnetPasses(capture, 13, 7, turn)![1]).toBeCloseTo(turn.to, 6);
    expect(magnetPasses(capture, 0, null, turn)).toBeNull();
    const later = pushed(turn, 0.06, span);
    expect(magnetPasses(capture, 0, 7, later)![0]).toBeGreaterThan(0.05);
  });
});

describe("what leaves the room", () => {
  it("are its figures as a CSV that reads back, with what was said", () => {
    const { answer } = read(waveformFile({ lower: { 2: 0.15 } }));
    const rows = figuresCsv(answer).split("\r\n");
    expect(rows[0]).toBe("name,figure,value,expanded uncertainty,unit");
    const constant = rows.find((row) => row.startsWith("speedConstant,"))!.split(",");
    expect(Number(constant[2])).toBe(answer.figures["speedConstant"]!.value);
    expect(constant[4]).toBe("rpm/V");
    expect(rows.some((row) => row.startsWith("weakPolePair,"))).toBe(true);
  });

  it("is a file on its way to a job, once", () => {
    const file = new File(["x"], "x.csv");
    handOn(file);
    expect(takeHanded()).toBe(file);
    expect(takeHanded()).toBeNull();
  });
});

describe("a file that is not opened", () => {
  it("says its limit before it is read, and that it is empty", () => {
    expect(notOpened({ name: "big.csv", size: 200_000_001 })).toMatch(/201 MB; up to 200 MB/u);
    expect(notOpened({ name: "none.csv", size: 0 })).toMatch(/empty/u);
    expect(notOpened({ name: "some.csv", size: 5 })).toBeNull();
  });
});

describe("the layout of a log", () => {
  beforeEach(() => localStorage.clear());

  it("is remembered by the names of its columns, and no other way", () => {
    keepLayout(["t", "rpm"], ["time", "speed"]);
    expect(layoutOf(["t", "rpm"])).toEqual(["time", "speed"]);
    expect(layoutOf(["t", "rpm", "v"])).toBeNull();
    keepLayout(["t", "rpm"], ["time", "electricalSpeed"]);
    expect(layoutOf(["t", "rpm"])).toEqual(["time", "electricalSpeed"]);
  });

  it("that was spoiled is none", () => {
    localStorage.setItem("green-fable.run-layouts", "{");
    expect(layoutOf(["t"])).toBeNull();
    localStorage.setItem("green-fable.run-layouts", JSON.stringify({ t: ["nonsense"] }));
    expect(layoutOf(["t"])).toBeNull();
  });
});
