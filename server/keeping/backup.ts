import { chmodSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { QueryTypes, Sequelize } from "sequelize";
import { newerThanThis } from "../database/migrate.ts";
import { synced } from "./place.ts";
import { isSealed, makeRoom, sealFile, sealIn } from "./seal.ts";

/** A copy that is not what it should be, in a sentence. */
export class UnfitCopy extends Error {}

/** What a copy holds, counted in the copy itself after it was written. */
export interface Copy {
  readonly name: string;
  readonly bytes: number;
  readonly jobs: number;
  readonly entries: number;
}

/** The name of a day's copy: green-fable-2026-03-02.sqlite, or with the time where it was asked for by hand. */
const NAME = /^green-fable-\d{4}-\d{2}-\d{2}(?:-\d{6})?\.(?:sqlite|dump)$/u;
/** The sum of a dump lies beside it, as sha256sum writes and checks it; a SQLite file carries its own. */
export const sumFile = (dump: string) => `${dump}.sha256`;
export const isCopyName = (name: string) => NAME.test(name);

export const open = (file: string) => new Sequelize({ dialect: "sqlite", storage: file, logging: false });

async function numberOf(sequelize: Sequelize, sql: string): Promise<number> {
  const [row] = await sequelize.query<{ n: number }>(sql, { type: QueryTypes.SELECT });
  return row?.n ?? 0;
}

/** What was found in a file that was looked over. */
export interface LookedOver {
  readonly jobs: number;
  readonly entries: number;
  /** Whether it carries the SHA-256 of itself; copies of earlier versions do not. */
  readonly sealed: boolean;
}

/**
 * Looks a whole shop file over: its pages, its references, its seal where it has one, and what it holds.
 * @throws UnfitCopy with what is wrong
 */
export async function lookOver(file: string): Promise<LookedOver> {
  if (!existsSync(file)) throw new UnfitCopy(`There is no file ${file}.`);
  const sequelize = open(file);
  try {
    const [state] = await sequelize.query<{ integrity_check: string }>("PRAGMA integrity_check(1)", {
      type: QueryTypes.SELECT,
    });
    if (state?.integrity_check !== "ok")
      throw new UnfitCopy(`${file} is damaged: ${state?.integrity_check ?? "it does not answer"}.`);
    const newer = await newerThanThis(sequelize);
    if (newer.length > 0)
      throw new UnfitCopy(
        `${file} was written by a newer version of this program (it has ${newer.join(", ")}). Nothing was changed.`,
      );
    const strays = await sequelize.query("PRAGMA foreign_key_check", { type: QueryTypes.SELECT });
    if (strays.length > 0) throw new UnfitCopy(`${file} is damaged: lines of it name what is not there.`);
    const seal = await sealIn(sequelize);
    if (seal !== null && !(await isSealed(file, seal)))
      throw new UnfitCopy(`${file} is not as it was made: it does not match the SHA-256 that it carries.`);
    return {
      jobs: await numberOf(sequelize, "SELECT count(*) AS n FROM jobs"),
      entries: await numberOf(sequelize, "SELECT count(*) AS n FROM entries"),
      sealed: seal !== null,
    };
  } catch (error) {
    if (error instanceof UnfitCopy) throw error;
    const why = error instanceof Error ? error.message : String(error);
    throw new UnfitCopy(`${file} is no shop of this program, or damaged: ${why}.`);
  } finally {
    await sequelize.close();
  }
}

/**
 * Copies a shop while it works: SQLite itself writes one consistent state, photos included, into a file of its own; the
 * copy is looked over before it gets its name, so that a file of that name is always whole.
 * @param file the shop's file
 * @param target where the copy goes; its folder is made when missing
 * @throws UnfitCopy where the copy is not whole
 */
export async function copyShop(file: string, target: string): Promise<Omit<Copy, "name">> {
  const part = `${target}.part`;
  mkdirSync(dirname(target), { recursive: true, mode: 0o700 });
  rmSync(part, { force: true });
  // A connection of its own: nobody's reading waits for it.
  const sequelize = open(file);
  try {
    await sequelize.query("PRAGMA busy_timeout = 60000");
    await sequelize.query("VACUUM INTO ?", { replacements: [part] });
  } finally {
    await sequelize.close();
  }
  chmodSync(part, 0o600);
  const copy = open(part);
  const marker = await makeRoom(copy).finally(() => copy.close());
  await sealFile(part, marker);
  const { jobs, entries } = await lookOver(part);
  renameSync(part, target);
  synced(dirname(target));
  return { bytes: statSync(target).size, jobs, entries };
}

/** Copies kept in a folder, the latest first; half-written ones do not count. */
export function copiesIn(folder: string): string[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder).filter(isCopyName).sort().reverse();
}

/** A copy that was cut short, by a kill or a power cut, lies about this long at most. */
const LEFT_OVER = 24 * 3_600_000;

/**
 * Takes the oldest away where there are more than are kept, and what is left of copies that were cut short. Copies made
 * by hand count as any other.
 */
export function prune(folder: string, keep: number, now: Date): string[] {
  for (const name of existsSync(folder) ? readdirSync(folder) : []) {
    const path = join(folder, name);
    if (/\.(?:sqlite|dump)\.part$/u.test(name) && now.getTime() - statSync(path).mtimeMs > LEFT_OVER)
      rmSync(path, { force: true });
  }
  const old = copiesIn(folder).slice(keep);
  for (const name of old)
    for (const path of [join(folder, name), sumFile(join(folder, name))]) rmSync(path, { force: true });
  return old;
}
