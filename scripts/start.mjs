// npm start and npm run demo: dependencies, a fresh build where the sources changed, then the one process.
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { spawn, spawnSync } from "node:child_process";
import "./ensure.mjs";

const SOURCES = [
  "core",
  "bench",
  "contract",
  "server",
  "web",
  "scripts/start.mjs",
  "package-lock.json",
  "vite.config.ts",
];
const STAMP = "dist/.source-stamp";

/** What comes with native code, with files of its own, or is asked for by name only where a shop had another database. */
const LEFT_OUTSIDE = [
  "sqlite3",
  "pdfmake",
  "pg",
  "pg-hstore",
  "mysql2",
  "mariadb",
  "tedious",
  "ibm_db",
  "oracledb",
  "snowflake-sdk",
];
/** Libraries of the older kind ask for others by require, and where they lie. */
const REQUIRE = [
  'import { createRequire as requireFrom } from "node:module";',
  'import { fileURLToPath as pathOf } from "node:url";',
  "const require = requireFrom(import.meta.url);",
  "const __filename = pathOf(import.meta.url);",
  'const __dirname = pathOf(new URL(".", import.meta.url));',
].join(" ");

const BUNDLED = [
  "--bundle",
  "--platform=node",
  // One file is found and read faster than the fifteen hundred of its libraries: a third of the time to start.
  ...LEFT_OUTSIDE.map((name) => `--external:${name}`),
  "--outdir=dist/server",
  "--log-level=warning",
];
/** What is built, and by which tool. */
const STEPS = [
  ["vite", "build", "--logLevel", "warn"],
  [
    "esbuild",
    "main=server/main.ts",
    "judge=server/judge/worker.ts",
    "incoming=server/incoming/worker.ts",
    "maintain=server/maintain.ts",
    "--format=esm",
    `--banner:js=${REQUIRE}`,
    ...BUNDLED,
  ],
  // As a script, so that V8 keeps what it made of it: server/main.ts. Lines stay short enough to name a place in them.
  [
    "esbuild",
    "serve=server/serve.ts",
    "--format=cjs",
    "--out-extension:.js=.cjs",
    "--define:import.meta.url=ownUrl",
    '--banner:js=const ownUrl = require("node:url").pathToFileURL(__filename).href;',
    "--supported:dynamic-import=false",
    "--minify-whitespace",
    "--line-limit=160",
    ...BUNDLED,
  ],
];

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
  // What V8 kept belongs to the file it was made of.
  rmSync("dist/server", { recursive: true, force: true });
  for (const [tool, ...args] of STEPS) {
    const { status } = spawnSync("npx", ["--no-install", tool, ...args], { stdio: "inherit" });
    if (status !== 0) {
      console.error(`${tool} failed; the message above says why.`);
      process.exit(status ?? 1);
    }
  }
  mkdirSync("dist", { recursive: true });
  writeFileSync(STAMP, now);
}

const LOOK_EVERY = 500;

/** Number of the process that started a process; null where this system does not say. */
function parentOf(pid) {
  const { stdout } = spawnSync("ps", ["-o", "ppid=", "-p", String(pid)], { encoding: "utf8" });
  return Number(stdout?.trim()) || null;
}

function isThere(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch ({ code }) {
    return code !== "ESRCH";
  }
}

/** npm that is killed tells nobody: whoever it started looks after it. */
function whenNpmEnds(end) {
  if (!process.env.npm_lifecycle_event) return;
  const started = [process.ppid, parentOf(process.ppid)].filter((pid) => pid !== null && pid > 1);
  const timer = setInterval(() => {
    if (started.every(isThere)) return;
    clearInterval(timer);
    end();
  }, LOOK_EVERY);
}

export function run(args) {
  buildWhatIsStale();
  // A line to the server that breaks when this process ends, by whatever signal: the server ends with it.
  const child = spawn(process.execPath, ["dist/server/main.js", ...args], {
    stdio: ["inherit", "inherit", "inherit", "ipc"],
  });
  for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => child.kill(signal));
  whenNpmEnds(() => child.kill("SIGTERM"));
  child.on("exit", (code) => process.exit(code ?? 0));
}

if (process.argv[1]?.endsWith("start.mjs")) run(process.argv.slice(2));
