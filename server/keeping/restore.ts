import { chmodSync, copyFileSync, existsSync, mkdirSync, rmSync } from "node:fs";
import { join, resolve } from "node:path";
import { lookOver, open, UnfitCopy } from "./backup.ts";
import { holdShop } from "./lock.ts";
import { putInPlace, synced } from "./place.ts";
import { breakSeal } from "./seal.ts";

export interface Restored {
  readonly jobs: number;
  readonly entries: number;
  /** Whether the copy carries the SHA-256 of itself, and matches it; copies of earlier versions carry none. */
  readonly sealed: boolean;
  /** Where what was there before lies now; null where nothing was. */
  readonly setAside: string | null;
}

/** A moment as it stands in the name of a file. */
export const stampOf = (at: Date) => at.toISOString().replaceAll(":", "-").replace(/\..*$/u, "");

/** A name beside a file that nothing has yet. */
export function freeName(wanted: string): string {
  for (let n = 1; ; n += 1) {
    const name = n === 1 ? wanted : `${wanted}-${n}`;
    if (!existsSync(name)) return name;
  }
}

/**
 * Puts a copy in the place of a shop, whole or not at all. The copy is looked over first; what was there is set aside and
 * never deleted.
 * @param folder the shop's folder, in which no server may be at work
 * @param now for the name of what is set aside
 * @throws UnfitCopy in a sentence where the copy is damaged, of a newer program, or a server is at work
 */
export async function restoreShop(copy: string, folder: string, file: string, now: Date): Promise<Restored> {
  const place = join(folder, file);
  if (resolve(copy) === resolve(place)) throw new UnfitCopy(`${copy} is the shop itself. Name a copy of it.`);
  await lookOver(copy);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const lock = await holdShop(folder);
  const part = `${place}.restoring`;
  try {
    // First beside the place, then into it: a full disk changes nothing.
    copyFileSync(copy, part);
    chmodSync(part, 0o600);
    const { jobs, entries, sealed } = await lookOver(part);
    const restored = open(part);
    await breakSeal(restored).finally(() => restored.close());
    synced(part);
    const aside = freeName(`${place}.before-restore.${stampOf(now)}`);
    const there = await putInPlace(part, place, aside);
    return { jobs, entries, sealed, setAside: there ? aside : null };
  } finally {
    rmSync(part, { force: true });
    await lock.release();
  }
}
