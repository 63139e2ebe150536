import { describe, expect, it } from "vitest";
import { findingState } from "./index.ts";

describe("how a finding stands", () => {
  it("is that it departs where it does, whatever a better meter would add", () => {
    expect(findingState({ departs: true })).toBe("departs");
    expect(findingState({ departs: true, ableMeter: "a meter that reaches 1 MΩ" })).toBe("departs");
    expect(findingState({ departs: true, lacks: "what its plate says" })).toBe("departs");
  });

  it("is that it cannot be told where the meter could not, or something is not known; and agrees else", () => {
    expect(findingState({ departs: false, ableMeter: "a tester at 500 V" })).toBe("cannotTell");
    expect(findingState({ departs: false, lacks: "what its plate says" })).toBe("cannotTell");
    expect(findingState({ departs: false })).toBe("agrees");
  });
});
