// npm start and npm run demo: dependencies, a fresh build where the sources changed, then the one process.
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { spawn, spawnSync } from "node:child_process";
import "./ensure.mjs";

const SOURCES = ["core", "contract", "server", "web", "package-lock.json", "vite.config.ts"];
const STAMP = "dist/.source-stamp";

function hashInto(hash, path) {
  if (!existsSync(path)) return;
  if (statSync(path).isDirectory())
    for (const name of readdirSync(path).sort()) hashInto(hash, join(path, name));
  else hash.update(path).update(readFileSync(path));
}

export function buildWhatIsStale() {
  const hash = createHash("sha256");
  for (const path of SOURCES) hashInto(hash, path);
  const now = hash.digest("hex");
  if (existsSync(STAMP) && readFileSync(STAMP, "utf8") === now) return;
  console.log("Building.");
  const steps = [
    ["vite", "build", "--logLevel", "warn"],
    [
      "esbuild",
      "main=server/main.ts",
      "judge=server/judge/worker.ts",
      "maintain=server/maintain.ts",
      "--bundle",
      "--platform=node",
      "--format=esm",
      "--packages=external",
      "--outdir=dist/server",
      "--log-level=warning",
    ],
  ];
  for (const [tool, ...args] of steps) {
    const { status } = spawnSync("npx", ["--no-install", tool, ...args], { stdio: "inherit" });
    if (status !== 0) {
      console.error(`${tool} failed; the message above says why.`);
      process.exit(status ?? 1);
    }
  }
  mkdirSync("dist", { recursive: true });
  writeFileSync(STAMP, now);
}

export function run(args) {
  buildWhatIsStale();
  const child = spawn(process.execPath, ["dist/server/main.js", ...args], { stdio: "inherit" });
  for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => child.kill(signal));
  child.on("exit", (code) => process.exit(code ?? 0));
}

if (process.argv[1]?.endsWith("start.mjs")) run(process.argv.slice(2));
