import { createHash } from "node:crypto";
import { chmodSync, createWriteStream, existsSync, rmSync } from "node:fs";
import { join } from "node:path";
import { buffer } from "node:stream/consumers";
import { pipeline } from "node:stream/promises";
import { openPromise, type Entry, type ZipFile } from "yauzl";
import { shopListsSchema } from "#contract/shopFileSchema";
import { openDatabase } from "../database/database.ts";
import { readBundleFile } from "../incoming/bundleFile.ts";
import { caseSchema } from "../practice/caseSchema.ts";
import { Problem } from "../problem.ts";
import { services, type Services } from "../services/index.ts";
import { lookOver, open, UnfitCopy } from "./backup.ts";
import { EXPORT, type ShopLists } from "./exportShop.ts";
import { holdShop } from "./lock.ts";
import { copyClosed, putInPlace, synced } from "./place.ts";
import { freeName, stampOf } from "./restore.ts";
import { breakSeal } from "./seal.ts";

const JOB_FILE = new RegExp(`^${EXPORT.jobs}J-\\d+-([0-9a-f-]{36})\\.zip$`, "u");
const MOST_LISTS = 256 * 1024 * 1024;

function listsIn(text: string): ShopLists {
  let raw: Partial<ShopLists>;
  try {
    raw = JSON.parse(text) as Partial<ShopLists>;
  } catch {
    throw new UnfitCopy("The shop.json of this export is no JSON. Nothing was taken in.");
  }
  if (raw.format !== EXPORT.format) throw new UnfitCopy("This zip is no export of a shop.");
  if (!(typeof raw.version === "number" && raw.version <= EXPORT.version))
    throw new UnfitCopy("This export was written by a newer version of this program. Nothing was taken in.");
  const { error, value } = shopListsSchema.validate(raw, { convert: false });
  if (error)
    throw new UnfitCopy(`The shop's lists in this export are not as they should be: ${error.message}`);
  const lists = value as ShopLists;
  for (const one of lists.cases ?? []) {
    const unfit = caseSchema.validate(one, { convert: false }).error;
    if (unfit)
      throw new UnfitCopy(`The case ${one.id} in this export is not as it should be: ${unfit.message}`);
  }
  return lists;
}

/** An export with the list of its files. @throws UnfitCopy where it is no zip, or was cut short */
async function opened(file: string): Promise<{ readonly zip: ZipFile; readonly entries: readonly Entry[] }> {
  try {
    const zip = await openPromise(file, {
      validateEntrySizes: true,
      strictFileNames: true,
      autoClose: false,
    });
    const entries: Entry[] = [];
    for await (const entry of zip.eachEntry()) entries.push(entry);
    return { zip, entries };
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    throw new UnfitCopy(`${file} is no export of a shop, or was cut short: ${why}. Nothing was taken in.`);
  }
}

/** SHA-256 of what an entry unpacks to. */
async function sumOf(zip: ZipFile, entry: Entry): Promise<string> {
  const hash = createHash("sha256");
  await pipeline(await zip.openReadStreamPromise(entry), hash);
  return hash.digest("hex");
}

/** Holds every file of an export against the sums that it carries; exports of the first version carry none. */
async function checkSums(zip: ZipFile, entries: readonly Entry[], version: number): Promise<void> {
  const own = entries.find(({ fileName }) => fileName === EXPORT.sums);
  if (!own) {
    if (version < 2) return;
    throw new UnfitCopy("This export is cut short: the list of its files is missing. Nothing was taken in.");
  }
  const text = (await buffer(await zip.openReadStreamPromise(own))).toString("utf8");
  const sums = new Map(
    text.split("\n").flatMap((line) => (line === "" ? [] : [[line.slice(66), line.slice(0, 64)] as const])),
  );
  for (const entry of entries) {
    if (entry === own) continue;
    const said = sums.get(entry.fileName);
    sums.delete(entry.fileName);
    if (said !== (await sumOf(zip, entry)))
      throw new UnfitCopy(
        `${entry.fileName} in this export is not what was written: its SHA-256 differs. Nothing was taken in.`,
      );
  }
  const [missing] = sums.keys();
  if (missing !== undefined)
    throw new UnfitCopy(`${missing} is missing in this export. Nothing was taken in.`);
}

