import { describe, expect, it } from "vitest";
import { elsewhereWords } from "./elsewhere.ts";
import type { ClosedElsewhere } from "./jobs.ts";

const CLOSED: ClosedElsewhere = {
  kind: "closing",
  at: "2026-03-02T23:30:00.000Z",
  by: "MO",
  reason: "done",
  headline: "Star joint open",
  leading: { name: "Star joint open", probability: 0.93 },
  rules: "12",
  file: { sha256: "ab".repeat(32), at: "2026-04-01T09:00:00.000Z", by: "PR" },
};

describe("another shop's closing, in words", () => {
  it("says who closed it when, what they said, and which file brought it, by the days of this shop", () => {
    expect(elsewhereWords(CLOSED, "Europe/Berlin")).toEqual({
      who: "Closed by another shop: MO, 3 March 2026.",
      said: "It said: Star joint open (Star joint open, 93 %), by rules 12. Its reason: “done”.",
      here: "This shop took it in from a file on 1 April 2026 by PR, its SHA‑256 beginning with abababababababab. What stands here is what its own rules say of the same readings.",
    });
  });

  it("leaves out what nobody said", () => {
    const bare = {
      ...CLOSED,
      kind: "callingOff" as const,
      reason: "",
      leading: null,
      file: { sha256: "", at: CLOSED.file.at, by: "" },
    };
    expect(elsewhereWords(bare)).toEqual({
      who: "Called off by another shop: MO, 2 March 2026.",
      said: "It said: Star joint open, by rules 12.",
      here: "This shop took it in from a file on 1 April 2026. What stands here is what its own rules say of the same readings.",
    });
  });
});
