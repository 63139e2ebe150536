import { describe, expect, it } from "vitest";
import { callerWords, type ForCaller } from "./callerWords.ts";

const words = (part: Partial<ForCaller> = {}) =>
  callerWords({
    name: "Cargo trike 3",
    stage: "measuring",
    found: { name: "High joint or lead", probability: 0.72 },
    isDecided: false,
    isSentBack: false,
    ready: "today by 13:00",
    cost: "£ 59",
    ...part,
  });

describe("what a caller is told", () => {
  it("calls likely what is not decided, and nothing certain below one in two", () => {
    expect(words()).toBe(
      "Cargo trike 3 is on our bench. It looks like this: high joint or lead. We are making sure before anything is done. We expect to have it ready today by 13:00. It will come to about £ 59.",
    );
    expect(words({ found: { name: "High joint or lead", probability: 0.49 } })).toMatch(
      /nothing is certain yet/u,
    );
    expect(words({ found: null })).toMatch(/nothing is found yet/u);
  });

  it("says what was found once it is decided, and that a motor was not at fault", () => {
    expect(words({ isDecided: true, stage: "repairing" })).toMatch(/We found this: high joint or lead\./u);
    const back = words({ isDecided: true, isSentBack: true, stage: "done" });
    expect(back).toMatch(/^This is about Cargo trike 3\. Nothing that was read speaks against the motor/u);
    expect(back).not.toMatch(/We found/u);
  });

  it("promises no time and no cost that nobody can tell, and none for what is over", () => {
    expect(words({ ready: null, cost: null })).not.toMatch(/ready|come to/u);
    expect(words({ stage: "closed", isDecided: true })).toMatch(/It is repaired\. It is finished here\.$/u);
    expect(words({ stage: "answer", isDecided: true, ready: null })).toMatch(/We wait for your answer/u);
  });
});
