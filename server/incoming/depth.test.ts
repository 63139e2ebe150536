import { describe, expect, it } from "vitest";
import { isDeeperThan } from "./depth.ts";

const deeper = (text: string, most: number) => isDeeperThan(Buffer.from(text), most);

describe("isDeeperThan", () => {
  it("counts brackets and braces that are open at once", () => {
    expect(deeper('{"a":[{"b":[1]}]}', 4)).toBe(false);
    expect(deeper('{"a":[{"b":[1]}]}', 3)).toBe(true);
    expect(deeper("[],[],[],[]", 1)).toBe(false);
  });

  it("counts none that stand in a text, whatever is escaped there", () => {
    expect(deeper('["[[[[{{{{"]', 1)).toBe(false);
    expect(deeper('["\\"[[["]', 1)).toBe(false);
    expect(deeper('["\\\\",[]]', 1)).toBe(true);
  });

  it("is done at the first that is too deep, however long the rest", () => {
    expect(deeper("[".repeat(31_000_000), 60)).toBe(true);
  });
});
