import { spawn } from "node:child_process";
import { once } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { DiskCount } from "./smallDisk.ts";

/**
 * Kills a server whose disk is full, on a disk of its own of a few megabytes in a namespace of its own.
 * @returns null where this machine lets nobody have one
 */
export async function killOnFullDisk(kills: number, seed: number): Promise<DiskCount | null> {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-disk-"));
  const child = spawn(
    "unshare",
    [
      "-rm",
      "sh",
      "-c",
      'mount -t tmpfs -o size=16m tmpfs "$0" || exit 77; exec npx --no-install tsx scripts/kills/smallDisk.ts "$0" "$1" "$2"',
      folder,
      String(kills),
      String(seed),
    ],
    { stdio: ["ignore", "pipe", "inherit"] },
  );
  let said = "";
  child.stdout.on("data", (chunk: Buffer) => (said += String(chunk)));
  const code = await Promise.race([
    once(child, "exit").then(([status]) => status as number),
    once(child, "error").then(() => NOT_HERE),
  ]);
  rmSync(folder, { recursive: true, force: true });
  if (code === NOT_HERE) return null;
  if (code !== 0) throw new Error(`the kills on a full disk ended with ${code}: ${said}`);
  return JSON.parse(said) as DiskCount;
}

/** What the small disk's shell answers where nothing may be mounted. */
const NOT_HERE = 77;
