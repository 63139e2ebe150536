import { spawn } from "node:child_process";
import { once } from "node:events";
import { createInterface } from "node:readline";
import type { Act } from "#bench/acts";

/** A motor on a bench of stand-ins, each a program of its own, that speak to a server. */
export interface StandIns {
  readonly act: (act: Act) => Promise<void>;
  /** Types a line as a person would who sits at the stand-ins' own screen. @returns what it answers */
  readonly type: (line: string) => Promise<string>;
  readonly close: () => Promise<void>;
}

/** Starts them as `npm run instruments` does. @param args what a person would add to it */
export async function startStandIns(server: string, args: readonly string[] = []): Promise<StandIns> {
  const child = spawn(
    process.execPath,
    ["--import", "tsx", "scripts/instruments.ts", "--server", server, "--seed", "7", ...args],
    { stdio: ["pipe", "pipe", "inherit"] },
  );
  const lines: string[] = [];
  let woken = () => {};
  createInterface({ input: child.stdout }).on("line", (line) => {
    lines.push(line);
    woken();
  });
  child.once("exit", () => {
    lines.push("the stand-ins ended");
    woken();
  });
  /** The next line of a kind; what else is said meanwhile is passed over. */
  const until = async (pattern: RegExp): Promise<string> => {
    for (;;) {
      const line = lines.shift();
      if (line === undefined)
        await new Promise<void>((resolve) => {
          woken = resolve;
        });
      else if (pattern.test(line)) return line;
      else if (line === "the stand-ins ended") throw new Error(line);
    }
  };
  const bench = /\S+$/u.exec(await until(/^The bench is at /u))![0];
  return {
    async act(act) {
      const answer = await fetch(`${bench}/acts`, { method: "POST", body: JSON.stringify(act) });
      if (!answer.ok) throw new Error(await answer.text());
    },
    async type(line) {
      child.stdin.write(`${line}\n`);
      // The lamps say by themselves what they show.
      return until(/^(?!lamps )/u);
    },
    async close() {
      if (child.exitCode !== null) return;
      const gone = once(child, "exit");
      child.kill("SIGTERM");
      await gone;
    },
  };
}
