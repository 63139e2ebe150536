// npm run bench: dependencies and a fresh build first, then every figure.
import { spawnSync } from "node:child_process";
import { buildWhatIsStale } from "./start.mjs";

buildWhatIsStale();
const { status } = spawnSync("npx", ["--no-install", "tsx", "scripts/bench.ts"], { stdio: "inherit" });
process.exit(status ?? 1);
