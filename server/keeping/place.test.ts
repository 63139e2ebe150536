import { copyFileSync, existsSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { NOW } from "../../tests/entries.ts";
import { openDatabase } from "../database/database.ts";
import { plainSql } from "../database/plainSql.ts";
import { copyClosed } from "./place.ts";

describe("a copy of a file that nobody has open", () => {
  let folder = "";
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), "green-fable-"));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  it("holds what a killed program left beside it", async () => {
    const [open, killed, copy] = ["open", "killed", "copy"].map((name) => join(folder, name)) as [
      string,
      string,
      string,
    ];
    const database = await openDatabase(open, NOW);
    await database.write((transaction) =>
      plainSql(transaction, "INSERT INTO settings (id, body) VALUES ('a', '{}')", {}),
    );
    for (const end of ["", "-wal"]) copyFileSync(`${open}${end}`, `${killed}${end}`);
    await database.close();
    await copyClosed(killed, copy);
    expect(existsSync(`${copy}-wal`)).toBe(false);
    const copied = await openDatabase(copy, NOW);
    expect(await copied.models.Setting.count()).toBe(1);
    await copied.close();
  });

  it("is refused where the file cannot be read to its end", async () => {
    const damaged = join(folder, "damaged");
    writeFileSync(damaged, "no shop at all, and long enough to be read as one".repeat(100));
    await expect(copyClosed(damaged, join(folder, "copy"))).rejects.toThrow(/was not copied/u);
    expect(existsSync(join(folder, "copy"))).toBe(false);
  });
});
