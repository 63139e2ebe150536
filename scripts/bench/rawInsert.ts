import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Sequelize } from "sequelize";
import { uuidv7 } from "uuidv7";
import { printTimes } from "./print.ts";

const RAW = 300;

/** A row of the same size into a file of its own, each synced to the disk: what the disk itself takes. */
export async function benchRawInsert(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-raw-"));
  const sequelize = new Sequelize({
    dialect: "sqlite",
    storage: join(folder, "raw.sqlite"),
    logging: false,
    pool: { max: 1, min: 1, idle: 2 ** 30 },
  });
  await sequelize.query("PRAGMA journal_mode = WAL");
  await sequelize.query("PRAGMA synchronous = FULL");
  await sequelize.query("CREATE TABLE lines (id TEXT PRIMARY KEY, body TEXT NOT NULL)");
  const times: number[] = [];
  for (let n = 0; n < RAW; n += 1) {
    const start = performance.now();
    await sequelize.query(`INSERT INTO lines VALUES ('${uuidv7()}', '${"x".repeat(400)}')`);
    times.push(performance.now() - start);
  }
  printTimes("a raw insert with full sync, in the same run", times);
  await sequelize.close();
  rmSync(folder, { recursive: true, force: true });
}
