import { assessJob } from "#core/judge";
import { describe, expect, it } from "vitest";
import {
  BASIC,
  celsius,
  choice,
  DECISION,
  frameOpen,
  HUB,
  job,
  lookedAndTurned,
  madeSafe,
  MILLIOHM,
  pairs,
  REPAIR,
} from "../../tests/jobs.ts";
import { summarise } from "./summary.ts";

const OPEN = [
  ...madeSafe("hub"),
  ...lookedAndTurned(),
  ...frameOpen(),
  celsius(20),
  ...pairs(["OL", "OL", "OL"], BASIC, "0.2"),
];
const AFTER = [
  ...madeSafe("hub", 1),
  celsius(20, 1),
  ...pairs(["127.9m", "128.0m", "128.1m"], MILLIOHM, "0.1m", 1),
];
const at = (record: ReturnType<typeof job>, closed = false) => {
  const { stage, summary } = summarise(record, assessJob(record), closed);
  return [stage, summary.next, summary.to];
};

const shown = (record: ReturnType<typeof job>) => summarise(record, assessJob(record), false).summary;

describe("what the bench shows of a job", () => {
  it("begins with making safe, then the check that tells most", () => {
    // Making safe is no step of its own: the bench names the one it is for.
    expect(at(job([]))).toEqual(["reading", "Look and turn", "safety"]);
    expect(at(job(madeSafe("hub")))[0]).toBe("reading");
    expect(at(job(madeSafe("hub")))[2]).not.toBe("safety");
  });

  it("marks the checks of its kind of motor alone, in the plan's order", () => {
    // Made safe, looked at, frame, insulation, pairs, spin, waveform, sensors, feed, run, set-up.
    expect(shown(job(OPEN)).marks).toHaveLength(11);
    expect(shown(job(OPEN)).marks.slice(0, 3)).toEqual(["agrees", "agrees", "agrees"]);
    // A blower has supply, air and module instead of feed and run.
    expect(shown(job([], { motor: { ...HUB, family: "ecm" } })).marks).toHaveLength(12);
  });

  it("says who made it safe, and when, only where the next step needs it", () => {
    const safe = madeSafe("hub");
    const { by, takenAt } = safe.at(-1)!;
    expect(shown(job([...safe, ...lookedAndTurned(), ...frameOpen()])).safe).toEqual({ by, at: takenAt });
    // What somebody else made safe is made safe before it is turned, as the job itself says.
    expect(shown(job(safe))).toMatchObject({ to: "mechanical", safe: { by, at: takenAt } });
    expect(shown(job([]))).not.toHaveProperty("safe");
    expect(shown(job(OPEN))).not.toHaveProperty("safe");
  });

  it("names no fault where nothing is wrong, however little the likeliest has", () => {
    const record = job(OPEN);
    const verdict = assessJob(record);
    const sound = { ...verdict, decided: "notMotor" as const, hardFact: null };
    const led = (action: typeof verdict.action) =>
      summarise(record, { ...sound, action }, false).summary.leading;
    expect(led({ ...verdict.action!, cures: [] })).toBeNull();
    expect(led(verdict.action)).not.toBeNull();
  });

  it("asks for the decision once the evidence is enough", () => {
    expect(at(job(OPEN))).toEqual(["decision", "Decide", "decide"]);
  });

  it("names the repair that the decision asks for", () => {
    expect(at(job(OPEN, { decisions: [DECISION] }))).toEqual(["repair", "Resolder the star joint", "repair"]);
  });

  it("waits for parts or an answer when the decision says so", () => {
    expect(at(job(OPEN, { decisions: [{ ...DECISION, waitingFor: "parts" }] }))[0]).toBe("parts");
    expect(at(job(OPEN, { decisions: [{ ...DECISION, waitingFor: "answer" }] }))[0]).toBe("answer");
  });

  it("leaves an undecided job with what is to be found out", () => {
    expect(at(job(OPEN, { decisions: [{ ...DECISION, disposition: "undecided" }] }))[0]).toBe("decision");
  });

  it("goes straight to closing when it is not the motor", () => {
    expect(at(job(OPEN, { decisions: [{ ...DECISION, disposition: "notMotor" }] }))[0]).toBe("closing");
  });

  it("after a repair asks to make safe, to repeat, to run it, and then to close", () => {
    const repaired = { decisions: [DECISION], repairs: [REPAIR] };
    expect(at(job(OPEN, repaired))).toEqual(["proof", "Three pairs", "safety"]);
    expect(at(job([...OPEN, ...madeSafe("hub", 1)], repaired))).toEqual([
      "proof",
      "Repeat: three pairs",
      "winding",
    ]);
    expect(at(job([...OPEN, ...AFTER], repaired))).toEqual(["proof", "Let it run", "letRun"]);
    expect(at(job([...OPEN, ...AFTER, choice("mechanical", "turn", "scraping", 1)], repaired))).toEqual([
      "proof",
      "Look at the proof",
      "readAgain",
    ]);
  });

  it("shows a closed job as done, and who wrote last", () => {
    expect(at(job(OPEN, { decisions: [DECISION] }), true)).toEqual(["closed", "Done", "report"]);
    expect(shown(job(OPEN)).by).toBe("MO");
    expect(shown(job([])).by).toBe("");
  });

  it("carries the clock of a wait that runs", () => {
    const ecm = { motor: { ...HUB, family: "ecm" as const } };
    expect(shown(job([choice("safety", "discharge", "started")], ecm)).clock).toMatchObject({ minutes: 5 });
    expect(shown(job([], ecm)).clock).toBeNull();
  });
});
