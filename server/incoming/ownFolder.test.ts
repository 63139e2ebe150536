import { spawn, spawnSync } from "node:child_process";
import { once } from "node:events";
import { existsSync, mkdirSync, mkdtempSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { ownIncoming } from "./ownFolder.ts";

describe("the folder of what is sent to one process of several", () => {
  let parent = "";
  beforeEach(() => (parent = mkdtempSync(join(tmpdir(), "own-incoming-"))));
  afterEach(() => rmSync(parent, { recursive: true }));

  /** What a process left there. */
  function leftBy(pid: number | string): string {
    const folder = join(parent, `green-fable-incoming-${pid}-AbC123`);
    mkdirSync(folder);
    writeFileSync(join(folder, "photo.part"), "somebody's");
    return folder;
  }

  it("is its own, and nobody else on the computer looks into it", () => {
    const folder = ownIncoming(parent);
    expect(folder).toContain(`-${process.pid}-`);
    expect(statSync(folder).mode & 0o077).toBe(0);
  });

  it("takes away what a killed process left, and nothing of one that runs or of another program", async () => {
    const { pid: ended } = spawnSync(process.execPath, ["-e", ""]);
    const runs = spawn(process.execPath, ["-e", "setInterval(() => {}, 1000)"], { stdio: "ignore" });
    const theirs = leftBy(runs.pid!);
    const stale = leftBy(ended);
    const before = leftBy(process.pid);
    const elses = leftBy("notes");
    ownIncoming(parent);
    expect([theirs, stale, before, elses].map((folder) => existsSync(folder))).toEqual([
      true,
      false,
      false,
      true,
    ]);
    runs.kill();
    await once(runs, "exit");
  });
});
