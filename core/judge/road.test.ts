import { describe, expect, it } from "vitest";
import {
  DECISION,
  frameOpen,
  job,
  lookedAndTurned,
  madeSafe,
  MILLIOHM,
  pairs,
  REPAIR,
} from "../../tests/jobs.ts";
import { REPAIR_PLANS } from "../known/index.ts";
import type { JobRecord, Workshop } from "../record/index.ts";
import { assessJob } from "./assessJob.ts";
import { nextStepOf } from "./nextStep.ts";
import { begunAt, doneWords, plansOffered, workMinutes } from "./plans.ts";
import { asksForWork, ROAD, roadOf, stageOf } from "./road.ts";

const FOUND = [
  ...madeSafe("hub"),
  ...lookedAndTurned(),
  ...frameOpen(),
  ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m"),
];
const SOUND = [...madeSafe("hub", 1), ...pairs(["127.8m", "128.1m", "128.0m"], MILLIOHM, "0.1m", 1)];
const line = { by: "MO", at: "2026-03-02T11:00:00.000Z" };
const repaired = (readings: typeof FOUND, work: Partial<Workshop> = {}): JobRecord =>
  job([...FOUND, ...readings], {
    decisions: [{ ...DECISION, cures: ["starJoint"] }],
    repairs: [REPAIR],
    workshop: { done: [], parts: [], runs: [], releases: [], ...work },
  });
const run = (minutes: number, more: object = {}) => ({
  ...{ id: `run-${minutes}`, epoch: 1, minutes, load: "free" as const, celsius: null },
  ...{ sound: "even" as const, note: "", ...line, ...more },
});
const start = { id: "start-1", epoch: 1, load: "light" as const, ...line };
const stageNow = (record: JobRecord) => stageOf(nextStepOf(record, assessJob(record), false), record);
const notes = (record: JobRecord) => roadOf(record, false).map(({ state, note }) => `${state} ${note}`);

describe("the road after a decision", () => {
  it("has five stages in order, each as it stands", () => {
    expect(roadOf(repaired([]), false).map(({ stage }) => stage)).toEqual([...ROAD]);
    expect(notes(repaired([]))).toEqual(["agrees 40 min", "toDo 0 of 1", "toDo 30 min", "toDo ", "toDo "]);
    expect(notes(repaired(SOUND, { runs: [run(12)] }))).toEqual([
      ...["agrees 40 min", "agrees 1 of 1", "inProgress 12 of 30 min", "toDo ", "toDo "],
    ]);
    const still = [...madeSafe("hub", 1), ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m", 1)];
    expect(notes(repaired(still))[1]).toBe("departs 0 of 1");
    expect(notes(repaired(SOUND, { runs: [run(3, { sound: "rough" })] }))[2]).toMatch(/^departs /u);
    expect(notes(repaired(SOUND, { starts: [start] }))[2]).toBe("inProgress running");
  });

  it("goes from one stage to the next as each is done", () => {
    const decided = job(FOUND, { decisions: [{ ...DECISION, cures: ["starJoint"] }] });
    expect(stageNow(decided)).toBe("repair");
    expect(stageNow(repaired([]))).toBe("readAgain");
    expect(stageNow(repaired(SOUND))).toBe("letRun");
    expect(stageNow(repaired(SOUND, { runs: [run(30)] }))).toBe("release");
    const released = { id: "out", epoch: 1, as: "use" as const, words: "", ...line };
    expect(stageNow(repaired(SOUND, { runs: [run(30)], releases: [released] }))).toBe("close");
    expect(stageNow(job(FOUND))).toBeNull();
  });

  it("stays with the run where it ran rough, and with the proof where it departs still", () => {
    expect(stageNow(repaired(SOUND, { runs: [run(3, { sound: "rough" })] }))).toBe("letRun");
    const still = [...madeSafe("hub", 1), ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m", 1)];
    expect(stageNow(repaired(still))).toBe("readAgain");
  });

  it("is there only for a decision that asks for work", () => {
    const of = (disposition: (typeof DECISION)["disposition"]) =>
      asksForWork({ decisions: [{ ...DECISION, disposition }] });
    expect([of("resolder"), of("replaceMotor")]).toEqual([true, true]);
    expect([of("notMotor"), of("cleared"), of("undecided"), asksForWork({ decisions: [] })]).toEqual([
      ...[false, false, false, false],
    ]);
  });

  it("knows the clock that goes: one that was written down, or is of an earlier repair, goes no more", () => {
    expect(notes(repaired(SOUND, { starts: [start], runs: [run(12, { start: "start-1" })] }))[2]).toBe(
      "inProgress 12 of 30 min",
    );
    expect(notes(repaired(SOUND, { starts: [{ ...start, epoch: 0 }] }))[2]).toBe("toDo 30 min");
    // Started twice by a second press: the last one counts, and the first does not go on after it.
    const twice = { starts: [start, { ...start, id: "start-2" }], runs: [run(12, { start: "start-2" })] };
    expect(notes(repaired(SOUND, twice))[2]).toBe("inProgress 12 of 30 min");
  });
});

describe("the work by its ticks", () => {
  const plan = REPAIR_PLANS.find(({ id }) => id === "starJoint")!;
  const tick = (step: string, at: string = line.at) => ({ plan: plan.title, step, at });

  it("says what was done, and what was left out", () => {
    expect(doneWords([plan], [])).toBe("");
    expect(
      doneWords(
        [plan],
        plan.steps.map(({ words }) => tick(words)),
      ),
    ).toBe(plan.did);
    const most = plan.steps.filter((_, i) => i !== 5).map(({ words }) => tick(words));
    expect(doneWords([plan], most)).toBe(`${plan.did} Left out: read the three pairs before closing.`);
    expect(doneWords([plan], [{ plan: "Another", step: plan.steps[0]!.words }])).toBe("");
  });

  it("takes the time from the first tick where that may be the work, else as planned", () => {
    expect(begunAt([plan], [tick("b", "2026-03-02T11:05:00.000Z"), tick("a", line.at)])).toBe(line.at);
    expect(begunAt([plan], [])).toBeNull();
    expect(workMinutes([plan], 38.4)).toEqual({ minutes: 38, timed: true });
    expect(workMinutes([plan], 2)).toEqual({ minutes: plan.minutes, timed: false });
    expect(workMinutes([plan], 60 * 24)).toEqual({ minutes: plan.minutes, timed: false });
  });

  it("offers plans of such a motor and of what it may have, and no others", () => {
    const offered = (family: "hub" | "ecm", faults: readonly [string, number][]) =>
      plansOffered(
        { family } as never,
        faults.map(([fault, probability]) => ({ fault, probability }) as never),
      ).map(({ id }) => id);
    expect(offered("hub", [["starJointOpen", 0.9]])).toContain("starJoint");
    expect(offered("hub", [["starJointOpen", 0.9]])).not.toContain("bearings");
    expect(
      offered("hub", [
        ["starJointOpen", 0.9],
        ["bearing", 0.001],
      ]),
    ).not.toContain("bearings");
    expect(
      offered("hub", [
        ["starJointOpen", 0.9],
        ["bearing", 0.2],
      ]),
    ).toContain("bearings");
    expect(offered("hub", [["module", 0.9]])).not.toContain("starJoint");
  });

  it("says of every plan in the past what it came to", () => {
    for (const { did, title } of REPAIR_PLANS) expect(did, title).toMatch(/^[A-Z].*\b(?:was|were)\b.*\.$/u);
  });
});
