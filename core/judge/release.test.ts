import { describe, expect, it } from "vitest";
import {
  choice,
  DECISION,
  frameOpen,
  job,
  lookedAndTurned,
  madeSafe,
  MILLIOHM,
  orderedPart as part,
  pairs,
  REPAIR,
} from "../../tests/jobs.ts";
import { assessJob, nextStepOf, notReleasable, plansOf, releaseOf, runProofOf, watchWords } from "./index.ts";
import { againNeeds } from "./release.ts";
import {
  BURN_IN_MINUTES,
  CONSEQUENCES,
  type BurnIn,
  type JobRecord,
  type PartLine,
  type Release,
  type Workshop,
} from "../record/index.ts";

const found = [...lookedAndTurned(), ...frameOpen(), ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m")];
const mended = pairs(["127.8m", "128.1m", "128.0m"], MILLIOHM, "0.1m", 1);
const line = (epoch: number) => ({ id: `${Math.random()}`, epoch, by: "MO", at: "2026-03-02T11:00:00.000Z" });
const run = (minutes: number, part: Partial<BurnIn> = {}): BurnIn => ({
  ...line(1),
  minutes,
  load: "light",
  celsius: null,
  sound: "even",
  note: "",
  ...part,
});
const released = (as: Release["as"], epoch = 1): Release => ({ ...line(epoch), as, words: "" });
const at = (work: Partial<Workshop>, readings = [...found, ...mended], more: Partial<JobRecord> = {}) =>
  job(readings, {
    decisions: [DECISION],
    repairs: [REPAIR],
    workshop: { done: [], parts: [], runs: [], releases: [], ...work },
    ...more,
  });
const ASKED = BURN_IN_MINUTES[job([]).motor.consequence];

describe("the run after a repair", () => {
  it("is as long as its use asks: the more a failure hurts, the longer", () => {
    const longest = CONSEQUENCES.map((one) => BURN_IN_MINUTES[one]);
    expect(BURN_IN_MINUTES.aircraft).toBe(60);
    expect(longest.toSorted((a, b) => a - b)).toEqual(longest);
  });

  it("counts even minutes of this repair alone, and none from before it last ran rough", () => {
    expect(runProofOf(at({})).state).toBe("toDo");
    expect(runProofOf(at({ runs: [run(ASKED - 1)] }))).toMatchObject({ state: "toDo", made: ASKED - 1 });
    expect(runProofOf(at({ runs: [run(ASKED - 1), run(1)] }))).toMatchObject({ state: "made", asked: ASKED });
    expect(runProofOf(at({ runs: [run(ASKED, { epoch: 0 })] }))).toMatchObject({ state: "toDo", made: 0 });
    expect(runProofOf(at({ runs: [run(ASKED), run(2, { sound: "rough" })] })).state).toBe("rough");
    expect(runProofOf(at({ runs: [run(ASKED), run(2, { sound: "rough" }), run(1)] }))).toMatchObject({
      state: "toDo",
      made: 1,
    });
  });
});

describe("a release for use", () => {
  const whole = { runs: [run(ASKED)] };
  it("asks for the proof and the run", () => {
    expect(notReleasable(at(whole), "use")).toBeNull();
    expect(notReleasable(at({}), "use")).toMatch(new RegExp(`0 of ${ASKED} minutes`, "u"));
    expect(notReleasable(at({ runs: [run(ASKED), run(1, { sound: "rough" })] }), "use")).toMatch(/rough/u);
    expect(notReleasable(at(whole, found), "use")).toMatch(/proof is not complete/u);
    const scraping = [...found, ...mended, choice("mechanical", "turn", "scraping", 1)];
    expect(notReleasable(at(whole, scraping), "use")).toMatch(/still departs/u);
  });

  it("of what carries or lifts somebody asks for how it turns and each lead to frame, once it was worked on", () => {
    const carrying = (consequence: "person" | "aircraft" | "vehicle", readings = [...found, ...mended]) => {
      const record = at({ runs: [run(BURN_IN_MINUTES.person)] }, readings, {
        decisions: [{ ...DECISION, cures: ["starJoint"] }],
      });
      return { ...record, motor: { ...record.motor, consequence } };
    };
    const again = [...found, ...mended, choice("mechanical", "turn", "even", 1), ...frameOpen(1)];
    for (const consequence of ["person", "aircraft"] as const) {
      expect(notReleasable(carrying(consequence), "use")).toMatch(/turned by hand again/u);
      expect(notReleasable(carrying(consequence, again.slice(0, -3)), "use")).toMatch(
        /lead may touch the frame/u,
      );
      expect(notReleasable(carrying(consequence, again), "use")).toBeNull();
      expect(notReleasable(carrying(consequence), "restricted")).toBeNull();
    }
    expect(notReleasable(carrying("vehicle"), "use")).toBeNull();
    const bench = carrying("person");
    const safe = { ...bench, readings: [...madeSafe("hub"), ...madeSafe("hub", 1), ...bench.readings] };
    expect(nextStepOf(safe, assessJob(safe), false)).toMatchObject({
      kind: "check",
      check: "mechanical",
      repeats: true,
    });
    // Nothing on the motor was touched: it is as it was.
    const outside = { ...bench, decisions: [{ ...DECISION, cures: ["settings"] }] };
    expect(againNeeds(outside)).toEqual([]);
    expect(againNeeds(bench).map(({ state }) => state)).toEqual(["open", "open"]);
  });

  it("is the only one that does: restricted or scrap says what is amiss itself", () => {
    for (const as of ["restricted", "scrap"] as const) expect(notReleasable(at({}, found), as)).toBeNull();
  });

  it("follows a repair, whatever it is", () => {
    for (const as of ["use", "restricted", "scrap"] as const)
      expect(notReleasable(at(whole, found, { repairs: [] }), as)).toMatch(/Nothing was repaired/u);
  });

  it("is the last one of the last repair", () => {
    expect(releaseOf(at({ releases: [released("use", 0)] }))).toBeNull();
    expect(releaseOf(at({ releases: [released("restricted"), released("use")] }))?.as).toBe("use");
  });
});

describe("where a job goes next", () => {
  const safe = [...madeSafe("hub"), ...madeSafe("hub", 1)];
  const next = (record: JobRecord) => nextStepOf(record, assessJob(record), false);

  it("after the proof is the run, then the release, then the closing", () => {
    const after = (work: Partial<Workshop>) => next(at(work, [...safe, ...found, ...mended]));
    expect(after({})).toEqual({ kind: "letRun", minutes: ASKED });
    expect(after({ runs: [run(ASKED - 4)] })).toEqual({ kind: "letRun", minutes: 4 });
    expect(after({ runs: [run(ASKED)] })).toEqual({ kind: "release" });
    expect(after({ runs: [run(1, { sound: "rough" })] })).toEqual({ kind: "lookAtProof" });
    expect(after({ runs: [run(ASKED)], releases: [released("use")] })).toEqual({ kind: "close" });
  });

  it("before the repair is the wait for its parts, until the last one, whatever the decision said", () => {
    const decided = (parts: readonly PartLine[], waitingFor: "nothing" | "parts" = "nothing") =>
      next(at({ parts }, [...safe, ...found], { repairs: [], decisions: [{ ...DECISION, waitingFor }] }));
    expect(decided([], "parts")).toEqual({ kind: "wait", waitingFor: "parts", due: null });
    const two = [part({ due: "2026-03-12" }), part({ part: "Sensor", due: "2026-03-09" })];
    expect(decided(two)).toEqual({ kind: "wait", waitingFor: "parts", due: "2026-03-12" });
    const arrived = two.map(({ id, part: name }) => part({ part: name, state: "here", replaces: id }));
    expect(decided([...two, arrived[0]!])).toMatchObject({ kind: "wait", due: "2026-03-09" });
    expect(decided([...two, ...arrived], "parts")).toMatchObject({ kind: "repair" });
  });

  it("of a second repair waits for its parts too", () => {
    const failed = [...safe, ...found, ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m", 1)];
    expect(next(at({}, failed))).toEqual({ kind: "lookAtProof" });
    expect(next(at({ parts: [part({ epoch: 1 })] }, failed))).toMatchObject({ kind: "wait" });
  });
});

describe("the plans of a decision", () => {
  const titles = (...args: Parameters<typeof plansOf>) => plansOf(...args).map(({ id }) => id);
  it("are one for each cure it names", () => {
    expect(titles({ disposition: "replacePart", cures: ["bearings", "dryAndSeal"] }, [])).toEqual([
      "bearings",
      "dryAndSeal",
    ]);
    expect(titles({ disposition: "replacePart", cures: ["hallSensor", "sensorWire"] }, [], "all")).toEqual([
      "hallSensors",
      "sensorWire",
    ]);
  });
  it("follow the likelier fault where two plans do the same cure", () => {
    const joint = { disposition: "resolder", cures: ["joint"] } as const;
    expect(titles(joint, ["pathOpen"])).toEqual(["starJoint"]);
    expect(titles(joint, ["leadOpen"])).toEqual(["phaseWire"]);
  });
  it("are the one that fits best where only a disposition was chosen, and none where nothing is to be done", () => {
    expect(titles({ disposition: "replacePart" }, ["magnets"])).toEqual(["rotor"]);
    expect(titles({ disposition: "notMotor", cures: ["controller"] }, [])).toEqual([]);
    expect(titles({ disposition: "undecided" }, [])).toEqual([]);
  });
});

describe("what a customer is to watch", () => {
  it("follows what was done, and always ends in when to stop", () => {
    const words = watchWords({ decisions: [{ ...DECISION, cures: ["bearings", "sensorWire"] }] });
    expect(words).toMatch(/sings.*twitches.*stop and bring it back\.$/u);
    expect(watchWords({ decisions: [] })).toBe("If it cuts out or smells hot, stop and bring it back.");
  });
});
