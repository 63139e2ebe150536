import { createWriteStream, existsSync, mkdirSync, renameSync, rmSync } from "node:fs";
import { pipeline } from "node:stream/promises";
import { basename, dirname, join } from "node:path";
import { parseArgs } from "node:util";
import { Sequelize } from "sequelize";
import { bringAllUp, inShop, shopsIn, takeIn } from "./chain/founding.ts";
import { addressOf } from "./chain/office.ts";
import { HOME } from "./chain/registry.ts";
import { openDatabase, type Database } from "./database/database.ts";
import { pendingIn, UnfitDatabase } from "./database/migrate.ts";
import { isDatabaseGone } from "./database/port.ts";
import { openingFault } from "./faults.ts";
import { inThisThread } from "./judge/judge.ts";
import { open, UnfitCopy } from "./keeping/backup.ts";
import { fileCopies, type CopyMaker } from "./keeping/daily.ts";
import { copiedFirst, databaseCopies, countedOf, restoreDump } from "./keeping/dump.ts";
import { exportShop } from "./keeping/exportShop.ts";
import { importShop } from "./keeping/importShop.ts";
import { holdShop, ShopAtWork } from "./keeping/lock.ts";
import { moveIn, moveOut, type IntoPlace } from "./keeping/moveShop.ts";
import { synced } from "./keeping/place.ts";
import { databaseIn } from "./options.ts";
import { restoreShop } from "./keeping/restore.ts";
import { services } from "./services/index.ts";
import { shopFile } from "./shopFile.ts";

/** npm run backup, restore, export, import, move, shops: a shop out and in, while it works or while it rests. */
const USE = `backup [--to FILE] | restore FILE | export FILE.zip | import FILE.zip, each with --data FOLDER where it is not data/shop, or with DATABASE_URL; move FILE.sqlite [--back] with DATABASE_URL; shops [add NAME --title TITLE] with DATABASE_URL; --shop NAME for one of a chain`;

// What leaves a shop is for whoever runs it, as the shop is.
process.umask(0o077);

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    data: { type: "string" },
    to: { type: "string" },
    back: { type: "boolean", default: false },
    /** Which shop of a chain is meant; the first one, where nothing is said. */
    shop: { type: "string" },
    title: { type: "string" },
    /** How the first shop is called in its chain, from the moment that it is one. */
    home: { type: "string", default: "The first shop" },
  },
});
const [what, given, named] = positionals;
const { folder, file, copies } = shopFile({ data: values.data, demo: false });
/** A folder that is named is meant, whatever database is. */
const database = values.data === undefined || what === "move" || what === "shops" ? addressGiven() : null;

function addressGiven(): string | null {
  try {
    return databaseIn(process.env);
  } catch (error) {
    process.stderr.write(`${(error as Error).message}\n`);
    process.exit(1);
  }
}
const say = (line: string): void => {
  process.stdout.write(`${line}\n`);
};
const countText = (count: number, noun: string) => `${count} ${noun}${count === 1 ? "" : "s"}`;

function mustBeThere(): void {
  if (!existsSync(file)) throw new UnfitCopy(`There is no shop in ${folder}.`);
}

/** A database, beside the processes that work on it. */
function withDatabase<T>(address: string, work: (there: Database) => Promise<T>): Promise<T> {
  return inShop(address, values.shop ?? HOME, new Date(), work);
}

/** Reads a shop, beside a server that works on it or by itself. */
async function withShop<T>(work: (shop: ReturnType<typeof services>) => Promise<T>): Promise<T> {
  if (database !== null)
    return withDatabase(database, (there) => work(services(there, () => new Date(), inThisThread)));
  mustBeThere();
  const lock = await holdShop(folder).catch((error: unknown) => {
    if (error instanceof ShopAtWork) return null;
    throw error;
  });
  if (!lock) {
    const there = open(file);
    const pending = await pendingIn(there).finally(() => there.close());
    if (pending.length > 0)
      throw new UnfitCopy(
        `An earlier version of this program is at work on ${folder}. Stop it first; nothing was changed.`,
      );
  }
  const there = await openDatabase(file, new Date());
  try {
    return await work(services(there, () => new Date(), inThisThread));
  } finally {
    await there.close();
    await lock?.release();
  }
}

/** What is being written, for whoever is told that it could not be. */
let writing = file;

/** Writes an export beside its name, and gives it the name once it is whole and on the disk. */
async function exportTo(target: string): Promise<void> {
  const part = `${target}.part`;
  mkdirSync(dirname(target), { recursive: true });
  try {
    await withShop(async (shop) => {
      const stream = await exportShop(shop);
      writing = target;
      await pipeline(stream, createWriteStream(part, { mode: 0o600 }));
    });
    synced(part);
    renameSync(part, target);
    synced(dirname(target));
  } finally {
    rmSync(part, { force: true });
  }
}

