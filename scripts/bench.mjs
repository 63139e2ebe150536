// npm run bench: dependencies and a fresh build first, then every figure.
import { spawnSync } from "node:child_process";
import { buildWhatIsStale } from "./start.mjs";

/** Runs a program to its end; a failure ends this one. */
function run(command, ...args) {
  const { status } = spawnSync(command, args, { stdio: "inherit" });
  if (status !== 0) process.exit(status ?? 1);
}
const npx = (...args) => run("npx", "--no-install", ...args);

buildWhatIsStale();
npx(
  "esbuild",
  "scripts/bench/judged.ts",
  "scripts/bench/coldVerdict.ts",
  ...["--bundle", "--platform=node", "--format=esm", "--packages=external"],
  ...["--outdir=.cache/bench", "--log-level=warning"],
);
run(process.execPath, ".cache/bench/judged.js");
npx("tsx", "scripts/bench.ts");
