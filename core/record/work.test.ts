import { describe, expect, it } from "vitest";
import { HUB } from "../../tests/jobs.ts";
import { fold } from "./fold.ts";
import { epochOf, standingParts, workshopOf, type Entry, type Intake } from "./index.ts";

const INTAKE: Intake = {
  motor: HUB,
  complaint: "noisy",
  complaintWords: "",
  events: [],
  takenInAt: "2026-03-02T09:00:00.000Z",
};
const AT = "2026-03-02T10:00:00.000Z";
const line = (id: string, epoch = 0) => ({ id, epoch, by: "MO", at: AT });
const folded = (...entries: Entry[]) => fold(INTAKE, entries, { instruments: [] }, () => null).record;

const done: Entry = {
  kind: "work",
  body: { ...line("w"), plan: "Replace the bearings", step: "Draw the rotor.", photos: ["p"] },
};
const ordered: Entry = {
  kind: "part",
  body: { ...line("o"), part: "Bearing", state: "awaited", due: "2026-03-09", price: 9, replaces: null },
};
const here: Entry = {
  kind: "part",
  body: { ...line("h"), part: "Bearing", state: "here", due: null, price: 11, replaces: "o" },
};
const ran: Entry = {
  kind: "burnIn",
  body: { ...line("r", 1), minutes: 30, load: "light", celsius: 31, sound: "even", note: "" },
};
const release: Entry = { kind: "release", body: { ...line("s", 1), as: "use", words: "" } };
const undo = (of: string): Entry => ({ kind: "undo", body: { id: `u-${of}`, of, by: "MO", at: AT } });

describe("the work of a job", () => {
  it("is what was written of it, in its order, and nothing where nothing was", () => {
    expect(folded()).not.toHaveProperty("workshop");
    expect(workshopOf(folded())).toEqual({ done: [], parts: [], runs: [], releases: [] });
    const { done: steps, parts, runs, releases } = workshopOf(folded(done, ordered, here, ran, release));
    expect(steps).toEqual([done.body]);
    expect(parts).toEqual([ordered.body, here.body]);
    expect(runs).toEqual([ran.body]);
    expect(releases).toEqual([release.body]);
  });

  it("is as if never written where it was taken back, and starts no round of readings", () => {
    const record = folded(done, ran, release, undo("w"), undo("r"), undo("s"));
    expect(record).not.toHaveProperty("workshop");
    expect(epochOf(folded(done, ran, release))).toBe(0);
  });

  it("has each part once, in its last line, and again as it was where that is taken back", () => {
    expect(standingParts(folded(ordered, here), 0)).toEqual([here.body]);
    expect(standingParts(folded(ordered, here, undo("h")), 0)).toEqual([ordered.body]);
    expect(standingParts(folded(ordered, here), 1)).toEqual([]);
  });
});
