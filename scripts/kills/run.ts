import { spawn } from "node:child_process";
import { once } from "node:events";
import { copyFileSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as after } from "node:timers/promises";
import { fileURLToPath } from "node:url";
import { buildSync } from "esbuild";
import { QueryTypes, Sequelize } from "sequelize";
import { chanceFrom } from "#bench/chance";
import { makeOldShop, RELEASED } from "../../tests/oldShops.ts";

/** A shop that is about to be updated, or is not there yet. */
const NEW = "nothing yet";
export const SCHEMAS = [NEW, ...RELEASED];

export interface KillCount {
  readonly schema: string;
  readonly kills: number;
  /** Kills that came before the file was open: in the midst of the update. */
  readonly inTime: number;
  /** Files that did not open again with everything in them. */
  readonly lost: readonly string[];
  /** How long the update takes when nobody kills it, ms. */
  readonly whole: number;
}

function bundled(): string {
  mkdirSync(".cache", { recursive: true });
  const target = ".cache/open-shop.mjs";
  buildSync({
    entryPoints: [fileURLToPath(new URL("./open.ts", import.meta.url))],
    bundle: true,
    platform: "node",
    format: "esm",
    packages: "external",
    outfile: target,
    logLevel: "warning",
  });
  return target;
}

/** Opens a file in a process of its own and kills it some time after it began. @returns whether it was open by then */
async function openAndKill(script: string, file: string, milliseconds: number): Promise<boolean> {
  const child = spawn(process.execPath, [script, file], { stdio: ["ignore", "pipe", "ignore"] });
  let said = "";
  const begun = new Promise<void>((resolve) =>
    child.stdout.on("data", (chunk: Buffer) => {
      said += String(chunk);
      if (said.includes("begin")) resolve();
    }),
  );
  const gone = once(child, "exit");
  await begun;
  await after(milliseconds);
  child.kill("SIGKILL");
  await gone;
  return said.includes("open");
}

async function openWhole(script: string, file: string): Promise<number> {
  const start = performance.now();
  const child = spawn(process.execPath, [script, file], { stdio: ["ignore", "pipe", "pipe"] });
  let begun = start;
  child.stdout.once("data", () => (begun = performance.now()));
  let why = "";
  child.stderr.on("data", (chunk: Buffer) => (why += String(chunk)));
  const [code] = (await once(child, "exit")) as [number];
  if (code !== 0) throw new Error(why.slice(0, 500));
  return performance.now() - begun;
}

/** Rows of every table that the update carries over, and whether SQLite finds the file sound. */
async function contents(file: string): Promise<string> {
  const sequelize = new Sequelize({ dialect: "sqlite", storage: file, logging: false });
  const count = async (what: string) => {
    const [row] = await sequelize.query<{ n: number }>(`SELECT count(*) AS n FROM ${what}`, {
      type: QueryTypes.SELECT,
    });
    return row!.n;
  };
  const tables = [
    "jobs WHERE intake IS NOT NULL",
    "entries",
    "motors",
    "motor_versions",
    "closed_records",
    "files",
    "unread_entries",
    "migrations",
  ];
  const counts: number[] = [];
  for (const table of tables) counts.push(await count(table));
  const [check] = await sequelize.query<{ integrity_check: string }>("PRAGMA integrity_check", {
    type: QueryTypes.SELECT,
  });
  await sequelize.close();
  return `${counts.join(" ")} ${check!.integrity_check}`;
}

/**
 * Kills the program at moments spread over every update of every released schema, and over the making of a new file, and
 * opens each file again: it must hold what an update that nobody killed leaves.
 * @param kills of each schema; @param jobs in the old shop
 */
export async function killUpdates(kills: number, jobs: number, seed: number): Promise<KillCount[]> {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-kills-"));
  const script = bundled();
  const chance = chanceFrom(seed);
  const counted: KillCount[] = [];
  for (const schema of SCHEMAS) {
    const old = join(folder, `${schema.replaceAll(" ", "-")}.sqlite`);
    if (schema !== NEW) await makeOldShop(old, schema, jobs);
    const at = (name: string) => {
      const file = join(folder, name, "shop.sqlite");
      mkdirSync(join(folder, name), { recursive: true });
      if (schema !== NEW) copyFileSync(old, file);
      return file;
    };
    const sound = at("sound");
    const whole = await openWhole(script, sound);
    const wanted = await contents(sound);
    rmSync(join(folder, "sound"), { recursive: true });
    let inTime = 0;
    const lost: string[] = [];
    for (let n = 0; n < kills; n += 1) {
      const file = at("killed");
      if (!(await openAndKill(script, file, chance.between(0, whole * 0.95)))) inTime += 1;
      try {
        await openWhole(script, file);
        const found = await contents(file);
        if (found !== wanted) lost.push(`holds ${found}, not ${wanted}`);
      } catch (error) {
        lost.push(error instanceof Error ? error.message : String(error));
      }
      // A copy that a kill cut short never carries the name of a whole one.
      const parts = readdirSync(join(folder, "killed")).filter((name) => name.endsWith(".part"));
      if (parts.length > 1) lost.push(`left ${parts.length} unfinished copies`);
      rmSync(join(folder, "killed"), { recursive: true });
    }
    counted.push({ schema, kills, inTime, lost, whole });
  }
  rmSync(folder, { recursive: true, force: true });
  return counted;
}
