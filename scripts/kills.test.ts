import { describe, expect, it } from "vitest";
import type { JobView } from "#contract/jobs";
import { killUpdates, SCHEMAS } from "./kills/run.ts";
import { faultsOf, faultsOfLines } from "./kills/shop.ts";

describe("a program killed in the midst of an update", () => {
  it("finds everything again, whatever schema the file had; npm run kills does it two hundred times", async () => {
    const counted = await killUpdates(2, 5, 3);
    expect(counted.map(({ schema }) => schema)).toEqual(SCHEMAS);
    for (const { schema, lost } of counted) expect(lost, schema).toEqual([]);
  });
});

describe("what was left after a kill", () => {
  const view = (ids: readonly string[], version = ids.length) =>
    ({ version, entries: ids.map((id) => ({ kind: "reading", body: { id } })) }) as unknown as JobView;

  it.each([
    [view(["a", "b", "c"]), ["a", "b"], []],
    [view(["a", "c"]), ["a", "b"], [/2 acknowledged, 1/u]],
    [view(["b", "a"]), ["a", "b"], [/in their order/u]],
    [view(["a", "a"]), ["a"], [/twice/u, /./u]],
    [view(["a"], 2), ["a"], [/version 2 with 1/u]],
  ] as const)("is held against what a server had acknowledged %#", (job, acknowledged, faults) => {
    const found = faultsOf(job, acknowledged);
    expect(found).toHaveLength(faults.length);
    for (const [i, fault] of faults.entries()) expect(found[i]).toMatch(fault);
  });

  it.each([
    [["k-0", "k-1", "k-2"], ["k-0", "k-1"], []],
    [["k-0"], ["k-0", "k-1"], [/1 of 2 lines are not there: k-1/u]],
    [["k-0", "k-1", "k-1"], ["k-1"], [/twice/u]],
    [["k-1", "k-0"], ["k-1"], [/out of order/u]],
  ] as const)("is held against what a page had called kept %#", (there, claimed, faults) => {
    const found = faultsOfLines(there, new Set(claimed));
    expect(found).toHaveLength(faults.length);
    for (const [i, fault] of faults.entries()) expect(found[i]).toMatch(fault);
  });
});