/** Holds a whole export against the sums that it carries. @throws UnfitCopy, or what the zip says where it is cut short */
export async function checkExport(file: string): Promise<void> {
  const { zip, entries } = await opened(file);
  try {
    await checkSums(zip, entries, EXPORT.version);
  } finally {
    zip.close();
  }
}

/**
 * Takes a whole export into a shop that has no job yet, under the same numbers and addresses.
 * @param scratch a path for one job at a time
 * @throws UnfitCopy in a sentence where the zip is no export, was changed, or the shop is not empty
 */
async function fillFrom(file: string, shop: Services, scratch: string): Promise<number> {
  if ((await shop.jobs.list({}, 1, 1)).total > 0)
    throw new UnfitCopy("This shop has jobs already. An export is taken into an empty one.");
  const { zip, entries } = await opened(file);
  try {
    const own = entries.find(({ fileName }) => fileName === EXPORT.shop);
    if (!own || own.uncompressedSize > MOST_LISTS)
      throw new UnfitCopy("This zip is no export of a shop: it holds no shop.json.");
    const lists = listsIn((await buffer(await zip.openReadStreamPromise(own))).toString("utf8"));
    await checkSums(zip, entries, lists.version);
    for (const person of lists.people) await shop.people.putTechnician(person);
    for (const instrument of lists.instruments) await shop.people.putInstrument(instrument);
    for (const model of lists.models) await shop.shop.putModel(model);
    await shop.shop.putLimits(lists.limits);
    const jobs = entries.flatMap((entry) => {
      const id = JOB_FILE.exec(entry.fileName)?.[1];
      return id ? [{ id, entry }] : [];
    });
    for (const { id, entry } of jobs) {
      await pipeline(await zip.openReadStreamPromise(entry), createWriteStream(scratch, { mode: 0o600 }));
      // A whole shop moves: its closings are its own, and its open jobs follow its limits and instruments.
      await shop.bundles.importJob(id, await readBundleFile(scratch), null, lists.carried?.[id] ?? null);
    }
    await shop.whole.takeBeside(lists);
    return jobs.length;
  } catch (error) {
    if (error instanceof Problem) throw new UnfitCopy(`${error.message} Nothing was taken in.`);
    throw error;
  } finally {
    rmSync(scratch, { force: true });
    zip.close();
  }
}

/**
 * Takes a whole export into a shop without jobs, all of it or nothing: it is filled beside the shop's file, looked over,
 * and put in its place by one renaming.
 * @throws UnfitCopy in a sentence where the zip is no export, or the shop is not empty or at work
 */
export async function importShop(
  file: string,
  folder: string,
  name: string,
  now: Date,
): Promise<{ readonly jobs: number }> {
  if (!existsSync(file)) throw new UnfitCopy(`There is no file ${file}.`);
  const lock = await holdShop(folder);
  const place = join(folder, name);
  const part = `${place}.importing`;
  const clear = () => {
    for (const end of ["", "-wal", "-shm"]) rmSync(`${part}${end}`, { force: true });
  };
  try {
    clear();
    // People and pass-phrases of the empty shop stay: whoever set it up is its owner still.
    if (existsSync(place)) {
      const there = await openDatabase(place, now);
      await there.close();
      await copyClosed(place, part);
    }
    const database = await openDatabase(part, now);
    let jobs: number;
    try {
      // Judged once it is in its place, by the program at work.
      jobs = await fillFrom(
        file,
        services(database, () => now, null),
        `${part}.job`,
      );
    } finally {
      await database.close();
    }
    const filled = open(part);
    await breakSeal(filled).finally(() => filled.close());
    await lookOver(part);
    chmodSync(part, 0o600);
    synced(part);
    await putInPlace(part, place, freeName(`${place}.before-import.${stampOf(now)}`));
    return { jobs };
  } finally {
    clear();
    await lock.release();
  }
}
