import { cpSync, existsSync, mkdirSync, renameSync } from "node:fs";
import { join } from "node:path";
import { lookOver, UnfitCopy } from "./backup.ts";
import { whoIsAtWork } from "./atWork.ts";

/** A shop's file and what SQLite keeps beside it. */
const BESIDE = ["", "-wal", "-shm"] as const;

export interface Restored {
  readonly jobs: number;
  readonly entries: number;
  /** Where what was there before lies now; null where nothing was. */
  readonly setAside: string | null;
}

/**
 * Puts a copy in the place of a shop. The copy is looked over first; what was there is set aside and never deleted.
 * @param folder the shop's folder, in which no server may be at work
 * @param now for the name of what is set aside
 * @throws UnfitCopy in a sentence where the copy is damaged or a server is at work
 */
export async function restoreShop(copy: string, folder: string, file: string, now: Date): Promise<Restored> {
  const busy = await whoIsAtWork(folder);
  if (busy)
    throw new UnfitCopy(
      `Green Fable is at work on ${folder} (process ${busy.pid}). Stop it first; nothing was changed.`,
    );
  const { jobs, entries } = await lookOver(copy);
  mkdirSync(folder, { recursive: true });
  const place = join(folder, file);
  const stamp = now.toISOString().replaceAll(":", "-").replace(/\..*$/u, "");
  const aside = `${place}.before-restore.${stamp}`;
  const there = BESIDE.filter((end) => existsSync(`${place}${end}`));
  // First beside the place, then into it: a full disk changes nothing.
  cpSync(copy, `${place}.restoring`);
  for (const end of there) renameSync(`${place}${end}`, `${aside}${end}`);
  renameSync(`${place}.restoring`, place);
  return { jobs, entries, setAside: there.length > 0 ? aside : null };
}
