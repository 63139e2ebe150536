import { spawn, type ChildProcess } from "node:child_process";
import { once } from "node:events";
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as after } from "node:timers/promises";
import { QueryTypes, Sequelize } from "sequelize";
import { chanceFrom } from "#bench/chance";
import { lookOver } from "../../server/keeping/backup.ts";
import { checkExport } from "../../server/keeping/importShop.ts";
import { ended, started, takenIn, written } from "./shop.ts";

/** What was killed in the midst of its work on a whole shop. */
export interface KeepingCount {
  readonly what: "a restore" | "an export" | "an import";
  readonly kills: number;
  /** Kills that came before it was done. */
  readonly inTime: number;
  /** What was there after them: what was there before, or all of the new. */
  readonly old: number;
  readonly whole: number;
  readonly faults: readonly string[];
}

const FILE = "green-fable.sqlite";
const READINGS = 60;

const maintain = (...args: string[]) =>
  spawn(process.execPath, ["dist/server/maintain.js", ...args], { stdio: ["ignore", "ignore", "pipe"] });

async function done(child: ChildProcess): Promise<void> {
  let said = "";
  child.stderr?.on("data", (chunk: Buffer) => (said += String(chunk)));
  const [code] = (await once(child, "exit")) as [number | null];
  if (code !== 0) throw new Error(said);
}

/** Every line of a shop, in its order: two shops are one where these are. */
async function contents(file: string): Promise<string> {
  await lookOver(file);
  const sequelize = new Sequelize({ dialect: "sqlite", storage: file, logging: false });
  const rows = await sequelize.query<{ id: string }>("SELECT id FROM entries ORDER BY id", {
    type: QueryTypes.SELECT,
  });
  const jobs = await sequelize.query<{ id: string }>("SELECT id FROM jobs ORDER BY id", {
    type: QueryTypes.SELECT,
  });
  await sequelize.close();
  return [...jobs, ...rows].map(({ id }) => id).join();
}

/** A shop with some jobs. @param unclean whether its server is killed, so that its last lines lie beside its file alone */
async function shopWith(folder: string, jobs: number, unclean: boolean): Promise<void> {
  const server = await started(folder);
  for (let n = 0; n < jobs; n += 1) {
    const job = await takenIn(server.base);
    for (let version = 0; version < READINGS; version += 1) await written(server.base, job, version);
  }
  await ended(server, unclean ? "SIGKILL" : "SIGTERM");
}

/**
 * Kills restores, exports and imports at moments spread over their whole length, and looks at what is there after each:
 * the old or the new, whole.
 * @param kills of each
 */
export async function killKeeping(kills: number, seed: number): Promise<KeepingCount[]> {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-keeping-"));
  const at = (...names: string[]) => join(folder, ...names);
  const chance = chanceFrom(seed);
  await shopWith(at("clean"), 3, false);
  await shopWith(at("unclean"), 3, true);
  await shopWith(at("other"), 6, false);
  await done(maintain("backup", "--to", at("copy.sqlite"), "--data", at("other")));
  await done(maintain("export", at("whole.zip"), "--data", at("other")));
  await done(maintain("export", at("old.zip"), "--data", at("clean")));
  const empty = await started(at("empty"));
  await ended(empty, "SIGTERM");
  const oldBytes = readFileSync(at("old.zip"));
  const now = await contents(at("copy.sqlite"));

  async function killed(
    what: KeepingCount["what"],
    template: (n: number) => string,
    args: readonly string[],
    isNew: () => Promise<"old" | "new">,
  ): Promise<KeepingCount> {
    const faults: string[] = [];
    let [inTime, old, whole] = [0, 0, 0];
    const fresh = (n: number) => {
      rmSync(at("shop"), { recursive: true, force: true });
      rmSync(at("target.zip"), { force: true });
      cpSync(template(n), at("shop"), { recursive: true });
      if (what === "an export") cpSync(at("old.zip"), at("target.zip"));
    };
    fresh(0);
    const begun = performance.now();
    await done(maintain(...args));
    const length = performance.now() - begun;
    for (let n = 0; n < kills; n += 1) {
      fresh(n);
      const child = maintain(...args);
      const gone = once(child, "exit");
      await after(chance.between(0, length));
      if (child.exitCode === null) inTime += 1;
      child.kill("SIGKILL");
      await gone;
      try {
        if ((await isNew()) === "old") old += 1;
        else whole += 1;
      } catch (error) {
        faults.push(`kill ${n}: ${error instanceof Error ? error.message : String(error)}`);
      }
    }
    return { what, kills, inTime, old, whole, faults };
  }

  /** @param before what was there, by the kill's number */
  const shopIs = (before: readonly string[]) => async () => {
    const found = existsSync(at("shop", FILE)) ? await contents(at("shop", FILE)) : "nothing";
    if (found === now) return "new";
    if (before.includes(found)) return "old";
    throw new Error(`the shop is neither the old nor the new (${readdirSync(at("shop")).join(", ")})`);
  };
  // What an unclean one holds is told by a copy of it, that this one is not brought to rest.
  mkdirSync(at("look"));
  cpSync(at("unclean"), at("look"), { recursive: true });
  const before = [await contents(at("clean", FILE)), await contents(at("look", FILE))];
  const shop = ["--data", at("shop")];
  const counted = [
    await killed(
      "a restore",
      (n) => at(n % 2 === 0 ? "clean" : "unclean"),
      ["restore", at("copy.sqlite"), ...shop],
      shopIs(before),
    ),
    await killed(
      "an export",
      () => at("other"),
      ["export", at("target.zip"), ...shop],
      async () => {
        if (readFileSync(at("target.zip")).equals(oldBytes)) return "old";
        await checkExport(at("target.zip"));
        return "new";
      },
    ),
    await killed("an import", () => at("empty"), ["import", at("whole.zip"), ...shop], shopIs([""])),
  ];
  rmSync(folder, { recursive: true, force: true });
  return counted;
}
