import {
  closeSync,
  constants,
  copyFileSync,
  existsSync,
  fsyncSync,
  linkSync,
  openSync,
  renameSync,
  rmSync,
} from "node:fs";
import { dirname } from "node:path";
import { QueryTypes, Sequelize } from "sequelize";

/** What SQLite keeps beside a file that was not closed. */
const BESIDE = ["-wal", "-shm"] as const;

export function synced(path: string): void {
  const handle = openSync(path, "r");
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}

/** Brings what a killed program left beside a file into it. @returns whether nothing is left beside it */
async function settled(file: string): Promise<boolean> {
  const sequelize = new Sequelize({ dialect: "sqlite", storage: file, logging: false });
  try {
    const [row] = await sequelize.query<{ busy: number }>("PRAGMA wal_checkpoint(TRUNCATE)", {
      type: QueryTypes.SELECT,
    });
    if (row?.busy !== 0) return false;
  } catch {
    return false;
  } finally {
    await sequelize.close().catch(() => undefined);
  }
  return true;
}

/** Copies a shop's file that nobody has open, with what was left beside it. @throws Error where somebody has it open */
export async function copyClosed(file: string, target: string): Promise<void> {
  if (!(await settled(file))) throw new Error(`${file} is open, or is damaged: it was not copied.`);
  copyFileSync(file, target);
}

/** A second name of a file, or a copy of it where the disk knows no second names. */
function keepAs(file: string, name: string): void {
  try {
    linkSync(file, name);
  } catch {
    copyFileSync(file, name, constants.COPYFILE_EXCL);
    synced(name);
  }
}

/**
 * Puts a whole new file in the place of another, by one renaming: a kill at any moment leaves the old one or the new one.
 * What was there keeps a name of its own beside it.
 * @param part the new file, synced, on the same disk
 * @param aside the old one's new name
 * @returns whether something was there
 */
export async function putInPlace(part: string, file: string, aside: string): Promise<boolean> {
  const there = existsSync(file);
  if (there) {
    const whole = await settled(file);
    keepAs(file, aside);
    for (const end of BESIDE)
      if (existsSync(`${file}${end}`)) {
        // Only a file that cannot be opened any more still has something beside it: that goes aside with it.
        if (!whole) copyFileSync(`${file}${end}`, `${aside}${end}`);
        rmSync(`${file}${end}`);
      }
    synced(dirname(file));
  }
  renameSync(part, file);
  synced(dirname(file));
  return there;
}
