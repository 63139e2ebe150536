import { describe, expect, it } from "vitest";
import { killUpdates, SCHEMAS } from "./kills/run.ts";

describe("a program killed in the midst of an update", () => {
  it("finds everything again, whatever schema the file had; npm run kills does it two hundred times", async () => {
    const counted = await killUpdates(2, 5, 3);
    expect(counted.map(({ schema }) => schema)).toEqual(SCHEMAS);
    for (const { schema, lost } of counted) expect(lost, schema).toEqual([]);
  }, 120_000);
});
