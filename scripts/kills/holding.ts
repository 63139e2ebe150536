import { spawn } from "node:child_process";
import { once } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as after } from "node:timers/promises";
import { ended, started } from "./shop.ts";

export interface HoldingCount {
  readonly kills: number;
  readonly faults: readonly string[];
}

const SIGNALS = ["SIGKILL", "SIGTERM", "SIGINT", "SIGHUP"] as const;
const LONGEST = 8000;

/** Runs the program's command line to its end. @returns its code, and what it said */
async function ran(script: string, args: readonly string[]): Promise<{ code: number; said: string }> {
  const child = spawn(process.execPath, [script, ...args], { stdio: ["ignore", "pipe", "pipe"] });
  let said = "";
  for (const stream of [child.stdout, child.stderr])
    stream.on("data", (chunk: Buffer) => (said += String(chunk)));
  const [code] = (await once(child, "exit")) as [number];
  return { code, said };
}

/**
 * A server that was stopped in its tracks holds its shop all the same; one that was killed holds nothing, at once.
 * @param times how often
 */
export async function stopAndKill(times: number): Promise<HoldingCount> {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-holding-"));
  const data = join(folder, "shop");
  const copy = join(folder, "copy.sqlite");
  const faults: string[] = [];
  for (let n = 0; n < times; n += 1) {
    const server = await started(data);
    if (n === 0) await ran("dist/server/maintain.js", ["backup", "--to", copy, "--data", data]);
    server.child.kill("SIGSTOP");
    for (const [script, args] of [
      ["dist/server/main.js", ["--port", "0", "--data", data]],
      ["dist/server/maintain.js", ["restore", copy, "--data", data]],
      ["dist/server/maintain.js", ["import", copy, "--data", data]],
    ] as const) {
      const { code, said } = await ran(script, args);
      if (code !== 1 || !/is at work on/u.test(said))
        faults.push(`${args.join(" ")} under a stopped server: ${said}`);
    }
    await ended(server, "SIGKILL");
    await started(data).then(
      (again) => ended(again, "SIGTERM"),
      (error: unknown) => faults.push(`after a kill: ${String(error)}`),
    );
  }
  rmSync(folder, { recursive: true, force: true });
  return { kills: times, faults };
}

/**
 * Ends the starter by every signal, and sees that its server ends with it and the port is free.
 * @param times of each signal
 */
export async function endTheStarter(times: number): Promise<HoldingCount> {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-starter-"));
  const faults: string[] = [];
  for (let n = 0; n < times; n += 1)
    for (const signal of SIGNALS) {
      const child = spawn(
        process.execPath,
        ["scripts/start.mjs", "--port", "0", "--data", join(folder, "shop")],
        {
          stdio: ["ignore", "pipe", "ignore"],
        },
      );
      let said = "";
      child.stdout.on("data", (chunk: Buffer) => (said += String(chunk)));
      for (let waited = 0; !/is at http/u.test(said) && waited < LONGEST * 4; waited += 50) await after(50);
      const url = /is at (http:\S+)/u.exec(said)?.[1];
      child.kill(signal);
      const answers = () =>
        fetch(`${url}/api/v1/health`).then(
          () => true,
          () => false,
        );
      let waited = 0;
      for (; (await answers()) && waited < LONGEST; waited += 100) await after(100);
      if (!url || waited >= LONGEST) faults.push(`${signal}: the server is still at ${url ?? "nowhere"}`);
    }
  rmSync(folder, { recursive: true, force: true });
  return { kills: times * SIGNALS.length, faults };
}
