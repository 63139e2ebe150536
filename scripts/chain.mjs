// npm run chain: dependencies and a fresh build first, then kills and figures.
import { spawnSync } from "node:child_process";
import { buildWhatIsStale } from "./start.mjs";

buildWhatIsStale();
const { status } = spawnSync("npx", ["--no-install", "tsx", "scripts/chain.ts", ...process.argv.slice(2)], {
  stdio: "inherit",
});
process.exit(status ?? 1);
