import { describe, expect, it } from "vitest";
import { closedRecordOf } from "#core/closing";
import { assessJob } from "#core/judge";
import type { Entry, Reading } from "#core/record";
import { asOldBundle, DECISION, HUB, job, MILLIOHM, pairs, photographed, REPAIR } from "../tests/jobs.ts";
import type { BundledJob } from "./bundledJob.ts";
import { groundsOf, readBundle, recordOfBundle, toBundle } from "./bundle.ts";
import type { JobView } from "./jobs.ts";
import { versionOfTag } from "./routes.ts";
import { readView } from "./view.ts";

const SAVED = "2026-03-02T11:00:00.000Z";
const READINGS = pairs(["128m", "OL", "128m"], MILLIOHM, "0.1m");
const journalled = (readings: readonly Reading[]) =>
  readings.map((body) => ({ kind: "reading" as const, body, savedAt: SAVED }));
const BUNDLED: BundledJob = {
  number: 7,
  intake: {
    motor: HUB,
    complaint: "cutsOut",
    complaintWords: "on the bridge",
    events: [],
    takenInAt: "2026-03-02T09:00:00.000Z",
  },
  entries: journalled(READINGS),
  instruments: [MILLIOHM],
  past: [],
  limits: {},
  motorVersions: [],
  closings: [],
  files: [],
};
const read = (part: Partial<BundledJob> = {}) =>
  readBundle(JSON.stringify(toBundle({ ...BUNDLED, ...part })));
const problem = (result: ReturnType<typeof readBundle>) =>
  result.kind === "refused" ? result.problems[0]! : null;

describe("a bundle of this version", () => {
  it("says what it is and comes back whole", () => {
    expect(toBundle(BUNDLED)).toMatchObject({ format: "green-fable-job", version: 2 });
    expect(read()).toEqual({ kind: "read", job: BUNDLED });
    expect(groundsOf(BUNDLED)).toEqual({ instruments: [MILLIOHM], past: [], limits: {} });
  });

  it("is judged as the journal in it says", () => {
    expect(recordOfBundle(BUNDLED).readings.map(({ slot }) => slot)).toEqual(["tips", "AB", "BC", "CA"]);
    expect(assessJob(recordOfBundle(BUNDLED)).findings.map(({ variable }) => variable)).toContain("pairs");
  });

  it("is refused with its place where it is no JSON, another thing, newer or broken", () => {
    expect(problem(readBundle("{"))?.sentence).toMatch(/^This file is not JSON: /u);
    expect(problem(readBundle("[]"))).not.toBeNull();
    expect(problem(readBundle(JSON.stringify({ format: "something", version: 2 })))?.field).toBe("format");
    expect(problem(readBundle(JSON.stringify({ format: "green-fable-job", version: 9 })))?.sentence).toMatch(
      /version/iu,
    );
    expect(problem(read({ number: -1 }))?.field).toBe("job.number");
    const several = read({ number: -1, intake: { ...BUNDLED.intake, complaint: "sulks" as never } });
    expect(several.kind === "refused" && several.problems.length).toBe(2);
  });

  it("lists each instrument its readings name, and none is wanted by a reading that names none", () => {
    expect(problem(read({ instruments: [] }))).toEqual({
      field: "job.entries.0.body.instrumentId",
      sentence: "This reading names an instrument that the bundle does not list.",
    });
    const unnamed = READINGS.map((one) => ({ ...one, instrumentId: null }));
    expect(read({ entries: journalled(unnamed), instruments: [] }).kind).toBe("read");
  });

  it("holds each photo its readings name, unless it holds none at all", () => {
    const shot = photographed();
    const name = (shot.value as { photo: string }).photo;
    const entries = journalled([shot]);
    const file = (of: string) => ({ name: of, sha256: "c".repeat(64), type: "image/jpeg", bytes: 3 });
    expect(read({ entries, files: [] }).kind).toBe("read");
    expect(read({ entries, files: [file(name)] }).kind).toBe("read");
    expect(problem(read({ entries, files: [file("b".repeat(64))] }))).toEqual({
      field: "job.entries.0.body.value.photo",
      sentence: "This reading names a photo that the bundle does not hold.",
    });
  });
});

