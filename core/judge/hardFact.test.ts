import { describe, expect, it } from "vitest";
import { job, photographed, seen } from "../../tests/jobs.ts";
import { hardFactOf } from "./index.ts";

const end = (...marks: string[]) => hardFactOf(job([seen(marks), photographed()]), 0);

describe("a mark that ends the matter", () => {
  it("is torn laminations or a magnet broken or deeply scored, the laminations first (common practice)", () => {
    expect(end("torn", "chipped")).toMatchObject({ ends: "motor" });
    expect(end("chipped")).toMatchObject({ ends: "rotor" });
    expect(end("scored")).toMatchObject({
      ends: "rotor",
      sentence: expect.stringMatching(/^Deeply scored/u),
    });
    expect(end("scratched", "rust")).toBeNull();
    expect(hardFactOf(job([]), 0)).toBeNull();
  });

  it("ends nothing until it was photographed: a first look is mistaken now and then", () => {
    expect(hardFactOf(job([seen(["torn"])]), 0)).toBeNull();
  });
});
