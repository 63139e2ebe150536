import { describe, expect, it } from "vitest";
import { assessJob, type Verdict } from "#core/judge";
import type { Decision, JobRecord, PartLine } from "#core/record";
import {
  choice,
  DECISION,
  frameOpen,
  HUB,
  job,
  lookedAndTurned,
  madeSafe,
  MILLIOHM,
  orderedPart as part,
  pairs,
  REPAIR,
} from "../../tests/jobs.ts";
import { isNothingWrong, nextStepOf, nextSuspects, plansOf, proofOf } from "./index.ts";

const OPEN = pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m");
const FOUND = [...madeSafe("hub"), ...lookedAndTurned(), ...frameOpen(), ...OPEN];
const step = (record: JobRecord, changed: Partial<Verdict> = {}, closed = false) =>
  nextStepOf(record, { ...assessJob(record), ...changed }, closed);
const decided = (part: Partial<Decision> = {}) => ({ decisions: [{ ...DECISION, ...part }] });
const withParts = (...parts: readonly PartLine[]) => ({
  workshop: { done: [], parts, runs: [], releases: [] },
});

describe("the next step of a job", () => {
  it("is done once it is closed, whatever its readings say", () => {
    expect(step(job(FOUND), {}, true)).toEqual({ kind: "done" });
  });

  it("is the check that the verdict proposes, and before it the cautions", () => {
    const fresh = job([]);
    expect(step(fresh)).toEqual({ kind: "check", check: "safety", repeats: false, again: null });
    const safe = job(madeSafe("hub"));
    const { next } = assessJob(safe);
    expect(step(safe)).toEqual({ kind: "check", check: next!.check, repeats: false, again: null });
    expect(next!.check).not.toBe("safety");
  });

  it("is the decision once the evidence decides, or when no check is proposed any more", () => {
    const record = job(FOUND);
    expect(assessJob(record).decided).toBe("resolder");
    expect(step(record)).toEqual({ kind: "decide" });
    const open = job(madeSafe("hub"));
    expect(step(open, { next: null })).toEqual({ kind: "decide" });
    expect(step(open, { decided: "notMotor" })).toEqual({ kind: "decide" });
  });

  it("goes back to the readings after a decision that leaves it undecided", () => {
    const record = job(madeSafe("hub"), decided({ disposition: "undecided" }));
    expect(step(record)).toMatchObject({ kind: "check", repeats: false });
  });

  it("is the repair by the plans of the decision, or closing where it asks for none", () => {
    const record = job(FOUND, decided({ cures: ["starJoint"] }));
    const repair = step(record);
    expect(repair.kind === "repair" && repair.plans.map(({ id }) => id)).toEqual(["starJoint"]);
    expect(step(job(FOUND, decided({ disposition: "notMotor" })))).toEqual({ kind: "close" });
  });

  it("puts the shop's own way of mending a dead sensor first", () => {
    const of = (choice: "one" | "all") => {
      const record = job(FOUND, {
        ...decided({ disposition: "replacePart" }),
        limits: { deadHall: { choice, source: "" } } as never,
      });
      const found = step(record, {
        faults: [{ fault: "hallSensor", probability: 0.9 }] as never,
      });
      return found.kind === "repair" ? found.plans[0]?.id : found.kind;
    };
    expect([of("one"), of("all")]).toEqual(["hallSensor", "hallSensors"]);
  });

  it("waits for what the decision says, and for parts until the last is here, by its latest day", () => {
    const waits = (more: Partial<JobRecord>) => step(job(FOUND, more));
    expect(waits(decided({ waitingFor: "parts" }))).toEqual({ kind: "wait", waitingFor: "parts", due: null });
    expect(waits(decided({ waitingFor: "answer" }))).toEqual({
      kind: "wait",
      waitingFor: "answer",
      due: null,
    });
    const listed = withParts(part({ due: "2026-03-09" }), part({ due: "2026-03-11" }), part());
    expect(waits({ ...decided(), ...listed })).toEqual({
      kind: "wait",
      waitingFor: "parts",
      due: "2026-03-11",
    });
    const here = withParts(part({ state: "here" }));
    expect(waits({ ...decided({ waitingFor: "parts" }), ...here }).kind).toBe("repair");
  });
});

