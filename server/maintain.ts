import { createWriteStream } from "node:fs";
import { pipeline } from "node:stream/promises";
import { basename, join } from "node:path";
import { parseArgs } from "node:util";
import { openDatabase } from "./database/database.ts";
import { inThisThread } from "./judge/judge.ts";
import { whoIsAtWork } from "./keeping/atWork.ts";
import { copyShop, UnfitCopy } from "./keeping/backup.ts";
import { exportShop } from "./keeping/exportShop.ts";
import { importShop } from "./keeping/importShop.ts";
import { restoreShop } from "./keeping/restore.ts";
import { services } from "./services/index.ts";
import { shopFile } from "./shopFile.ts";

/** npm run backup, restore, export, import: a shop out and in, while it works or while it rests. */
const USE = `backup [--to FILE] | restore FILE | export FILE.zip | import FILE.zip, each with --data FOLDER where it is not data/shop`;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { data: { type: "string" }, to: { type: "string" } },
});
const [what, given] = positionals;
const { folder, file, copies } = shopFile({ data: values.data, demo: false });
const say = (line: string): void => {
  process.stdout.write(`${line}\n`);
};
const countText = (count: number, noun: string) => `${count} ${noun}${count === 1 ? "" : "s"}`;

async function withShop<T>(work: (shop: ReturnType<typeof services>) => Promise<T>): Promise<T> {
  const database = await openDatabase(file, new Date());
  try {
    const shop = services(database, () => new Date(), inThisThread);
    const done = await work(shop);
    await shop.judging.idle();
    return done;
  } finally {
    await database.close();
  }
}

async function run(): Promise<void> {
  if (what === "backup") {
    const stamp = new Date().toISOString().slice(0, 19);
    const name = `green-fable-${stamp.slice(0, 10)}-${stamp.slice(11).replaceAll(":", "")}.sqlite`;
    const target = values.to ?? join(copies, name);
    const { jobs, entries } = await copyShop(file, target);
    return say(`${target}: ${countText(jobs, "job")}, ${entries} entries, looked over and whole.`);
  }
  if (what === "restore" && given) {
    const { jobs, entries, setAside } = await restoreShop(given, folder, basename(file), new Date());
    say(`${file} is the copy now: ${countText(jobs, "job")}, ${entries} entries.`);
    return say(setAside ? `What was there before lies in ${setAside}.` : "Nothing was there before.");
  }
  if (what === "export" && given)
    return withShop(async (shop) => {
      await pipeline(await exportShop(shop), createWriteStream(given));
      say(`${given} holds every job as a bundle, the shop's lists, and two tables as CSV.`);
    });
  if (what === "import" && given) {
    const busy = await whoIsAtWork(folder);
    if (busy)
      throw new UnfitCopy(`Green Fable is at work on ${folder} (process ${busy.pid}). Stop it first.`);
    return withShop(async (shop) => {
      const { jobs } = await importShop(given, shop);
      say(`${countText(jobs, "job")} taken in.`);
    });
  }
  throw new UnfitCopy(`Use: ${USE}.`);
}

run().catch((error: unknown) => {
  process.stderr.write(
    `${error instanceof UnfitCopy ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
  );
  process.exit(1);
});
