import { describe, expect, it } from "vitest";
import { choice, DECISION, HUB, REPAIR, reading, SHOP } from "../../tests/jobs.ts";
import { fold, writtenAt, type Correction, type Entry, type Intake, type Turning } from "./index.ts";

const INTAKE: Intake = {
  motor: HUB,
  complaint: "noRun",
  complaintWords: "dead",
  events: ["water"],
  takenInAt: "2026-03-02T09:00:00.000Z",
};
const NONE = { instruments: [] };
const AB = reading({ check: "winding", slot: "AB", value: { kind: "ohms", ohms: 0.128 } });
const id = (n: number) => `01980000-0000-7000-a000-${String(n).padStart(12, "0")}`;
const at = (minute: number) => `2026-03-02T11:${String(minute).padStart(2, "0")}:00.000Z`;
const turning = (n: number, reason = ""): Turning => ({ id: id(n), reason, by: "MO", at: at(n) });
const correction = (n: number, changes: Correction["changes"]): Entry => ({
  kind: "correction",
  body: { ...turning(n, "misread"), changes },
});
const undo = (n: number, of: string): Entry => ({
  kind: "undo",
  body: { id: id(n), of, by: "PR", at: at(n) },
});
const read = (...entries: Entry[]) => fold(INTAKE, entries, NONE, () => null);

describe("a journal", () => {
  it("with nothing in it is what was taken in", () => {
    const { record, closed, corrections } = read();
    expect(record).toEqual({
      motor: HUB,
      complaint: "noRun",
      complaintWords: "dead",
      events: ["water"],
      readings: [],
      decisions: [],
      repairs: [],
      instruments: [],
    });
    expect(closed).toBeNull();
    expect(corrections).toEqual([]);
  });

  it("keeps entries of each kind in the order written", () => {
    const { record } = read(
      { kind: "reading", body: AB },
      { kind: "decision", body: DECISION },
      { kind: "repair", body: REPAIR },
    );
    expect(record).toMatchObject({ readings: [AB], decisions: [DECISION], repairs: [REPAIR] });
  });

  it("carries what it is judged by, and leaves out what is empty", () => {
    const limits = { spin: { limit: 0.05, reason: "old drill" } };
    const past = [{ jobNumber: 1, at: at(0), pairs: null, constant: null, insulation: null }];
    expect(fold(INTAKE, [], { instruments: SHOP, past, limits }, () => null).record).toMatchObject({
      instruments: SHOP,
      past,
      limits,
    });
    expect(fold(INTAKE, [], { instruments: [], past: [], limits: {} }, () => null).record).not.toHaveProperty(
      "past",
    );
    expect(fold(INTAKE, [], { instruments: [], past: [], limits: {} }, () => null).record).not.toHaveProperty(
      "limits",
    );
  });

  it("keeps lines that fit no slot as notes, and judges them nowhere", () => {
    const odd = choice("mechanical", "axialPlay", "lots");
    const { record } = fold(
      INTAKE,
      [
        { kind: "reading", body: AB },
        { kind: "reading", body: odd },
      ],
      NONE,
      ({ slot }) => (slot === "axialPlay" ? "no such choice" : null),
    );
    expect(record.readings).toEqual([AB]);
    expect(record.unread).toEqual([{ reading: odd, why: "no such choice" }]);
    expect(read({ kind: "reading", body: AB }).record).not.toHaveProperty("unread");
  });
});

describe("a correction of the take-in", () => {
  it("changes the fields it names and no others; the later one wins", () => {
    const { record, corrections } = read(
      correction(1, { motor: { family: "hobby", name: "Copter" }, complaint: "hot" }),
      correction(2, { motor: { name: "Copter 2" }, events: [] }),
    );
    expect(record.motor).toEqual({ ...HUB, family: "hobby", name: "Copter 2" });
    expect(record).toMatchObject({ complaint: "hot", complaintWords: "dead", events: [] });
    expect(corrections).toHaveLength(2);
  });

  it("moves the job to another unit whole, and further corrections are of that one", () => {
    const unit = { ...HUB, id: id(90), serial: "TF-0099", name: "Trike 9" };
    const { record } = read(
      correction(1, { motor: { name: "misread" } }),
      correction(2, { unit }),
      correction(3, { motor: { connection: "delta" } }),
    );
    expect(record.motor).toEqual({ ...unit, connection: "delta" });
  });

  it("taken back is as if never written", () => {
    const { record, corrections, undone } = read(
      correction(1, { complaint: "hot" }),
      correction(2, { complaint: "noisy" }),
      undo(3, id(1)),
    );
    expect(record.complaint).toBe("noisy");
    expect(corrections.map((one) => one.id)).toEqual([id(2)]);
    expect(undone).toEqual(new Set([id(1)]));
  });
});

describe("an undo", () => {
  it("of a reading stands beside it as a line of its own, with who and when", () => {
    const { record } = read({ kind: "reading", body: AB }, undo(1, AB.id));
    expect(record.readings).toEqual([
      AB,
      {
        ...AB,
        id: id(1),
        value: { kind: "undone" },
        typed: "",
        instrumentId: null,
        takenAt: at(1),
        by: "PR",
        supersedes: AB.id,
      },
    ]);
  });

  it("of a decision or a repair leaves those that stand", () => {
    const second = { ...DECISION, id: id(8), disposition: "replaceMotor" as const };
    const { record } = read(
      { kind: "decision", body: DECISION },
      { kind: "decision", body: second },
      { kind: "repair", body: REPAIR },
      undo(1, second.id),
      undo(2, REPAIR.id),
    );
    expect(record.decisions).toEqual([DECISION]);
    expect(record.repairs).toEqual([]);
  });

  it("of what is not there changes nothing", () => {
    expect(read({ kind: "reading", body: AB }, undo(1, id(77))).record.readings).toEqual([AB]);
  });
});

describe("the end of a job", () => {
  it("is the closing or calling off that stands, and none after a reopening", () => {
    const closing: Entry = { kind: "closing", body: turning(1) };
    const reopening: Entry = { kind: "reopening", body: turning(2, "came back") };
    const callingOff: Entry = { kind: "callingOff", body: turning(3, "not wanted") };
    expect(read(closing).closed).toEqual({ kind: "closing", turning: closing.body });
    expect(read(closing, reopening).closed).toBeNull();
    expect(read(closing, reopening, callingOff).closed).toEqual({
      kind: "callingOff",
      turning: callingOff.body,
    });
  });
});

describe("the time of an entry", () => {
  it("is when a reading was taken, else when it was written", () => {
    expect(writtenAt({ kind: "reading", body: AB })).toBe(AB.takenAt);
    expect(writtenAt({ kind: "decision", body: DECISION })).toBe(DECISION.at);
  });
});
