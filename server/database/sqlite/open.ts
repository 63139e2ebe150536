import { chmodSync, existsSync, mkdirSync, renameSync, rmSync } from "node:fs";
import { dirname } from "node:path";
import { Sequelize } from "sequelize";
import { defineModels } from "../../models/index.ts";
import { NOBODY_ELSE, type Database } from "../port.ts";
import { migrate, refuseNewer, type HowFar } from "../migrate.ts";
import { keepConnections } from "./connections.ts";
import { writeLine } from "./writeLine.ts";

/** A dated copy of the whole file beside it, made by SQLite itself; only complete ones carry the name. */
async function copyBefore(sequelize: Sequelize, file: string, migration: string, now: Date): Promise<void> {
  const stamp = now.toISOString().replaceAll(":", "-").replace(/\..*$/u, "");
  const target = `${file}.before-${migration}.${stamp}`;
  const part = `${target}.part`;
  rmSync(part, { force: true });
  await sequelize.query("VACUUM INTO ?", { replacements: [part] });
  if (!existsSync(target)) renameSync(part, target);
  else rmSync(part);
}

/**
 * Opens a shop's one file, brings it up to date, and sets it to lose nothing: write-ahead log, foreign keys on, every commit
 * synced to the disk. A file of a newer program is refused and left as it is.
 * @param file path of the SQLite file; its folder is made when missing
 */
export async function openFile(file: string, now: Date, howFar: HowFar): Promise<Database> {
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
  const sequelize = new Sequelize({
    dialect: "sqlite",
    storage: file,
    logging: false,
    pool: { max: 1, min: 1, idle: 2 ** 30 },
  });
  try {
    await refuseNewer(sequelize, file);
    // The file first: what SQLite keeps beside it is made after its likeness.
    chmodSync(file, 0o600);
    await sequelize.query("PRAGMA journal_mode = WAL");
    await sequelize.query("PRAGMA foreign_keys = ON");
    await sequelize.query("PRAGMA synchronous = FULL");
    await migrate(sequelize, (migration) => copyBefore(sequelize, file, migration, now), howFar);
  } catch (error) {
    await sequelize.close();
    throw error;
  }
  const models = defineModels(sequelize);
  const closeWriter = keepConnections(sequelize);
  const line = writeLine(sequelize, closeWriter);
  return {
    sequelize,
    models,
    write: line.write,
    others: NOBODY_ELSE,
    writeTo: (_job, change) => line.write(change),
    close: async () => {
      await line.idle();
      // One after the other: the last takes what lies beside the file into it, and of two at once each leaves it to the other.
      await closeWriter();
      await sequelize.close();
    },
  };
}
