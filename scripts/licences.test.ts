import { describe, expect, it } from "vitest";
import { shipped, unknownAmong } from "./licences.ts";

describe("the packages that ship", () => {
  it("are listed with the libraries the program is made of, and without its tools", () => {
    const names = shipped().map(({ name }) => name);
    expect(names).toEqual(
      expect.arrayContaining(["react", "express", "sequelize", "sqlite3", "echarts", "joi"]),
    );
    expect(names).not.toEqual(expect.arrayContaining(["vitest"]));
    expect(names).not.toEqual(expect.arrayContaining(["typescript"]));
  });

  it("stand under licences that somebody has looked at", () => {
    expect(unknownAmong(shipped())).toEqual([]);
  });

  it("would show one that nobody has", () => {
    expect(unknownAmong([{ name: "x", version: "1", licence: "SSPL-1.0" }])).toHaveLength(1);
    expect(unknownAmong([{ name: "x", version: "1", licence: "" }])).toHaveLength(1);
  });
});
