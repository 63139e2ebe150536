import { describe, expect, it } from "vitest";
import { VOLTAGE } from "#core/quantity";
import { HUB, MILLIOHM, ohmsOf, pairs, reading } from "../../../tests/jobs.ts";
import { doubtOf } from "./doubt.ts";
import { lastTyped, movedBy } from "./mend.ts";
import { entrySlot } from "./slots.ts";

const SLOTS = ["tips", "temperature", "AB", "BC", "CA"].map((slot) => entrySlot("winding", slot, HUB));
const TYPED = pairs(["127.9m", "128.2m", "OL"], MILLIOHM, "0.1m");

describe("the last values typed", () => {
  it("are those that stand, of this check and epoch, oldest first", () => {
    const wrong = TYPED[1]!;
    const right = reading({ ...wrong, id: "right", typed: "127.8m", supersedes: wrong.id });
    const elsewhere = reading({ check: "frame", slot: "A", value: { kind: "open" } });
    const readings = [...TYPED, right, elsewhere];
    const last = (count: number, epoch = 0) =>
      lastTyped(readings, SLOTS, epoch, "winding", count).map(({ typed }) => typed);
    expect(last(2)).toEqual(["OL", "127.8m"]);
    expect(last(9)).toEqual(["0.1m", "128.2m", "OL", "127.8m"]);
    expect(last(9, 1)).toEqual([]);
  });
});

describe("values typed one place off", () => {
  it("are read again as their right place understands them, open ones too", () => {
    const moved = movedBy(TYPED.slice(-2), SLOTS, -1);
    expect(moved).toMatchObject({
      kind: "moved",
      entries: [
        { to: { slot: "AB" }, value: ohmsOf("128.2m") },
        { to: { slot: "BC" }, value: { kind: "open" } },
      ],
    });
  });

  it("stay where one of them has no place there", () => {
    expect(movedBy(TYPED.slice(-2), SLOTS, 1)).toEqual({
      kind: "cannot",
      sentence: expect.stringContaining("has no place after it") as string,
    });
    expect(movedBy(TYPED.slice(0, 1), SLOTS, -1)).toMatchObject({
      sentence: expect.stringContaining("has no place before it") as string,
    });
  });

  it("stay where one of them is no value of its new place", () => {
    const moved = movedBy(TYPED.slice(1, 2), SLOTS, -1);
    expect(moved.kind).toBe("cannot");
    expect(moved).toMatchObject({ sentence: expect.stringContaining("“127.9m” is no value of") as string });
  });
});

describe("a value that this motor could hardly read", () => {
  const pair = SLOTS[2]!;
  it("is asked about; Enter takes the smaller unit where that would fit, since a unit is left out more often", () => {
    expect(doubtOf(pair, "120.4", 120.4)).toMatchObject({
      likely: { value: 0.1204, typed: "120.4 mΩ" },
      other: { value: 120.4, typed: "120.4" },
    });
    expect(doubtOf(pair, "480k", 480e3)).toMatchObject({
      question: "480 kΩ is far more than this motor reads.",
      likely: { value: 480e3, typed: "480k" },
      other: null,
    });
  });
  it("too little of it stays what Enter takes: 26.5 V where mains should be may be what a lost line reads", () => {
    const mains = { ...pair, least: 60, most: 500, kind: VOLTAGE };
    expect(doubtOf(mains, "26.5", 26.5)).toEqual({
      text: "26.5",
      question: "26.5 V, or 265 V?",
      likely: { value: 26.5, text: "26.5 V", typed: "26.5" },
      other: { value: 265, text: "265 V", typed: "265 V" },
    });
    expect(doubtOf(mains, "2", 2)).toMatchObject({ likely: { value: 2 }, other: null });
    // No mains at all is a reading.
    expect(doubtOf(mains, "0", 0)).toBeNull();
    expect(doubtOf(mains, "60", 60)).toBeNull();
  });
  it("is not asked about where it could be read, or where anything may be", () => {
    expect(doubtOf(pair, "0.5", 0.5)).toBeNull();
    expect(doubtOf(pair, "most", pair.most!)).toBeNull();
    expect(doubtOf({ ...pair, most: null }, "9999", 9999)).toBeNull();
  });
});
