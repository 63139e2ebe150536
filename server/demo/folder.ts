import { existsSync, mkdirSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";

/** Says that a folder is the demo's own, to be emptied at its next start. */
const MARKER = "this-is-the-demo";
const WORDS = "Made by the demo. Its database here is made anew at each start; nothing else is touched.\n";

/** A demo that was asked to use a folder that is not its own, in a sentence. */
export class ForeignFolder extends Error {}

/** @throws ForeignFolder where the folder holds anything and no marker of the demo */
export function refuseForeign(folder: string): void {
  mkdirSync(folder, { recursive: true });
  const there = readdirSync(folder);
  if (there.length > 0 && !existsSync(join(folder, MARKER)))
    throw new ForeignFolder(
      `${folder} is not empty and was not made by the demo: nothing was removed. Name an empty folder, or none.`,
    );
  writeFileSync(join(folder, MARKER), WORDS);
}

/** Empties the demo's own folder: its database and what SQLite keeps beside it, nothing else. */
export function emptyDemoFolder(folder: string, file: string): void {
  for (const name of [file, `${file}-wal`, `${file}-shm`, `${file}-journal`])
    rmSync(join(folder, name), { force: true });
}
