import { spawn, type ChildProcess } from "node:child_process";
import { once } from "node:events";

export interface RunningServer {
  readonly url: string;
  readonly pid: number;
  /** What it printed before it listened. */
  readonly said: string;
  readonly kill: (signal: NodeJS.Signals) => Promise<void>;
}

/**
 * Starts the built server on a free port of 127.0.0.1 with a data folder of its own.
 * @param database address of the PostgreSQL database that its shop is kept in; the invented shop in a file where none is named
 */
export async function startServer(
  data: string,
  args: readonly string[],
  port = 0,
  database: string | null = null,
): Promise<RunningServer> {
  const child: ChildProcess = spawn(
    process.execPath,
    [
      ...["dist/server/main.js", "--port", String(port), "--data", data, ...args],
      ...(database === null ? ["--demo"] : []),
    ],
    {
      stdio: ["ignore", "pipe", "inherit"],
      env: { ...process.env, ...(database !== null && { DATABASE_URL: database }) },
    },
  );
  let said = "";
  for await (const chunk of child.stdout!) {
    said += String(chunk);
    const url = /is at (https?:\S+)/u.exec(said)?.[1];
    if (url)
      return {
        url,
        pid: child.pid!,
        said,
        kill: async (signal) => {
          if (child.exitCode !== null || child.signalCode !== null) return;
          const gone = once(child, "exit");
          child.kill(signal);
          await gone;
        },
      };
  }
  throw new Error(`the server ended before it listened: ${said}`);
}
