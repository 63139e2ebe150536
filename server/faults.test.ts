import { chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { openDatabase } from "./database/database.ts";
import { openingFault, quickCheck, refuseVanished } from "./faults.ts";

let folder = "";
const file = () => join(folder, "shop.sqlite");
const copies = () => join(folder, "copies");
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "green-fable-faults-"));
});
afterEach(() => {
  chmodSync(folder, 0o755);
  rmSync(folder, { recursive: true, force: true });
});

const withCopy = () => {
  mkdirSync(copies());
  writeFileSync(join(copies(), "green-fable-2026-03-02.sqlite"), "x");
};

async function whyNot(): Promise<string | null> {
  try {
    const database = await openDatabase(file(), new Date());
    await database.close();
    await quickCheck(file(), copies());
    return null;
  } catch (error) {
    return openingFault(error, file(), copies()) ?? (error as Error).message;
  }
}

describe("a shop's file that does not open", () => {
  it("is said by its cause: no database, with the copy that could be brought back", async () => {
    writeFileSync(file(), "this is a letter and no shop\n".repeat(100));
    expect(await whyNot()).toMatch(/is no shop of this program.*There is no copy/u);
    withCopy();
    expect(await whyNot()).toMatch(/npm run restore -- .*green-fable-2026-03-02\.sqlite/u);
  });

  it("damaged in its pages", async () => {
    const database = await openDatabase(file(), new Date());
    for (let n = 0; n < 300; n += 1)
      await database.models.Setting.create({ id: `setting ${n}`, body: { words: "x".repeat(200) } });
    await database.close();
    const { readFileSync } = await import("node:fs");
    const bytes = readFileSync(file());
    bytes.fill(0xa5, bytes.length - 9 * 4096, bytes.length - 4096);
    writeFileSync(file(), bytes);
    expect(await whyNot()).toMatch(/damaged/u);
  });

  it("in a folder that is a file", async () => {
    writeFileSync(join(folder, "letter"), "x");
    const within = join(folder, "letter", "shop.sqlite");
    await expect(openDatabase(within, new Date())).rejects.toSatisfy(
      (error) => openingFault(error, within, copies()) !== null,
    );
  });

  it.each([
    ["SQLITE_READONLY", /may be read and not written/u],
    ["SQLITE_FULL", /disk .* is full/u],
    ["SQLITE_BUSY", /Another program holds/u],
    ["SQLITE_IOERR", /cannot be read/u],
    ["SQLITE_CANTOPEN", /cannot be opened/u],
  ])("%s has its sentence, also where the driver wraps it", (code, sentence) => {
    const inner = Object.assign(new Error("inner"), { code });
    expect(openingFault(inner, file(), copies())).toMatch(sentence);
    expect(openingFault(Object.assign(new Error("outer"), { original: inner }), file(), copies())).toMatch(
      sentence,
    );
    expect(openingFault(new Error("something else"), file(), copies())).toBeNull();
  });
});

describe("an empty place where a shop was", () => {
  it("is asked about first: an empty file, and no file where copies are", () => {
    expect(() => refuseVanished(file(), copies(), false)).not.toThrow();
    writeFileSync(file(), "");
    expect(() => refuseVanished(file(), copies(), false)).toThrow(
      /is empty, and a shop used to be there.*--new/u,
    );
    expect(() => refuseVanished(file(), copies(), true)).not.toThrow();
    rmSync(file());
    withCopy();
    expect(() => refuseVanished(file(), copies(), false)).toThrow(/is gone, and copies of a shop are in/u);
  });
});
