import { chmodSync, mkdirSync } from "node:fs";
import { dirname } from "node:path";
import { Sequelize, type Transaction } from "sequelize";
import { keepConnections } from "./connections.ts";
import { migrate, refuseNewer, type HowFar } from "./migrate.ts";
import { defineModels, type Models } from "../models/index.ts";
import { writeLine } from "./writeLine.ts";

export interface Database {
  readonly sequelize: Sequelize;
  readonly models: Models;
  /**
   * Makes a change whole or not at all, one after another: SQLite has one writer, and a transaction that had read an
   * older state could not commit. On disk when it resolves.
   */
  readonly write: <T>(change: (transaction: Transaction) => Promise<T>) => Promise<T>;
  readonly close: () => Promise<void>;
}

/**
 * Opens the shop's one file, brings it up to date, and sets it to lose nothing: write-ahead log,
 * foreign keys on, every commit synced to the disk. A file of a newer program is refused and left as it is.
 * @param file path of the SQLite file; its folder is made when missing
 */
export async function openDatabase(file: string, now: Date, howFar: HowFar = {}): Promise<Database> {
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
    await migrate(sequelize, file, now, howFar);
  } catch (error) {
    await sequelize.close();
    throw error;
  }
  const models = defineModels(sequelize);
  const line = writeLine(sequelize, keepConnections(sequelize));
  return {
    sequelize,
    models,
    write: line.write,
    close: async () => {
      await line.idle();
      await sequelize.close();
    },
  };
}
