import { describe, expect, it } from "vitest";
import { FAULT_IDS } from "#core/known";
import { WITH_ELECTRONICS } from "#core/families";
import { chanceFrom } from "./chance.ts";
import { outcomeOf } from "./outcome.ts";
import { play, playOut, tally } from "./study.ts";
import { AILMENTS, motorFrom } from "./world.ts";

describe("what an action does", () => {
  it.each([
    [["bearing"], ["bearings"], "right"],
    [["bearing"], ["motor"], "wasteful"],
    [["turns"], ["motor"], "right"],
    [["sensorWire", "sensor"], ["sensorWire", "hallSensor"], "right"],
    [["sensorWire", "sensor"], ["sensorWire"], "half"],
    [["sensorWire", "sensor"], ["sensorWire", "bearings"], "wasteful"],
    [["wrongPlate", "battery"], [], "wasteful"],
    [[], [], "right"],
    [["sensorWire"], ["sensorWire", "hallSensor"], "wasteful"],
    [["bearing"], ["battery"], "harmful"],
    [["battery"], ["bearings"], "wasteful"],
    [["battery", "frame"], ["battery"], "harmful"],
    [["magnet"], ["rotor"], "right"],
    [["laminations", "magnet"], ["motor"], "right"],
    [["wrongPlate"], ["record"], "right"],
    [["starJoint"], [], "harmful"],
  ] as const)("to %j: %j is %s", (ailments, cures, outcome) => {
    expect(outcomeOf({ ailments, family: "hub" }, { cures })).toBe(outcome);
  });
});

describe("the simulated world", () => {
  it("is the same for the same seed and another for another", () => {
    const draw = (seed: number) => motorFrom("hub", "star", chanceFrom(seed));
    expect(draw(3)).toEqual(draw(3));
    expect(draw(3)).not.toEqual(draw(4));
  });

  it("has no star joint in a delta, no sensor's fault without sensors, and names none of the program's faults", () => {
    const deltas = Array.from({ length: 300 }, (_, i) => motorFrom("hub", "delta", chanceFrom(i)));
    expect(deltas.some(({ ailments }) => ailments.includes("starJoint"))).toBe(false);
    for (const { ailments, sensored } of deltas)
      if (!sensored) expect(ailments.some((one) => one.startsWith("sensor"))).toBe(false);
    expect(deltas.some(({ sensored }) => !sensored)).toBe(true);
    expect(new Set(deltas.flatMap(({ ailments }) => ailments)).size).toBeGreaterThan(15);
    expect(AILMENTS.length).toBeLessThan(FAULT_IDS.length + 5);
  });
});

describe("motors never seen, worked on by the program's own next step", () => {
  // Wide bounds: a hundred motors move each share by some percent from seed to seed.
  const trials = Array.from({ length: 110 }, (_, i) => play(70_000 + i, ["hobby", "hub", "traction"])).filter(
    ({ motor }) => !motor.ailments.includes("hidden"),
  );
  const all = tally(trials);

  it("are mostly decided rightly, and hardly ever harmfully", () => {
    expect(all.right).toBeGreaterThan(0.65);
    expect(all.right + all.half).toBeGreaterThan(0.7);
    expect(all.wasteful).toBeLessThan(0.035);
    expect(all.harmful).toBeLessThan(0.035);
  });

  it("come true nearly as often as is said", () => {
    expect(all.saidMean).toBeGreaterThan(0.9);
    expect(all.saidTrue).toBeGreaterThan(0.85);
  });

  it("take no step for ever: what was read twice is not asked again", () => {
    for (const { steps } of trials) {
      const times = new Map<string, number>();
      for (const step of steps) times.set(step, (times.get(step) ?? 0) + 1);
      expect(Math.max(...times.values())).toBeLessThanOrEqual(2);
    }
  });

  it("take fewer minutes than the whole list of checks, and are decided at least as often", () => {
    const listed = tally(
      trials.slice(0, 40).map(({ seed }) => play(seed, ["hobby", "hub", "traction"], "wholeList")),
    );
    expect(all.minutes).toBeLessThan((2 / 3) * listed.minutes);
  });

  it("is the same trial for the same seed", () => {
    const [once, again] = [play(70_003, ["hub"]), play(70_003, ["hub"])];
    expect(again.steps).toEqual(once.steps);
    expect(again.verdict.action).toEqual(once.verdict.action);
  });
});

describe("blowers and fans never seen", () => {
  const trials = Array.from({ length: 160 }, (_, i) => play(90_000 + i, WITH_ELECTRONICS)).filter(
    ({ motor }) => !motor.ailments.includes("hidden"),
  );
  const sound = trials.filter(({ motor }) => motor.ailments.length === 0);
  const all = tally(trials);

  // Wide bounds for hundred and fifty of them; the study plays thousands.
  it("are mostly decided rightly, and hardly ever wrongly", () => {
    expect(all.right).toBeGreaterThan(0.8);
    expect(all.wasteful + all.harmful).toBeLessThan(0.05);
    expect(all.saidTrue).toBeGreaterThan(0.88);
  });

  it("are not condemned where nothing is wrong with them, and now and then told to be sound", () => {
    expect(sound.length).toBeGreaterThan(3);
    for (const { seed, outcome } of sound) expect(["right", "undecided"], `${seed}`).toContain(outcome);
    expect(sound.some(({ outcome }) => outcome === "right")).toBe(true);
  });
});

describe("the whole job, through repair and proof", () => {
  const families = ["hobby", "hub", "traction"] as const;
  const ends = Array.from({ length: 60 }, (_, i) => playOut(80_000 + i, families)).filter(
    ({ motor }) => !motor.ailments.includes("hidden"),
  );
  const share = (...which: string[]) => ends.filter(({ end }) => which.includes(end)).length / ends.length;

  // Wide bounds for sixty motors; the study plays hundreds.
  it("ends right mostly, and seldom with something left or a sound motor replaced", () => {
    expect(share("rightAtOnce", "rightLater")).toBeGreaterThan(0.65);
    expect(share("cameBack", "scrapped")).toBeLessThan(0.07);
  });

  it("is the same for the same seed, and never repairs for ever", () => {
    expect(playOut(80_000, families)).toEqual(playOut(80_000, families));
    for (const { repairs } of ends) expect(repairs).toBeLessThanOrEqual(3);
  });
});
