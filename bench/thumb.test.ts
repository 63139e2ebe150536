import { describe, expect, it } from "vitest";
import {
  choice,
  frameOpen,
  HUB,
  job,
  lookedAndTurned,
  measured,
  MILLIOHM,
  pairs,
  reading,
} from "../tests/jobs.ts";
import { byThumb } from "./thumb.ts";

const SOUND = [
  ...lookedAndTurned(),
  ...frameOpen(),
  ...pairs(["128m", "128m", "128m"], MILLIOHM, "0.1m"),
  measured("feed", "pack.rest", "volts", 40),
  measured("feed", "pack.load", "volts", 38),
];
const and = (...readings: ReturnType<typeof job>["readings"]) =>
  byThumb(job([...SOUND.filter(({ slot }) => !readings.some((one) => one.slot === slot)), ...readings]));
const frameAt = (ohms: number) => reading({ check: "frame", slot: "A", value: { kind: "ohms", ohms } });

describe("the rules of thumb that the program is held against", () => {
  it("blame what is not the motor where nothing departs", () => {
    expect(and()).toEqual(["controller"]);
  });
  it("take each departure at its word, whatever the meter's error", () => {
    expect(and(...pairs(["128m", "128m", "150m"], MILLIOHM))).toEqual(["motor"]);
    expect(and(...pairs(["128m", "128m", "139m"], MILLIOHM))).toEqual(["controller"]);
    expect(and(...pairs(["128m", "OL", "OL"], MILLIOHM))).toEqual(["phaseWire"]);
    expect(and(frameAt(5e5))).toEqual(["motor"]);
    expect(and(frameAt(5e6))).toEqual(["controller"]);
    expect(and(choice("mechanical", "turn", "grinding"))).toEqual(["bearings"]);
    expect(and(measured("feed", "pack.load", "volts", 30))).toEqual(["battery"]);
    expect(and(choice("feed", "command", "missing"), choice("feed", "rubbing", "rubs"))).toEqual([
      "command",
      "rubbing",
    ]);
  });
  it("call a sensor dead whose lamp never moves, where there are sensors", () => {
    const lamps = ["101", "100", "110"].map((state) => choice("hall", "forward", state));
    expect(byThumb({ ...job([...SOUND, ...lamps]), motor: { ...HUB, hallSpacing: "120" } })).toEqual([
      "hallSensor",
    ]);
    expect(byThumb({ ...job([...SOUND, ...lamps]), motor: { ...HUB, hallSpacing: "none" } })).toEqual([
      "controller",
    ]);
  });
});
