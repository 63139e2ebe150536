import { describe, expect, it } from "vitest";
import { checkDue } from "./checkDue.ts";

describe("checkDue", () => {
  const lastChecked = "2026-01-31T00:00:00.000Z";

  it("is the last check and the shop's months, at the end of a shorter month", () => {
    expect(checkDue({ lastChecked, checkEvery: 1 }, "2026-02-10")).toEqual({
      day: "2026-02-28",
      late: false,
    });
    expect(checkDue({ lastChecked, checkEvery: 12 }, "2027-01-31")).toEqual({
      day: "2027-01-31",
      late: false,
    });
  });

  it("is late from the day after, and at once where it was never checked", () => {
    expect(checkDue({ lastChecked, checkEvery: 12 }, "2027-02-01")?.late).toBe(true);
    expect(checkDue({ checkEvery: 12 }, "2026-01-01")?.late).toBe(true);
  });

  it("says nothing where the shop gives no interval", () => {
    expect(checkDue({ lastChecked }, "2036-01-01")).toBeNull();
  });
});
