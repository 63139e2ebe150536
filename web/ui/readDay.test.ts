import { describe, expect, it } from "vitest";
import { readDay } from "./readDay.ts";

/** A Monday. */
const TODAY = "2026-11-30";

describe("a day as somebody types it", () => {
  it.each([
    ["2026-12-04", "2026-12-04"],
    ["today", TODAY],
    ["Tomorrow", "2026-12-01"],
    ["+3", "2026-12-03"],
    ["+ 3 days", "2026-12-03"],
    ["fri", "2026-12-04"],
    ["FRIDAY", "2026-12-04"],
    // The day it is today is a week away: for today there is a word.
    ["monday", "2026-12-07"],
    ["4 Dec", "2026-12-04"],
    ["Dec 4", "2026-12-04"],
    ["4 December 2027", "2027-12-04"],
    ["4.12.", "2026-12-04"],
    ["4.12.2026", "2026-12-04"],
    // Past already this year: the next one is meant.
    ["2 March", "2027-03-02"],
  ])("%s is %s", (typed, day) => expect(readDay(typed, TODAY, "ahead")).toBe(day));

  it.each([
    ["2 March", "2026-03-02"],
    ["fri", "2026-11-27"],
    ["yesterday", "2026-11-29"],
    ["4 Dec", "2025-12-04"],
  ])("looking back, %s is %s", (typed, day) => expect(readDay(typed, TODAY, "back")).toBe(day));

  it.each(["", "soon", "3/4", "2026-02-30", "31 Feb", "32.1.", "4 Dec 26", "9999-01-01", "12"])(
    "%s is no day, or may be two",
    (typed) => expect(readDay(typed, TODAY, "ahead")).toBeNull(),
  );
});
