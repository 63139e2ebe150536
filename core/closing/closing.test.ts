import { describe, expect, it } from "vitest";
import { BASIC, DECISION, HUB, lookedAndTurned, MILLIOHM, pairs, SHOP } from "../../tests/jobs.ts";
import { assessJob, RULES_VERSION } from "../judge/index.ts";
import type { JobRecord } from "../record/index.ts";
import { closedRecordOf, sinceClosing } from "./index.ts";

const JOB: JobRecord = {
  motor: HUB,
  complaint: "noRun",
  complaintWords: "",
  events: [],
  instruments: SHOP,
  readings: [...lookedAndTurned(), ...pairs(["127.9m", "128.2m", "143.1m"], MILLIOHM, "0.1m")],
  decisions: [{ ...DECISION, disposition: "resolder" }],
  repairs: [],
};
const HEAD = { number: 7, takenInAt: "2026-03-02T09:00:00.000Z" };
const AT = "2026-03-03T10:00:00.000Z";
const TURNING = { id: "x", by: "MO", reason: "done", at: "2026-03-03T09:59:59.000Z" };
const close = (job: JobRecord, kind: "closing" | "callingOff" = "closing") =>
  closedRecordOf(job, HEAD, kind, TURNING, AT);
const CLOSED = close(JOB);
const since = (job: JobRecord) => sinceClosing(CLOSED, job, assessJob(job));

describe("a closed job", () => {
  it("carries its verdict with the rules that gave it, its report, its visit, and only the meters it used", () => {
    expect(CLOSED).toMatchObject({ kind: "closing", at: AT, by: "MO", reason: "done", sound: false });
    expect(CLOSED.verdict).toEqual(assessJob(JOB));
    expect(CLOSED.verdict.rules).toBe(RULES_VERSION);
    expect(CLOSED.record.instruments.map(({ id }) => id)).toEqual([MILLIOHM.id]);
    expect(CLOSED.visit).toMatchObject({ jobNumber: 7, at: HEAD.takenInAt });
    expect(JSON.stringify(CLOSED.report)).toContain("143.0 ± 0.4 mΩ");
    expect(CLOSED.report.tables[0]?.summary).toContain(
      "At rest, the three are not equal within the limit of 5 %.",
    );
  });

  it("reads back from its text as it was written: nothing in it is lost on disk", () => {
    expect(JSON.parse(JSON.stringify(CLOSED))).toEqual(CLOSED);
  });

  it("left as sound where nothing departs and it was cleared, never where it was called off", () => {
    const sound: JobRecord = {
      ...JOB,
      readings: [...lookedAndTurned(), ...pairs(["128.1m", "128.2m", "128.0m"], MILLIOHM, "0.1m")],
      decisions: [{ ...DECISION, disposition: "notMotor" }],
    };
    expect(close(sound).sound).toBe(true);
    expect(close(sound, "callingOff").sound).toBe(false);
  });
});

describe("what is different since it was closed", () => {
  it("is nothing where nothing changed", () => expect(since(JOB)).toEqual([]));

  it("names the fields of the motor that changed", () => {
    const [first] = since({ ...JOB, motor: { ...HUB, polePairs: 14, owner: "Hollin Orchard" } });
    expect(first).toBe("Of the motor, owner, pole pairs changed.");
  });

  it("names a meter that was used and changed, and no other", () => {
    const worse = (id: string) =>
      SHOP.map((one) => (one.id === id ? { ...one, name: `${one.name}, repaired` } : one));
    expect(since({ ...JOB, instruments: worse(MILLIOHM.id) })[0]).toBe(
      `The data of ${MILLIOHM.name} changed.`,
    );
    expect(since({ ...JOB, instruments: worse(BASIC.id) })).toEqual([]);
  });

  it("says that the shop's limits changed, and what comes of a reading taken since", () => {
    expect(since({ ...JOB, limits: { balance: { hub: { limit: 0.2, reason: "lenient" } } } })).toContain(
      "The shop's limits changed.",
    );
    const more = since({
      ...JOB,
      readings: [...JOB.readings, ...pairs(["127.9m", "128.2m", "128.0m"], MILLIOHM)],
      decisions: [...JOB.decisions, { ...DECISION, disposition: "notMotor" }],
    });
    expect(more.at(-1)).toMatch(/^It was .+ \(.+ \d.*%\); it is .+ \(.+%\)\.$/u);
  });

  it("says by which rules it was judged then, where they are others now", () => {
    const old = { ...CLOSED, verdict: { ...CLOSED.verdict, rules: "1" } };
    expect(sinceClosing(old, JOB, assessJob(JOB))).toEqual([
      `Judged by rules ${RULES_VERSION}; at closing by rules 1.`,
    ]);
  });
});
