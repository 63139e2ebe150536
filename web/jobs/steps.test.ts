import { describe, expect, it } from "vitest";
import { assessJob } from "#core/judge";
import {
  BASIC,
  DECISION,
  frameOpen,
  HUB,
  job,
  lookedAndTurned,
  madeSafe,
  MILLIOHM,
  pairs,
  REPAIR,
  skipped,
} from "../../tests/jobs.ts";
import { letterOf, nextPlaceOf, stepsOf, stepAt } from "./steps.ts";

const OPEN = [
  ...madeSafe("hub"),
  ...lookedAndTurned(),
  ...frameOpen(),
  ...pairs(["OL", "OL", "OL"], BASIC, "0.2"),
];
const next = (record: ReturnType<typeof job>, closed = false) =>
  nextPlaceOf(record, assessJob(record), closed);

describe("the next step", () => {
  it("is safety first, then what tells most, then the decision, the repair, the proof, the report", () => {
    expect(next(job([]))).toBe("safety");
    expect(next(job(OPEN))).toBe("decide");
    expect(next(job(OPEN, { decisions: [DECISION] }))).toBe("repair");
    const repaired = { decisions: [DECISION], repairs: [REPAIR] };
    expect(next(job(OPEN, repaired))).toBe("safety");
    expect(next(job([...OPEN, ...madeSafe("hub", 1)], repaired))).toBe("winding");
    expect(
      next(
        job(
          [...OPEN, ...madeSafe("hub", 1), ...pairs(["127.9m", "128m", "128.1m"], MILLIOHM, "0.1m", 1)],
          repaired,
        ),
      ),
    ).toBe("letRun");
    expect(next(job(OPEN), true)).toBe("report");
  });

  it("of a job that waits for parts is where the waiting is ended", () => {
    expect(next(job(OPEN, { decisions: [{ ...DECISION, waitingFor: "parts" }] }))).toBe("repair");
  });

  it("does not wait for the verdict to see that a motor was made safe", () => {
    const stale = assessJob(job([]));
    expect(nextPlaceOf(job(madeSafe("hub")), stale, false)).not.toBe("safety");
  });
});

describe("the plan", () => {
  it("shows each check's state with its result, and a skipped one with its reason", () => {
    const record = job([
      ...madeSafe("hub"),
      ...lookedAndTurned(),
      skipped("frame", "casing is plastic"),
      ...pairs(["127.9m", "128m", "128.1m"], MILLIOHM, "0.1m"),
    ]);
    const steps = stepsOf(record, assessJob(record), false);
    expect(steps.map(({ step, state, note }) => [step, state, note])).toEqual([
      ["takenIn", "agrees", "cuts out under load"],
      ["safety", "agrees", ""],
      ["mechanical", "agrees", "even"],
      ["frame", "skipped", "casing is plastic"],
      ["insulation", "toDo", "6 min"],
      ["winding", "agrees", "equal"],
      ["backemf", "toDo", "5 min"],
      ["waveform", "toDo", "3 min"],
      ["hall", "toDo", "5 min"],
      ["feed", "toDo", "10 min"],
      ["run", "toDo", "8 min"],
      ["setup", "toDo", "2 min"],
      ["decide", "toDo", ""],
      ["repair", "toDo", ""],
      ["report", "toDo", ""],
    ]);
  });

  it("names what is asked of this kind of motor alone: supply and air of a blower, the feed of a bare one", () => {
    const named = (family: "hub" | "ecm") => {
      const record = job([], { motor: { ...HUB, family } });
      return stepsOf(record, assessJob(record), false).map(({ step }) => step);
    };
    expect(named("ecm")).toEqual(expect.arrayContaining(["power", "air", "module", "winding", "hall"]));
    expect(named("ecm")).not.toContain("feed");
    expect(named("hub")).toEqual(expect.arrayContaining(["feed", "run", "hall"]));
    expect(named("hub")).not.toContain("power");
  });

  it("gives the minutes of what is still to do", () => {
    const record = job([]);
    expect(stepsOf(record, assessJob(record), false).find(({ step }) => step === "winding")?.note).toBe(
      "4 min",
    );
  });

  it("marks an undecided decision as such and a failed proof as departing", () => {
    const undecided = job(OPEN, { decisions: [{ ...DECISION, disposition: "undecided" }] });
    expect(stepsOf(undecided, assessJob(undecided), false).find(({ step }) => step === "decide")?.state).toBe(
      "cannotTell",
    );
    const failed = job([...OPEN, ...pairs(["OL", "OL", "OL"], BASIC, "0.2", 1)], {
      decisions: [DECISION],
      repairs: [REPAIR],
    });
    expect(stepsOf(failed, assessJob(failed), false).find(({ step }) => step === "readAgain")?.state).toBe(
      "departs",
    );
  });
});

describe("the plan of a road", () => {
  const repaired = { decisions: [DECISION], repairs: [REPAIR] };
  const stagesOf = (record: ReturnType<typeof job>) =>
    stepsOf(record, assessJob(record), false).map(({ step, stage, state, folded }) => ({
      step,
      stage,
      state,
      folded: folded ?? false,
    }));

  it("stands between what was found and what nobody needed, and both are folded", () => {
    const steps = stagesOf(job(OPEN, { decisions: [DECISION] }));
    expect(steps.filter(({ folded }) => !folded).map(({ step }) => step)).toEqual([
      ...["decide", "repair", "readAgain", "letRun", "release", "close", "report"],
    ]);
    const found = steps.filter(({ stage }) => stage === "Found").map(({ step }) => step);
    expect(found).toEqual(["takenIn", "safety", "mechanical", "frame", "winding"]);
    expect(steps.find(({ step }) => step === "hall")?.stage).toBe("Other checks");
  });

  it("keeps after the repair what was found before it, until it is read again", () => {
    const winding = (record: ReturnType<typeof job>) =>
      stagesOf(record).find(({ step }) => step === "winding");
    expect(winding(job(OPEN, repaired))).toMatchObject({ stage: "Found", state: "departs" });
    const again = pairs(["127.9m", "128m", "128.1m"], MILLIOHM, "0.1m", 1);
    expect(winding(job([...OPEN, ...again], repaired))).toMatchObject({ stage: "Found", state: "agrees" });
  });

  it("is no road where nothing is to be done: the decision, the closing, the report", () => {
    const record = job(OPEN, { decisions: [{ ...DECISION, disposition: "notMotor" }] });
    const steps = stagesOf(record);
    expect(steps.filter(({ stage }) => stage === "Settle").map(({ step }) => step)).toEqual([
      ...["decide", "close", "report"],
    ]);
    expect(steps.some(({ folded }) => folded)).toBe(false);
  });
});

describe("the letter of a step", () => {
  const steps = stepsOf(job([]), assessJob(job([])), false);
  it("goes to it and to nothing else", () => {
    for (const { step } of steps) expect(stepAt(steps, letterOf(steps, step))).toBe(step);
    expect(stepAt(steps, "A")).toBe("takenIn");
    expect(stepAt(steps, "z")).toBeUndefined();
    expect(stepAt(steps, "Escape")).toBeUndefined();
  });
});