describe("a closed job in a bundle", () => {
  const turning = { id: "01980000-0000-7000-8000-0000000000cc", by: "MO", reason: "", at: SAVED };
  const closing: Entry = { kind: "closing", body: turning };
  const record = recordOfBundle(BUNDLED);
  const frozen = {
    ...closedRecordOf(record, { number: 7, takenInAt: BUNDLED.intake.takenInAt }, "closing", turning, SAVED),
    entryId: turning.id,
  };
  const closed: BundledJob = {
    ...BUNDLED,
    entries: [...BUNDLED.entries, { ...closing, savedAt: SAVED }],
    closings: [{ ...frozen, record: { ...frozen.record, complaintWords: "as it was closed" } }],
  };

  it("is read from its journal, whatever its closing claims was read", () => {
    expect(recordOfBundle(closed).complaintWords).toBe("on the bridge");
    expect(recordOfBundle({ ...closed, closings: [] }).complaintWords).toBe("on the bridge");
  });

  it.each([
    ["record", {}],
    ["record", { motor: {} }],
    ["verdict", {}],
    ["verdict", { rules: "12", findings: [], faults: [{}] }],
    ["report", {}],
    ["report", { tables: "none" }],
    ["visit", {}],
    ["outcome", {}],
  ])("is refused where its %s is %j, with the place", (part, value) => {
    const closings = closed.closings.map((one) => ({ ...one, [part]: value }));
    const found = problem(read({ entries: closed.entries, closings: closings as never }));
    expect(found?.field).toMatch(new RegExp(`^job\\.closings\\.0\\.${part}\\.`, "u"));
  });

  it("is refused where its closing belongs to no entry", () => {
    expect(read({ entries: closed.entries, closings: closed.closings }).kind).toBe("read");
    expect(problem(read({ closings: closed.closings }))).toEqual({
      field: "job.closings.0.entryId",
      sentence: "This closing names an entry that the bundle does not hold.",
    });
  });
});

describe("a bundle of version 1", () => {
  it("becomes a journal in the order it tells: readings, decisions, repairs", () => {
    const old = job(READINGS, { decisions: [DECISION], repairs: [REPAIR], instruments: [MILLIOHM] });
    const result = readBundle(asOldBundle(old));
    expect(result.kind).toBe("read");
    if (result.kind !== "read") return;
    expect(result.job.entries.map(({ kind }) => kind)).toEqual([
      ...READINGS.map(() => "reading"),
      "decision",
      "repair",
    ]);
    expect(result.job.entries.map(({ savedAt }) => savedAt).slice(-2)).toEqual([DECISION.at, REPAIR.at]);
    // It was taken in no later than its first entry.
    expect(result.job.intake.takenInAt).toBe(READINGS[0]!.takenAt);
    expect(result.job).toMatchObject({ past: [], limits: {}, motorVersions: [], closings: [], files: [] });
    expect(recordOfBundle(result.job).repairs).toEqual([REPAIR]);
  });

  it("without any entry is taken in at the beginning of time, and its errors have their place", () => {
    const empty = readBundle(asOldBundle(job([], { instruments: [MILLIOHM] })));
    expect(empty.kind === "read" && empty.job.intake.takenInAt).toBe("1970-01-01T00:00:00.000Z");
    const wrong = readBundle(asOldBundle(job([], { instruments: [], complaint: "sulks" as never })));
    expect(problem(wrong)?.field).toMatch(/complaint/u);
    const foreign = readBundle(asOldBundle(job(READINGS, { instruments: [] })));
    expect(problem(foreign)?.sentence).toMatch(/does not list/u);
  });
});

describe("a job as it is read", () => {
  const view = {
    intake: BUNDLED.intake,
    entries: BUNDLED.entries.slice(0, 2),
    grounds: groundsOf(BUNDLED),
    closedAt: null,
    closing: null,
  } as unknown as JobView;
  const slots = (read: ReturnType<typeof readView>) => read.record.readings.map(({ slot }) => slot);

  it("has what waits for the server after what the server has, each entry once", () => {
    expect(slots(readView(view))).toEqual(["tips", "AB"]);
    expect(slots(readView(view, BUNDLED.entries))).toEqual(["tips", "AB", "BC", "CA"]);
  });

  it("is its closed record while it is closed, and its journal otherwise", () => {
    const closing = { record: { ...recordOfBundle(BUNDLED), complaintWords: "as it was closed" } };
    const words = (part: object) => readView({ ...view, ...part } as JobView).record.complaintWords;
    expect(words({ closedAt: SAVED, closing })).toBe("as it was closed");
    expect(words({ closedAt: null, closing })).toBe("on the bridge");
    expect(words({ closedAt: SAVED, closing: null })).toBe("on the bridge");
    expect(readView(view)).toMatchObject({ corrections: [], undone: new Set() });
  });
});

describe("a version's tag", () => {
  it("is a whole number in quotes and nothing around it", () => {
    expect(versionOfTag('"12"')).toBe(12);
    for (const wrong of ['"12"x', 'x"12"', "12", '"1234567890"', '""', '"-1"'])
      expect(versionOfTag(wrong), wrong).toBeNull();
  });
});
