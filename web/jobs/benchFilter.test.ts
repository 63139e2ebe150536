import { describe, expect, it } from "vitest";
import { asked, filterOf, isNarrowed, withFilter } from "./benchFilter.ts";

const filter = (address: string) => filterOf(new URLSearchParams(address));

describe("what the bench is narrowed to", () => {
  it("stands in the address and is read from it, one thing changed and the others kept", () => {
    const address = withFilter(new URLSearchParams("q=trike&mine="), { owner: "Lockside Growers" });
    expect(filterOf(address)).toEqual({
      q: "trike",
      owner: "Lockside Growers",
      mine: true,
      waiting: "",
      overdue: false,
      week: false,
    });
    // A week is another look at the same jobs, and narrows nothing.
    expect(isNarrowed(filter("week="))).toBe(false);
    expect(withFilter(new URLSearchParams("week="), { mine: true }).toString()).toBe("mine=&week=");
    expect(withFilter(address, { mine: false, q: "" }).toString()).toBe("owner=Lockside+Growers");
    expect(isNarrowed(filter(""))).toBe(false);
    expect(isNarrowed(filter("overdue="))).toBe(true);
  });

  it("takes a stage nobody knows for none", () => {
    expect(filter("waiting=somewhere").waiting).toBe("");
  });

  it("asks for what is open and what is closed apart, and for neither where it cannot be there", () => {
    const today = "2026-03-02";
    expect(asked(filter("q=hub"), "open", "MO", today)).toEqual({ stage: "open", q: "hub" });
    expect(asked(filter("q=hub"), "closed", "MO", today)).toEqual({ stage: "closed", q: "hub" });
    expect(asked(filter("waiting=parts&mine="), "open", "MO", today)).toEqual({ stage: "parts", mine: "MO" });
    expect(asked(filter("waiting=parts"), "closed", "MO", today)).toBeNull();
    expect(asked(filter("waiting=closed"), "open", "MO", today)).toBeNull();
    expect(asked(filter("overdue="), "open", null, today)).toEqual({ stage: "open", dueBefore: today });
    expect(asked(filter("overdue="), "closed", null, today)).toBeNull();
  });
});
