import { chmodSync, mkdirSync } from "node:fs";
import { join } from "node:path";
import { Sequelize } from "sequelize";
import { signIn, type AtWork } from "./atWork.ts";
import { UnfitCopy } from "./backup.ts";

/** Beside the shop's file: what it holds is nothing, who holds it is all. */
const LOCK = "at-work.lock";

/** Held by one process at a time. */
export interface ShopLock {
  readonly release: () => Promise<void>;
}

/** A shop at which another process works. */
export class ShopAtWork extends UnfitCopy {
  constructor(folder: string, sign: AtWork | null) {
    const who = sign ? ` (process ${sign.pid}): it is at ${sign.url}` : "";
    super(`Green Fable is at work on ${folder} already${who}. Nothing was changed.`);
  }
}

const isBusy = (error: unknown): boolean =>
  error instanceof Error &&
  (/SQLITE_BUSY|database is locked/u.test(error.message) ||
    ("original" in error && error.original !== error && isBusy(error.original)));

/**
 * Takes the shop for this process alone: a lock of the operating system on a file of its own, held for as long as the
 * process lives. One that was killed holds nothing; one that is stopped, busy, or serves HTTPS holds it all the same.
 * @throws ShopAtWork where another process has it
 */
export async function holdShop(folder: string): Promise<ShopLock> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const storage = join(folder, LOCK);
  const sequelize = new Sequelize({
    dialect: "sqlite",
    storage,
    logging: false,
    pool: { max: 1, min: 1, idle: 2 ** 30 },
    retry: { max: 1 },
  });
  try {
    await sequelize.query("PRAGMA busy_timeout = 0");
    // SQLite locks its file as the system does, on every system alike: for as long as this transaction is open.
    await sequelize.query("BEGIN EXCLUSIVE");
    chmodSync(storage, 0o600);
  } catch (error) {
    await sequelize.close();
    if (isBusy(error)) throw new ShopAtWork(folder, signIn(folder));
    throw error;
  }
  return { release: () => sequelize.close() };
}
