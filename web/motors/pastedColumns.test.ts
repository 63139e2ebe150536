import { describe, expect, it } from "vitest";
import { serialKey } from "#core/record";
import { HUB } from "../../tests/jobs.ts";
import { readColumns, SHEETS } from "./pastedColumns.ts";

const here = (key: string) => (key === serialKey("HO-51") ? HUB : undefined);
const rowsOf = (text: string, sheet: keyof typeof SHEETS = "pairs") => {
  const pasted = readColumns(text, SHEETS[sheet], here);
  if (pasted.kind === "problem") throw new Error(pasted.sentence);
  return pasted.rows;
};
const problemOf = (text: string) => {
  const pasted = readColumns(text, SHEETS.pairs, here);
  return pasted.kind === "problem" ? pasted.sentence : "";
};

describe("columns pasted from a sheet", () => {
  it("are readings of their places, whatever their order and however the heading is written", () => {
    const [row] = rowsOf("C–A\tSerial\tA-B\tNote\n127.9m\tho-51\t127.5 mΩ\tfine");
    expect(row).toMatchObject({ serial: "ho-51" });
    expect(row!.cells.map(({ slot, value }) => [slot, value])).toEqual([
      ["CA", { kind: "ohms", ohms: 0.1279 }],
      ["AB", { kind: "ohms", ohms: 0.1275 }],
    ]);
  });

  it("of a spin are hertz and volts; an empty cell is no reading, and open is one", () => {
    const [row] = rowsOf("serial;Hz before;A-B;Hz after\nHO-51;42.2;1.58;", "spin");
    expect(row!.cells.map(({ slot, problem }) => [slot, problem])).toEqual([
      ["speedBefore", ""],
      ["AB", ""],
    ]);
    expect(rowsOf("serial;A-B\nHO-51;OL")[0]!.cells[0]!.value).toEqual({ kind: "open" });
  });

  it("write nothing that reads in no way, or that this motor could hardly read", () => {
    const [row] = rowsOf("serial\tA-B\tB-C\nHO-51\tabout 3\t127.5");
    expect(row!.cells.map(({ value }) => value)).toEqual([null, null]);
    // With its unit it is meant.
    expect(rowsOf("serial\tA-B\nHO-51\t127.5 Ω")[0]!.cells[0]!.value).toEqual({ kind: "ohms", ohms: 127.5 });
    expect(row!.cells[1]!.problem).toMatch(/^127\.5 Ω, or 127\.5 mΩ\? Write its unit, as 127\.5 mΩ\.$/u);
  });

  it("of a motor that is not here write nothing", () => {
    expect(rowsOf("serial\tA-B\nHO-99\t127m")).toEqual([{ serial: "HO-99", cells: [] }]);
  });

  it("say what is missing before anything is written", () => {
    expect(problemOf("")).toMatch(/at least one row/u);
    expect(problemOf("A-B\tB-C\n1\t2")).toMatch(/carries the serial/u);
    expect(problemOf("serial\tcolour\nHO-51\tred")).toMatch(/No column/u);
    expect(problemOf("serial\tA-B\tAB\nHO-51\t1\t2")).toMatch(/same heading/u);
    expect(problemOf("serial\tA-B\nHO-51\t127m\nho-51\t128m")).toMatch(/stands in two rows/u);
  });
});
