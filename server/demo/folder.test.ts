import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { emptyDemoFolder, ForeignFolder, refuseForeign } from "./folder.ts";

const emptied = (folder: string, file: string) => {
  refuseForeign(folder);
  emptyDemoFolder(folder, file);
};

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "green-fable-"));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

describe("the demo's folder", () => {
  it("is made where there is none, and marked as the demo's", () => {
    const inner = join(folder, "demo");
    emptied(inner, "shop.sqlite");
    expect(readdirSync(inner)).toEqual(["this-is-the-demo"]);
  });

  it("that holds anything and is not marked is left alone, with a sentence", () => {
    writeFileSync(join(folder, "shop.sqlite"), "a shop's only file");
    expect(() => emptied(folder, "shop.sqlite")).toThrow(ForeignFolder);
    expect(() => emptied(folder, "shop.sqlite")).toThrow(/nothing was removed/u);
    expect(readdirSync(folder)).toEqual(["shop.sqlite"]);
  });

  it("loses the demo's own database and nothing else", () => {
    emptied(folder, "shop.sqlite");
    for (const name of ["shop.sqlite", "shop.sqlite-wal", "shop.sqlite-shm", "letter.txt"])
      writeFileSync(join(folder, name), "x");
    emptied(folder, "shop.sqlite");
    expect(readdirSync(folder).toSorted()).toEqual(["letter.txt", "this-is-the-demo"]);
    expect(existsSync(join(folder, "letter.txt"))).toBe(true);
  });
});