describe("after a repair", () => {
  const repaired = (readings: Parameters<typeof job>[0], more: Partial<JobRecord> = {}) =>
    job([...FOUND, ...readings], { ...decided(), repairs: [REPAIR], ...more });

  it("what departed is read again, once the motor was made safe again for it", () => {
    expect(step(repaired([]))).toEqual({ kind: "check", check: "safety", repeats: false, again: null });
    expect(step(repaired(madeSafe("hub", 1)))).toMatchObject({
      kind: "check",
      check: "winding",
      repeats: true,
    });
  });

  it("the one that was not repeated is asked for, not one that was", () => {
    const rust = [choice("mechanical", "turn", "scraping")];
    const record = repaired([
      ...rust,
      ...madeSafe("hub", 1),
      ...pairs(["127.8m", "128.1m", "128.0m"], MILLIOHM, "0.1m", 1),
    ]);
    expect(proofOf(record).lines.map(({ check, state }) => [check, state])).toContainEqual([
      "winding",
      "cured",
    ]);
    expect(step(record)).toMatchObject({
      ...{ kind: "check", check: "mechanical", repeats: true },
      again: { check: "mechanical", slots: ["turn", "axialPlay", "sight", "seen"], minutes: 2 },
    });
  });

  it("what departs still is looked at, whatever else is not repeated yet", () => {
    const rust = [choice("mechanical", "turn", "scraping")];
    const still = repaired([
      ...rust,
      ...madeSafe("hub", 1),
      ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m", 1),
    ]);
    expect(step(still)).toEqual({ kind: "lookAtProof" });
  });

  it("a repair of something that nothing departed in has nothing to prove: it is looked at", () => {
    const sound = job([...madeSafe("hub"), ...lookedAndTurned()], { ...decided(), repairs: [REPAIR] });
    expect(proofOf(sound)).toEqual({ lines: [], answer: "open" });
    expect(step(sound)).toEqual({ kind: "lookAtProof" });
  });

  it("parts still awaited hold it", () => {
    expect(step(repaired([], withParts(part({ epoch: 1, due: "2026-03-09" }))))).toEqual({
      kind: "wait",
      waitingFor: "parts",
      due: "2026-03-09",
    });
  });
});

describe("a proof", () => {
  it("is of what applies to this motor alone", () => {
    const swapped = [choice("run", "swap", "stillFails")];
    const variables = (family: "hub" | "ecm") =>
      proofOf(job(swapped, { motor: { ...HUB, family }, repairs: [REPAIR] })).lines.map(
        ({ variable }) => variable,
      );
    expect(variables("hub")).toEqual(["swap"]);
    expect(variables("ecm")).toEqual([]);
  });
});

describe("plans of a decision", () => {
  it("are one for each cure, each once, and the best by disposition where no cure has one", () => {
    expect(
      plansOf({ disposition: "resolder", cures: ["starJoint", "joint"] }, []).map(({ id }) => id),
    ).toEqual(["starJoint"]);
    const two = plansOf({ disposition: "replacePart", cures: ["bearings", "rotor"] }, ["magnets", "bearing"]);
    expect(two.map(({ id }) => id)).toEqual(["bearings", "rotor"]);
    expect(plansOf({ disposition: "replacePart", cures: ["nothingOfOurs"] }, ["bearing"])).toHaveLength(1);
    expect(plansOf({ disposition: "replacePart" }, ["magnets"]).map(({ id }) => id)).toEqual(["rotor"]);
    expect(plansOf({ disposition: "notMotor", cures: ["starJoint"] }, [])).toEqual([]);
    expect(plansOf({ disposition: "undecided", cures: ["starJoint"] }, [])).toEqual([]);
  });
  it("stand by their likeliest fault, not by their unlikeliest", () => {
    // A star joint cures four faults: what decides its place is the first of them.
    const faults = ["starJointOpen", "leadOpen", "limbReversed"] as const;
    expect(plansOf({ disposition: "resolder" }, faults).map(({ id }) => id)).toEqual(["starJoint"]);
  });
});

describe("suspects outside", () => {
  const verdict = (part: Partial<Verdict>): Verdict => ({ ...assessJob(job([])), ...part });
  const chances = (fault: Readonly<Record<string, number>>) =>
    Object.entries(fault).map(([id, probability]) => ({ fault: id, probability })) as never;
  const cleared = { decided: "notMotor" as const, cleared: true };

  it("begin with the controller only where it is likelier than the rest outside", () => {
    const of = (faults: Readonly<Record<string, number>>) =>
      nextSuspects({ ...job([]), complaint: "twitches" }, verdict({ ...cleared, faults: chances(faults) }));
    const usual = ["connectors of phases and sensors", "controller", "settings of the controller"];
    expect(of({})).toEqual(usual);
    expect(of({ outside: 0.4, controller: 0.2, switchShorted: 0.1 })).toEqual(usual);
    expect(of({ outside: 0.3, controller: 0.2, switchShorted: 0.2 })).toEqual([
      "controller",
      "connectors of phases and sensors",
      "settings of the controller",
    ]);
  });

  it("are nobody's once the motor was worked on", () => {
    const record = { ...job([]), complaint: "twitches" as const };
    expect(nextSuspects(record, verdict({ ...cleared, epoch: 1 }))).toEqual([]);
    expect(nextSuspects(record, verdict({ ...cleared, decided: "resolder" }))).toEqual([]);
  });

  it("follow 'nothing wrong' only where nothing is to be done and nothing outside was cleared by name", () => {
    const action = { cures: [] } as never;
    expect(isNothingWrong(verdict({ decided: "notMotor", cleared: false, action }))).toBe(true);
    expect(isNothingWrong(verdict({ decided: "notMotor", cleared: true, action }))).toBe(false);
    expect(isNothingWrong(verdict({ decided: "notMotor", cleared: false, action: null }))).toBe(false);
    expect(
      isNothingWrong(
        verdict({ decided: "notMotor", cleared: false, action: { cures: ["harness"] } as never }),
      ),
    ).toBe(false);
    expect(isNothingWrong(verdict({ decided: "resolder", cleared: false, action }))).toBe(false);
  });
});
