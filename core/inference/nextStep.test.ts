import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  actionShares,
  entropyOf,
  infer,
  LEAST_GAIN,
  rankSteps,
  variable,
  whatWouldTurn,
  type Actions,
  type Candidate,
  type Circumstances,
  type Model,
} from "./index.ts";

/** Two readings of two faults: one that tells the first for certain, one that tells nothing, one that tells a little. */
const yesNo = <const Id extends string>(id: Id) =>
  variable({
    id,
    title: id,
    outcomes: ["no", "yes"],
    leak: {},
    leakReason: "",
    words: { no: `${id} absent`, yes: `${id} present` },
  });
const SURE = yesNo("sure");
const BLIND = yesNo("blind");
const VAGUE = yesNo("vague");
const TWIN = yesNo("twin");
const MODEL: Model = {
  faults: [
    { id: "a", causesComplaint: true },
    { id: "b", causesComplaint: true },
  ],
  variables: [SURE, BLIND, VAGUE, TWIN],
  rows: [
    { fault: "a", variable: "sure", outcomes: { yes: 1 }, reason: "" },
    { fault: "a", variable: "vague", outcomes: { yes: 0.5 }, reason: "" },
    { fault: "b", variable: "twin", outcomes: { yes: 1 }, reason: "" },
  ],
  masks: [],
};
const EVEN: Circumstances = { settings: [{ share: 1, values: {} }], priors: [0.5, 1e-9], complaint: null };
/** Fault a asks for the first action, b for the second, nothing for the third. */
const ACTIONS: Actions = { count: 3, ranks: [0, 1], ofRank: [0, 1], none: 2 };
const candidate = (id: string, variables: readonly string[], minutes = 1, merged = {}): Candidate => ({
  id,
  minutes,
  variables,
  merged,
});
const now = infer(MODEL, EVEN, []);
const gainOf = (...candidates: Candidate[]) =>
  Object.fromEntries(rankSteps(MODEL, EVEN, ACTIONS, now, candidates).map(({ id, gain }) => [id, gain]));

describe("what a reading promises", () => {
  it("is the whole bit for one that settles an even chance", () => {
    expect(gainOf(candidate("ask", ["sure"]))["ask"]).toBeCloseTo(1, 2);
  });

  it("is worked by hand for one that shows a fault half of the time: 1 − ¾·H(⅓) = 0.311 bits", () => {
    // P(yes) = ¼, then a for certain; P(no) = ¾, then a at ⅓.
    const left = 0.75 * entropyOf([1 / 3, 2 / 3]);
    expect(gainOf(candidate("ask", ["vague"]))["ask"]).toBeCloseTo(1 - left, 2);
    expect(1 - left).toBeCloseTo(0.311, 3);
  });

  it("is nothing for one that tells nothing, and then it is not proposed", () => {
    expect(gainOf(candidate("ask", ["blind"]))).toEqual({});
    expect(LEAST_GAIN).toBeGreaterThan(0);
  });

  it("is nothing where the outcomes cannot be told apart", () => {
    expect(gainOf(candidate("ask", ["sure"], 1, { sure: ["no", "yes"] }))).toEqual({});
  });

  it("ranks by the minute, best first, and names what tells most", () => {
    const ranked = rankSteps(MODEL, EVEN, ACTIONS, now, [
      candidate("slow and sure", ["blind", "sure"], 10),
      candidate("quick and vague", ["vague"], 1),
    ]);
    expect(ranked.map(({ id }) => id)).toEqual(["quick and vague", "slow and sure"]);
    expect(ranked.map(({ telling }) => telling)).toEqual(["vague", "sure"]);
    const [first, second] = ranked as [(typeof ranked)[0], (typeof ranked)[0]];
    expect(first.gain / first.minutes).toBeGreaterThan(second.gain / second.minutes);
    expect(second.gain).toBeGreaterThan(first.gain);
  });

  it("adds up over two readings of one step: two even chances are two bits between four actions", () => {
    const circumstances = { ...EVEN, priors: [0.5, 0.5] };
    const inference = infer(MODEL, circumstances, []);
    // Both faults together ask for the first action, so that a, b, both and none are three answers.
    const before = entropyOf(Array.from(actionShares(ACTIONS, inference)));
    expect(before).toBeCloseTo(1.5, 9);
    const [both] = rankSteps(MODEL, circumstances, ACTIONS, inference, [candidate("both", ["sure", "twin"])]);
    expect(both!.gain).toBeCloseTo(1.5, 2);
    const [one] = rankSteps(MODEL, circumstances, ACTIONS, inference, [candidate("one", ["sure"])]);
    expect(one!.gain).toBeCloseTo(1, 2);
  });

  it("is never more than all the uncertainty there is, nor less than nothing", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (p, q) => {
          const circumstances = { ...EVEN, priors: [p, q] };
          const inference = infer(MODEL, circumstances, []);
          const before = entropyOf(Array.from(actionShares(ACTIONS, inference)));
          const all = [
            candidate("x", ["sure", "vague"]),
            candidate("y", ["twin"]),
            candidate("z", ["vague"]),
          ];
          for (const { gain } of rankSteps(MODEL, circumstances, ACTIONS, inference, all)) {
            expect(gain).toBeGreaterThanOrEqual(LEAST_GAIN);
            expect(gain).toBeLessThanOrEqual(before + 1e-9);
          }
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe("what would turn the answer", () => {
  const circumstances = { ...EVEN, priors: [0.3, 0.1] };
  const inference = infer(MODEL, circumstances, []);
  const turns = whatWouldTurn(MODEL, circumstances, ACTIONS, inference, [
    candidate("all", ["sure", "blind", "vague", "twin"]),
  ]);

  it("names each outcome after which another action leads, likeliest first, with its words", () => {
    expect(turns.map(({ words, to }) => [words, to])).toEqual([
      ["sure present", 0],
      ["vague present", 0],
      ["twin present", 1],
    ]);
    expect(turns[0]!.probability).toBeCloseTo(0.3, 3);
    expect(turns[1]!.probability).toBeCloseTo(0.15, 3);
  });

  it("leaves out what changes nothing", () => {
    expect(turns.map(({ variable: id }) => id)).not.toContain("blind");
  });
});

describe("shares of the actions", () => {
  it("add up to one, the heaviest of a set's members deciding", () => {
    const inference = infer(MODEL, { ...EVEN, priors: [0.5, 0.5] }, []);
    expect(Array.from(actionShares(ACTIONS, inference))).toEqual(
      [0.5, 0.25, 0.25].map((p) => expect.closeTo(p, 12)),
    );
  });

  it("give ranks that several faults share one action", () => {
    const lighter: Actions = { count: 2, ranks: [1, 2], ofRank: [0, 0, 1], none: 1 };
    const inference = infer(MODEL, { ...EVEN, priors: [0.5, 0.5] }, []);
    expect(Array.from(actionShares(lighter, inference))).toEqual(
      [0.5, 0.5].map((p) => expect.closeTo(p, 12)),
    );
  });
});

describe("entropy in bits (Shannon)", () => {
  it.each([
    [[1, 0], 0],
    [[0.5, 0.5], 1],
    [[0.25, 0.25, 0.25, 0.25], 2],
  ])("of %j is %d", (probabilities, bits) => {
    expect(entropyOf(probabilities)).toBeCloseTo(bits, 12);
  });
});
