import { existsSync, statfsSync, statSync } from "node:fs";
import { dirname } from "node:path";
import { QueryTypes, Sequelize } from "sequelize";
import { copiesIn } from "./keeping/backup.ts";

/** A shop's file that cannot be opened as it is, in a sentence for the person who started it. */
export class UnfitFile extends Error {}

const codeOf = (error: unknown): string => {
  if (!(error instanceof Error)) return "";
  const { code, original, parent } = error as Error & {
    code?: unknown;
    original?: unknown;
    parent?: unknown;
  };
  return typeof code === "string" ? code : codeOf(original ?? parent);
};

const bringBack = (copies: string) => {
  const [latest] = copiesIn(copies);
  return latest
    ? `Bring the last copy back with: npm run restore -- ${copies}/${latest}`
    : `There is no copy in ${copies}.`;
};

const diskFull = (file: string) =>
  `The disk that holds ${file} is full. Make room on it, then start again; nothing was changed.`;

const LEAST_ROOM = 256 * 1024;

/** Whether the disk of a file has no room for what is kept beside it. */
function isFull(file: string): boolean {
  let folder = dirname(file);
  while (!existsSync(folder) && dirname(folder) !== folder) folder = dirname(folder);
  const { bavail, bsize } = statfsSync(folder);
  return bavail * bsize < LEAST_ROOM;
}

/** Why a shop's file does not open, by its cause; null where this is none of them. */
export function openingFault(error: unknown, file: string, copies: string): string | null {
  switch (codeOf(error)) {
    case "SQLITE_CANTOPEN":
    case "EACCES":
    case "EPERM":
    case "ENOTDIR":
    case "EEXIST":
      return `${file} cannot be opened: the folder ${dirname(file)} is not there for this user, or may not be written.`;
    case "SQLITE_READONLY":
    case "EROFS":
      return `${file} may be read and not written. Give this user the right to write it and its folder.`;
    case "SQLITE_FULL":
    case "ENOSPC":
    case "EDQUOT":
      return diskFull(file);
    case "SQLITE_NOTADB":
      return `${file} is no shop of this program, or its beginning was overwritten. Nothing was changed. ${bringBack(copies)}`;
    case "SQLITE_CORRUPT":
      return `${file} is damaged. Nothing was changed. ${bringBack(copies)}`;
    case "SQLITE_IOERR":
      // What SQLite keeps beside a file could not be written.
      if (isFull(file)) return diskFull(file);
      return `${file} cannot be read: the disk reports a fault, or the file is cut short. ${bringBack(copies)}`;
    case "SQLITE_BUSY":
      return `Another program holds ${file}. Close it, then start again.`;
    default:
      return null;
  }
}

/** An empty file, or none, where copies say that a shop was: a new one is begun only where somebody says so. */
export function refuseVanished(file: string, copies: string, begin: boolean): void {
  if (begin) return;
  const there = existsSync(file);
  if (there && statSync(file).size === 0)
    throw new UnfitFile(
      `${file} is empty, and a shop used to be there. ${bringBack(copies)} To begin an empty shop instead, start with --new.`,
    );
  if (!there && copiesIn(copies).length > 0)
    throw new UnfitFile(
      `${file} is gone, and copies of a shop are in ${copies}. ${bringBack(copies)} To begin an empty shop instead, start with --new.`,
    );
}

/** Up to this size a file is looked over before anybody is let in; a larger one while the first work begins. */
const LOOKED_OVER_FIRST = 64 * 1024 * 1024;
export const isLarge = (file: string) => existsSync(file) && statSync(file).size > LOOKED_OVER_FIRST;

/** Looks the pages of a file over, on a connection of its own. @throws UnfitFile where one is damaged */
export async function quickCheck(file: string, copies: string): Promise<void> {
  const sequelize = new Sequelize({ dialect: "sqlite", storage: file, logging: false });
  try {
    const [state] = await sequelize.query<{ quick_check: string }>("PRAGMA quick_check(1)", {
      type: QueryTypes.SELECT,
    });
    if (state?.quick_check !== "ok")
      throw new UnfitFile(`${file} is damaged (${state?.quick_check ?? "no answer"}). ${bringBack(copies)}`);
  } finally {
    await sequelize.close();
  }
}
