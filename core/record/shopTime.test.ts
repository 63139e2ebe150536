import { describe, expect, it } from "vitest";
import { dayBegan, dayIn, dayStart, isTimeZone, timeIn } from "./index.ts";

// Offsets and changes of the clock as the IANA time zone database has them.
describe("a shop's clock", () => {
  it.each([
    ["2026-03-02T23:30:00.000Z", "Europe/Berlin", "2026-03-03", "2026-03-03T00:30:00+01:00"],
    ["2026-07-02T21:59:59.000Z", "Europe/Berlin", "2026-07-02", "2026-07-02T23:59:59+02:00"],
    ["2026-03-02T03:15:00.000Z", "America/New_York", "2026-03-01", "2026-03-01T22:15:00-05:00"],
    ["2026-03-02T10:00:00.000Z", "Pacific/Kiritimati", "2026-03-03", "2026-03-03T00:00:00+14:00"],
    ["2026-03-02T18:20:00.000Z", "Asia/Kathmandu", "2026-03-03", "2026-03-03T00:05:00+05:45"],
    ["2026-03-02T23:30:00.000Z", "UTC", "2026-03-02", "2026-03-02T23:30:00Z"],
  ])("%s in %s is %s", (at, zone, day, time) => {
    expect(dayIn(at, zone)).toBe(day);
    expect(timeIn(at, zone)).toBe(time);
    expect(Date.parse(timeIn(at, zone))).toBe(Date.parse(at));
  });

  it("begins its day at its own midnight, on the days too on which the clock is changed", () => {
    expect(dayBegan("2026-03-02T23:30:00.000Z", "Europe/Berlin")).toBe("2026-03-02T23:00:00.000Z");
    // Forward at 01:00 UTC on 29 March 2026: midnight was by the winter's clock.
    expect(dayBegan("2026-03-29T12:00:00.000Z", "Europe/Berlin")).toBe("2026-03-28T23:00:00.000Z");
    // Back at 01:00 UTC on 25 October 2026: midnight was by the summer's.
    expect(dayBegan("2026-10-25T12:00:00.000Z", "Europe/Berlin")).toBe("2026-10-24T22:00:00.000Z");
    expect(dayBegan("2026-03-02T00:00:00.000Z")).toBe("2026-03-02T00:00:00.000Z");
  });

  it("begins the same day in each zone by that zone's clock, however often and in whatever order it is asked", () => {
    const asked = () =>
      ["Europe/Berlin", "Asia/Kathmandu", "UTC"].map((zone) => dayStart("2026-03-03", zone).slice(5, 16));
    expect(asked()).toEqual(["03-02T23:00", "03-02T18:15", "03-03T00:00"]);
    expect(asked()).toEqual(["03-02T23:00", "03-02T18:15", "03-03T00:00"]);
    expect(dayStart("2026-03-04", "Europe/Berlin")).toBe("2026-03-03T23:00:00.000Z");
  });

  it("knows a zone from a word that is none", () => {
    expect(isTimeZone("Europe/Lisbon")).toBe(true);
    expect(isTimeZone("Nowhere/Canal")).toBe(false);
    expect(() => dayIn("yesterday", "UTC")).toThrow(RangeError);
  });
});
