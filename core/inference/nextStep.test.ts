import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  curesOf,
  cureOutlooks,
  leadingTypes,
  cureSet,
  NO_CURE,
  NOTHING,
  type CureSet,
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
    { id: "a", explains: 1 },
    { id: "b", explains: 1 },
  ],
  variables: [SURE, BLIND, VAGUE, TWIN],
  rows: [
    { fault: "a", variable: "sure", outcomes: { yes: 1 }, reason: "" },
    { fault: "a", variable: "vague", outcomes: { yes: 0.5 }, reason: "" },
    { fault: "b", variable: "twin", outcomes: { yes: 1 }, reason: "" },
  ],
  masks: [],
  together: [],
  companions: [],
};
const EVEN: Circumstances = { settings: [{ share: 1, values: {} }], priors: [0.5, 1e-9], complaint: null };
const [FIRST, SECOND, BOTH] = [cureSet([0]), cureSet([1]), cureSet([0, 1])];
/** Stands for all the rest. */
const REST = -1n;
/** Fault a is cured by the first cure, b by the second, and the first is a new machine that makes the second needless. */
const ACTIONS: Actions = {
  cures: 2,
  curedBy: [FIRST, BOTH],
  usual: [0, 1],
  covering: { cure: 0, covers: SECOND },
  aside: NOTHING,
};
const sharesOf = (actions: Actions, inference: ReturnType<typeof infer>) => {
  const { asked, shares } = leadingTypes(actions, inference, 10);
  return new Map(asked.map((set, i) => [set, shares[i]!]));
};
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
    const before = entropyOf([...sharesOf(ACTIONS, inference).values()]);
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
          const before = entropyOf([...sharesOf(ACTIONS, inference).values()]);
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
      ["sure present", FIRST],
      ["vague present", FIRST],
      ["twin present", SECOND],
    ]);
    expect(turns[0]!.probability).toBeCloseTo(0.3, 3);
    expect(turns[1]!.probability).toBeCloseTo(0.15, 3);
  });

  it("leaves out what changes nothing", () => {
    expect(turns.map(({ variable: id }) => id)).not.toContain("blind");
  });
});

describe("what sets of faults ask for", () => {
  const half = infer(MODEL, { ...EVEN, priors: [0.5, 0.5] }, []);

  it("are their members' usual cures, and a new machine makes the others needless", () => {
    // Neither: nothing; a alone and a with b: the first; b alone: the second.
    expect(sharesOf(ACTIONS, half)).toEqual(
      new Map([
        [FIRST, expect.closeTo(0.5, 12) as number],
        [NOTHING, expect.closeTo(0.25, 12) as number],
        [SECOND, expect.closeTo(0.25, 12) as number],
        [REST, expect.closeTo(0, 12) as number],
      ]),
    );
  });

  it("are both cures where none covers the other, and what lies aside only where nothing else is asked", () => {
    const both = { ...ACTIONS, covering: null };
    expect(sharesOf(both, half).get(BOTH)).toBeCloseTo(0.25, 12);
    const aside = { ...both, aside: SECOND };
    expect(sharesOf(aside, half).get(FIRST)).toBeCloseTo(0.5, 12);
    expect(sharesOf(aside, half).get(SECOND)).toBeCloseTo(0.25, 12);
  });

  it("are nothing known where a member has no cure", () => {
    const uncured = { ...ACTIONS, usual: [0, -1], curedBy: [FIRST, NOTHING], covering: null };
    expect([...sharesOf(uncured, half).keys()]).toContain(NO_CURE);
    expect(curesOf(NO_CURE)).toBeNull();
    expect(curesOf(NO_CURE | FIRST)).toBeNull();
    expect(curesOf(REST)).toBeNull();
    expect(curesOf(cureSet([0, 2]))).toEqual([0, 2]);
  });

  it("keep the likeliest apart and the rest together", () => {
    const { asked, shares, of } = leadingTypes(ACTIONS, half, 1);
    expect(asked).toEqual([FIRST, REST]);
    expect(shares.map((share) => share.toFixed(3))).toEqual(["0.500", "0.500"]);
    expect(Array.from(of)).toEqual([1, 0, 1, 0]);
  });
});

describe("how likely a set of cures is all that is needed", () => {
  const apart: Actions = { ...ACTIONS, curedBy: [FIRST, SECOND], covering: null };
  const half = infer(MODEL, { ...EVEN, priors: [0.5, 0.5] }, []);
  const outlook = (cures: CureSet, raised: readonly number[], actions = apart) =>
    cureOutlooks(actions, half, [cures], Uint8Array.from(raised))[0]!;

  it("is the mass of the fault sets it cures, nothing wrong included", () => {
    // Of none, a, b, both, each a quarter.
    expect(outlook(FIRST, [1, 1]).cured).toBeCloseTo(0.5, 12);
    expect(outlook(BOTH, [1, 1]).cured).toBeCloseTo(1, 12);
    expect(outlook(NOTHING, [1, 1]).cured).toBeCloseTo(0.25, 12);
  });

  it("lets a further fault stay that no finding raised, but never without curing one", () => {
    expect(outlook(FIRST, [1, 0]).cured).toBeCloseTo(0.75, 12);
    // b alone is not cured by the first, raised or not.
    expect(outlook(FIRST, [0, 0]).cured).toBeCloseTo(0.75, 12);
    expect(outlook(NOTHING, [0, 0]).cured).toBeCloseTo(0.25, 12);
    // Nobody complains: what nothing points at may stay, what was raised may not.
    const quiet = (raised: readonly number[]) =>
      cureOutlooks(apart, half, [NOTHING], Uint8Array.from(raised), false)[0]!.cured;
    expect(quiet([0, 0])).toBeCloseTo(1, 12);
    expect(quiet([1, 0])).toBeCloseTo(0.5, 12);
  });

  it("says how much of it is exact, and what of it would be needless", () => {
    const { exact, needless } = outlook(BOTH, [1, 1]);
    expect(exact).toBeCloseTo(0.25, 12);
    expect(needless.get(0)).toBeCloseTo(0.5, 12);
    expect(needless.get(1)).toBeCloseTo(0.5, 12);
    expect(outlook(FIRST, [1, 1]).exact).toBeCloseTo(0.25, 12);
  });

  it("counts a cure that does for several", () => {
    // The new machine cures b as well; for a and none of them it is what is asked, for b alone it is needless.
    const { cured, exact } = outlook(FIRST, [1, 1], ACTIONS);
    expect(cured).toBeCloseTo(1, 12);
    expect(exact).toBeCloseTo(0.5, 12);
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