async function backUp(): Promise<void> {
  if (database === null) mustBeThere();
  const stamp = new Date().toISOString().slice(0, 19);
  const copy = async ({ ending, copy: make }: CopyMaker) => {
    const name = `green-fable-${stamp.slice(0, 10)}-${stamp.slice(11).replaceAll(":", "")}${ending}`;
    const target = values.to ?? join(copies, name);
    writing = target;
    const { jobs, entries } = await make(target);
    say(`${target}: ${countText(jobs, "job")}, ${entries} entries, looked over and whole.`);
  };
  await (database === null
    ? copy(fileCopies(file))
    : withDatabase(database, ({ sequelize }) =>
        copy(databaseCopies(sequelize, database, values.shop === undefined ? "all" : "shop")),
      ));
}

/** Without a database a shop moves nowhere, and is in no chain. */
function theDatabase(): string {
  if (database === null) throw new UnfitCopy("Say which database, in DATABASE_URL. Nothing was changed.");
  return database;
}

/** A place for a shop that comes in: the database, or a new shop of its chain. */
const placeFor =
  (address: string): IntoPlace =>
  (moves) => {
    const id = values.shop;
    return id === undefined
      ? withDatabase(address, moves)
      : takeIn(address, { id, title: values.title ?? id, homeTitle: values.home }, new Date(), moves);
  };

/** Moves a shop's file into the database, or the other way. */
async function move(path: string): Promise<void> {
  const address = theDatabase();
  const moved = await (values.back
    ? withDatabase(address, (from) => moveOut(from, path, new Date()))
    : moveIn(path, placeFor(address), new Date()));
  for (const [table, lines] of Object.entries(moved)) say(`${String(lines).padStart(8)}  ${table}`);
  say(
    values.back
      ? `${path} is the shop now, each line as it was: put it into a folder as green-fable.sqlite, and start with --data FOLDER.`
      : `${values.shop === undefined ? "The database" : `The shop ${values.shop} of the chain`} is the shop now, each line as it was. ${path} stays as it is.`,
  );
}

/** Says which shops lie in the database, or takes one in. */
async function tellOfShops(): Promise<void> {
  const address = theDatabase();
  if (given === "add" && named !== undefined) {
    const asked = { id: named, title: values.title ?? named, homeTitle: values.home };
    await takeIn(address, asked, new Date(), () => Promise.resolve());
    say(
      `${asked.title} is in the chain, at ${addressOf(named)}. Its first owner's code is printed where the server is started.`,
    );
  }
  const shops = await shopsIn(address, new Date());
  if (shops === null)
    return say("One shop lies in this database. Take another in: npm run shops -- add NAME --title TITLE");
  for (const { id, title } of shops) say(`${addressOf(id).padEnd(24)} ${title}`);
}

async function run(): Promise<void> {
  // What is read of a database is of this version; a copy that comes back finds it empty.
  if (database !== null && what !== "restore") {
    const now = new Date();
    await bringAllUp(database, now, { tell: say, copyFirst: copiedFirst(database, copies, now) });
  }
  if (what === "backup") return backUp();
  if (what === "move" && given) return move(given);
  if (what === "shops") return tellOfShops();
  if (what === "restore" && given && database !== null) {
    const empty = new Sequelize(database, { dialect: "postgres", logging: false });
    const counts = await restoreDump(given, empty, database).finally(() => empty.close());
    return say(
      `The database is the copy now: ${countText(countedOf(counts, "jobs"), "job")}, ${countedOf(counts, "entries")} entries.`,
    );
  }
  if (what === "import" && database !== null)
    throw new UnfitCopy(
      "An export is taken into a file: import it with --data FOLDER, then bring that file over with move.",
    );
  if (what === "restore" && given) {
    const { jobs, entries, sealed, setAside } = await restoreShop(given, folder, basename(file), new Date());
    say(`${file} is the copy now: ${countText(jobs, "job")}, ${entries} entries.`);
    say(
      sealed
        ? "It matches the SHA-256 that it carries."
        : "It carries no SHA-256: copies of earlier versions do not.",
    );
    return say(setAside ? `What was there before lies in ${setAside}.` : "Nothing was there before.");
  }
  if (what === "export" && given) {
    await exportTo(given);
    return say(`${given} holds every job as a bundle, the shop's lists, and two tables as CSV.`);
  }
  if (what === "import" && given) {
    const { jobs } = await importShop(given, folder, basename(file), new Date());
    return say(`${countText(jobs, "job")} taken in.`);
  }
  throw new UnfitCopy(`Use: ${USE}.`);
}

/** In a sentence where a person can do something about it. */
function sentenceOf(error: unknown): string {
  if (error instanceof UnfitCopy || error instanceof UnfitDatabase) return error.message;
  if (isDatabaseGone(error))
    return `The database that DATABASE_URL names does not answer, or does not let this user in (${(error as Error).message}).`;
  const fault = openingFault(error, writing, copies);
  if (fault) return fault;
  return error instanceof Error ? (error.stack ?? error.message) : String(error);
}

run().catch((error: unknown) => {
  process.stderr.write(`${sentenceOf(error)}\n`);
  process.exit(1);
});
