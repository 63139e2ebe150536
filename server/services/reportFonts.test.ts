import { existsSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { rangesOf, REPORT_FONTS, runsOf, TEXT, unprintable } from "./reportFonts.ts";

describe("the letters of a report", () => {
  it("beyond Latin are printed in a font that has them", () => {
    const text = "Łódź, Žižkov, Жанна, Ω and μ";
    const runs = runsOf(text);
    expect(runs.map((run) => run.text).join("")).toBe(text);
    expect(unprintable(text)).toEqual([]);
    expect(runs.find((run) => run.text.includes("Ж"))!.font).toBe("Cyrillic");
    expect(runs.find((run) => run.text.includes("Ł"))!.font).toBe("TextExt");
    expect(runs.find((run) => run.text.includes("Ω"))!.font).toBe("Greek");
  });
  it("that no font has are said and stand as a question mark, each once", () => {
    expect(unprintable("風 and 風")).toEqual(["風"]);
    expect(runsOf("風 fan")).toEqual([{ text: "? fan", font: TEXT }]);
  });
  it("that are put together of two are printed as one", () => {
    expect(unprintable("e\u0301")).toEqual([]);
    expect(runsOf("e\u0301")).toEqual([{ text: "é", font: TEXT }]);
  });
  it("come from files that ship", () => {
    for (const { normal, bold } of Object.values(REPORT_FONTS))
      expect([existsSync(normal), existsSync(bold)]).toEqual([true, true]);
    expect(rangesOf("U+0000-00FF, U+0131")).toEqual([
      [0, 255],
      [305, 305],
    ]);
  });
});
