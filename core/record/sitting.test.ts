import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { choice, measured, reading } from "../../tests/jobs.ts";
import { choiceIn, inOrder, latestIn, quantitiesIn, standing, standingIn, type Reading } from "./index.ts";

const ohms = (value: number, part: Partial<Reading> = {}) =>
  reading({ check: "winding", slot: "AB", value: { kind: "ohms", ohms: value }, ...part });
const ids = (readings: readonly Reading[]) => readings.map(({ id }) => id);
const undoing = (of: Reading) => ohms(0, { value: { kind: "undone" }, supersedes: of.id });
const withdrawing = (of: Reading) =>
  ohms(0, { value: { kind: "withdrawn", reason: "slip" }, supersedes: of.id });

describe("what stands", () => {
  it("is everything nobody corrected, took back or undid, in order", () => {
    const [a, b, c] = [ohms(1), ohms(2), ohms(3)];
    const corrected = ohms(2.5, { supersedes: b.id });
    expect(ids(standing([a, b, c, corrected]))).toEqual(ids([a, c, corrected]));
    expect(ids(standing([a, b, withdrawing(a)]))).toEqual(ids([b]));
    expect(ids(standing([a, b, undoing(b)]))).toEqual(ids([a]));
  });

  it("after a correction was undone is the value it had corrected", () => {
    const a = ohms(1);
    const wrong = ohms(9, { supersedes: a.id });
    expect(ids(standing([a, wrong, undoing(wrong)]))).toEqual(ids([a]));
  });

  it("after a taking back was undone is what it had taken back", () => {
    const a = ohms(1);
    const gone = withdrawing(a);
    expect(standing([a, gone])).toEqual([]);
    expect(ids(standing([a, gone, undoing(gone)]))).toEqual(ids([a]));
  });

  it("follows a chain of corrections, each undone in turn", () => {
    const a = ohms(1);
    const b = ohms(2, { supersedes: a.id });
    const c = ohms(3, { supersedes: b.id });
    expect(ids(standing([a, b, c]))).toEqual(ids([c]));
    expect(ids(standing([a, b, c, undoing(c)]))).toEqual(ids([b]));
    expect(ids(standing([a, b, c, undoing(c), undoing(b)]))).toEqual(ids([a]));
  });

  it("never holds a line that carries no value, whatever is undone", () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ what: fc.constantFrom("read", "correct", "withdraw", "undo"), of: fc.nat() }), {
          maxLength: 12,
        }),
        (steps) => {
          const lines: Reading[] = [];
          for (const { what, of } of steps) {
            const target = lines[of % Math.max(1, lines.length)];
            if (what === "read" || !target) lines.push(ohms(1));
            else if (what === "correct") lines.push(ohms(2, { supersedes: target.id }));
            else if (what === "withdraw") lines.push(withdrawing(target));
            else if (target.value.kind !== "undone") lines.push(undoing(target));
          }
          const found = standing(lines);
          for (const { value } of found) expect(["withdrawn", "undone"]).not.toContain(value.kind);
          expect(ids(inOrder(lines)).toSorted()).toEqual(ids(found).toSorted());
        },
      ),
    );
  });
});

describe("a place", () => {
  const here = ohms(1);
  const lines = [
    here,
    ohms(2, { slot: "BC" }),
    ohms(3, { epoch: 1 }),
    ohms(4, { check: "frame" }),
    ohms(5),
    choice("mechanical", "turn", "even"),
  ];

  it("is check, slot and epoch together", () => {
    expect(standingIn(lines, "winding", "AB", 0).map(({ value }) => value)).toEqual([
      { kind: "ohms", ohms: 1 },
      { kind: "ohms", ohms: 5 },
    ]);
    expect(latestIn(lines, "winding", "AB", 1)?.value).toEqual({ kind: "ohms", ohms: 3 });
    expect(latestIn(lines, "frame", "AB", 0)?.value).toEqual({ kind: "ohms", ohms: 4 });
    expect(latestIn(lines, "winding", "CA", 0)).toBeUndefined();
    expect(standingIn(lines, "winding", "CA", 0)).toEqual([]);
  });

  it("gives its choice, and none where a value stands", () => {
    expect(choiceIn(lines, "mechanical", "turn", 0)).toBe("even");
    expect(choiceIn(lines, "winding", "AB", 0)).toBeUndefined();
  });
});

describe("the order of the work", () => {
  it("puts a correction where what it corrects stood", () => {
    const [a, b, c] = ["AB", "BC", "CA"].map((slot, i) => measured("backemf", slot, "volts", i + 1)) as [
      Reading,
      Reading,
      Reading,
    ];
    const again = measured("backemf", "AB", "volts", 9, { supersedes: a.id });
    expect(ids(inOrder([a, b, c, again]))).toEqual(ids([again, b, c]));
    const twice = measured("backemf", "AB", "volts", 8, { supersedes: again.id });
    expect(ids(inOrder([a, b, c, again, twice]))).toEqual(ids([twice, b, c]));
  });

  it("gives a slot's values in it, of one quantity alone", () => {
    const first = measured("backemf", "speedBefore", "hertz", 40);
    const second = measured("backemf", "speedBefore", "hertz", 41);
    const rpm = measured("backemf", "speedBefore", "rpm", 2400);
    const better = measured("backemf", "speedBefore", "hertz", 42, { supersedes: first.id });
    expect(quantitiesIn([first, second, rpm, better], "backemf", "speedBefore", 0, "hertz")).toEqual([
      42, 41,
    ]);
    expect(quantitiesIn([first, second, rpm], "backemf", "speedBefore", 0, "rpm")).toEqual([2400]);
    expect(quantitiesIn([first], "backemf", "speedBefore", 1, "hertz")).toEqual([]);
  });
});
