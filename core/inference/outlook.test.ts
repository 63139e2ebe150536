import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  cureOutlooks,
  cureSet,
  curesOfSet,
  faultSets,
  infer,
  membersOf,
  type Actions,
  type Model,
} from "./index.ts";

const FAULTS = 6;
const CURES = 4;
/** Four cures among eighty: the engine takes any number of them. */
const AMONG = 80;
const NUMBERS = [2, 29, 30, 71] as const;
const MODEL: Model = {
  faults: Array.from({ length: FAULTS }, (_, i) => ({ id: `f${i}`, explains: 1 })),
  variables: [],
  rows: [],
  masks: [],
  together: [],
  companions: [],
};

const drawn = fc.record({
  priors: fc.array(fc.double({ min: 0.01, max: 0.6, noNaN: true }), {
    minLength: FAULTS,
    maxLength: FAULTS,
  }),
  cures: fc.array(fc.subarray([0, 1, 2, 3]), { minLength: FAULTS, maxLength: FAULTS }),
  raised: fc.array(fc.integer({ min: 0, max: 1 }), { minLength: FAULTS, maxLength: FAULTS }),
  aside: fc.constantFrom(0, 0b0001, 0b1000),
  covering: fc.constantFrom(null, { cure: 3, covers: 0b0011 }),
  complained: fc.boolean(),
});
type Values = typeof drawn extends fc.Arbitrary<infer T> ? T : never;
/** A set of the four as the engine counts it. */
const wide = (mask: number) => cureSet(NUMBERS.filter((_, cure) => (mask & (1 << cure)) !== 0));
const bits = (cures: readonly number[]) => cures.reduce((mask, cure) => mask | (1 << cure), 0);

/** What the definitions say, set by set, with nothing grouped and nothing kept. */
function byHand(
  { cures, raised, aside, covering, complained }: Values,
  sets: readonly { readonly members: readonly number[]; readonly share: number }[],
  mask: number,
) {
  const asks = (members: readonly number[]) => {
    // A fault without a cure asks for something that is none of them.
    const all = members.reduce((sum, i) => sum | (cures[i]!.length > 0 ? 1 << cures[i]![0]! : 1 << 30), 0);
    const whole = covering && (all & (1 << covering.cure)) !== 0 ? all & ~covering.covers : all;
    return (whole & ~aside) === 0 ? whole : whole & ~aside;
  };
  const share = (fits: (members: readonly number[]) => boolean) =>
    sets.reduce((sum, set) => (fits(set.members) ? sum + set.share : sum), 0);
  const cured = (members: readonly number[]) => {
    const left = members.filter((i) => (bits(cures[i]!) & mask) === 0);
    if (left.length === 0) return true;
    const holds = left.some((i) => raised[i] === 1 && (mask === 0 || (bits(cures[i]!) & aside) === 0));
    const papers = mask === 0 && members.every((i) => (bits(cures[i]!) & aside) !== 0);
    return !holds && (papers || !(left.length === members.length && (complained || mask !== 0)));
  };
  return {
    cured: share(cured),
    exact: share((members) => cured(members) && (mask & ~asks(members)) === 0),
    needless: (cure: number) => share((members) => (asks(members) & (1 << cure)) === 0),
  };
}

describe("a set of cures", () => {
  it("holds any number of them, each once, and reads back", () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 300 })), (cures) => {
        expect(curesOfSet(cureSet(cures))).toEqual(cures.toSorted((a, b) => a - b));
        expect(cureSet([...cures, ...cures])).toBe(cureSet(cures));
      }),
    );
  });
});

describe("the outlook of cures", () => {
  it("is what its definitions say set by set, for any faults and cures, within 1e-12", () => {
    fc.assert(
      fc.property(drawn, (values) => {
        const { priors, cures, raised, aside, covering, complained } = values;
        const inference = infer(MODEL, { settings: [], priors, complaint: null }, []);
        const actions: Actions = {
          cures: AMONG,
          curedBy: cures.map((all) => wide(bits(all))),
          usual: cures.map((all) => (all[0] === undefined ? -1 : NUMBERS[all[0]]!)),
          covering: covering && { cure: NUMBERS[covering.cure], covers: wide(covering.covers) },
          aside: wide(aside),
        };
        const sets = Array.from(inference.posterior, (share, s) => ({
          members: membersOf(faultSets(FAULTS), s),
          share,
        }));
        const masks = Array.from({ length: 1 << CURES }, (_, mask) => mask);
        const found = cureOutlooks(actions, inference, masks.map(wide), Uint8Array.from(raised), complained);
        masks.forEach((mask, i) => {
          const expected = byHand(values, sets, mask);
          expect(found[i]!.cured).toBeCloseTo(expected.cured, 12);
          expect(found[i]!.exact).toBeCloseTo(expected.exact, 12);
          for (const [cure, p] of found[i]!.needless)
            expect(p).toBeCloseTo(expected.needless(NUMBERS.findIndex((number) => number === cure)), 12);
        });
      }),
      { numRuns: 60 },
    );
  });
});
