import { existsSync, mkdtempSync, renameSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join, resolve } from "node:path";
import { QueryTypes, type Sequelize, type Transaction } from "sequelize";
import { engineOf } from "../database/dialect.ts";
import { openDatabase, type Database } from "../database/database.ts";
import { copyShop, open, UnfitCopy } from "./backup.ts";
import { copyClosed, synced } from "./place.ts";
import { breakSeal } from "./seal.ts";
import { columnsOf, takeYourTime, heldIn, linesOf, TABLE_NAMES, writeLines, type Table } from "./tables.ts";

/** What was moved: lines by table, held against where they came from. */
export type Moved = Readonly<Record<Table, number>>;

/** Of these a new shop has a line from the first moment: what moves in takes its place. */
const BEGUN: readonly Table[] = ["grounds"];

async function refuseWhereWorked(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  for (const table of TABLE_NAMES.filter((one) => !BEGUN.includes(one))) {
    const [row] = await sequelize.query<{ n: number }>(`SELECT count(*) AS n FROM ${table}`, {
      type: QueryTypes.SELECT,
      transaction,
    });
    if (Number(row!.n) > 0)
      throw new UnfitCopy(
        `There is something in ${table} already. A shop moves into an empty place: another database, or a new shop of a chain (--shop NAME). Nothing was changed.`,
      );
  }
}

/** Numbers that a server gives go on after those that moved in. */
async function countOn(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  if (engineOf(sequelize) !== "postgres") return;
  for (const table of ["audit", "motor_versions"])
    await sequelize.query(
      `SELECT setval(pg_get_serial_sequence('${table}', 'id'), coalesce(max(id), 0) + 1, false) FROM ${table}`,
      { transaction },
    );
}

/**
 * Moves everything of a shop into an empty place, whatever the engines, and holds every line there against where it came from
 * before anything of it stands. @throws UnfitCopy where the place is not empty, or a line is not what it was
 */
async function moveAll(from: Database, to: Database): Promise<Moved> {
  const all = await to.write(async (transaction) => {
    await takeYourTime(to.sequelize, transaction);
    await refuseWhereWorked(to.sequelize, transaction);
    const moved: Partial<Record<Table, number>> = {};
    for (const table of TABLE_NAMES) {
      const columns = await columnsOf(to.sequelize, table, transaction);
      if (BEGUN.includes(table)) await to.sequelize.query(`DELETE FROM ${table}`, { transaction });
      for await (const lines of linesOf(from.sequelize, table, columns))
        await writeLines(to.sequelize, table, columns, lines, transaction);
    }
    await countOn(to.sequelize, transaction);
    for (const table of TABLE_NAMES) {
      const [there, here] = [
        await heldIn(from.sequelize, table),
        await heldIn(to.sequelize, table, transaction),
      ];
      if (there.lines !== here.lines || there.sha256 !== here.sha256)
        throw new UnfitCopy(
          `${table} came over with ${here.lines} of ${there.lines} lines, or with others than it left with. Nothing was changed. Report it.`,
        );
      moved[table] = here.lines;
    }
    return moved as Moved;
  });
  // What it holds is new to the server: how it best looks for anything follows from that.
  if (engineOf(to.sequelize) === "postgres") await to.sequelize.query("ANALYZE");
  return all;
}

/** Opens an empty place for what is done in it: a database that is empty, or a new shop of a chain. */
export type IntoPlace = (move: (to: Database) => Promise<Moved>) => Promise<Moved>;

/**
 * Moves a shop's file into an empty place. The file stays as it is: a copy of it, brought up to date, is what moves.
 * @throws UnfitCopy or UnfitDatabase in a sentence; nothing is changed then
 */
export async function moveIn(file: string, into: IntoPlace, now: Date): Promise<Moved> {
  if (!existsSync(file)) throw new UnfitCopy(`There is no file ${file}.`);
  const folder = mkdtempSync(join(tmpdir(), "green-fable-move-"));
  const copy = join(folder, "shop.sqlite");
  try {
    // Looked over as every copy is; what lies beside the file is in it then.
    await copyShop(file, copy);
    const copied = open(copy);
    await breakSeal(copied).finally(() => copied.close());
    const from = await openDatabase(copy, now);
    return await into((to) => moveAll(from, to)).finally(() => from.close());
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/**
 * Moves a shop that is in a database into a new file, which `npm start` opens. The database stays as it is.
 * @throws UnfitCopy or UnfitDatabase in a sentence; no file is made then
 */
export async function moveOut(from: Database, file: string, now: Date): Promise<Moved> {
  const target = resolve(file);
  if (existsSync(target)) throw new UnfitCopy(`There is something at ${file} already. Name a new file.`);
  const folder = mkdtempSync(join(tmpdir(), "green-fable-move-"));
  const made = join(folder, "shop.sqlite");
  try {
    const to = await openDatabase(made, now);
    const moved = await moveAll(from, to).finally(() => to.close());
    const part = `${target}.part`;
    await copyClosed(made, part);
    synced(part);
    renameSync(part, target);
    synced(dirname(target));
    return moved;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
