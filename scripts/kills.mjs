// npm run kills: dependencies and a fresh build first, then the kills.
import { spawnSync } from "node:child_process";
import { buildWhatIsStale } from "./start.mjs";

buildWhatIsStale();
// Whatever database this computer's own shop is kept in: what is killed here is never that one.
const env = { ...process.env, DATABASE_URL: "" };
const { status } = spawnSync("npx", ["--no-install", "tsx", "scripts/kills.ts", ...process.argv.slice(2)], {
  stdio: "inherit",
  env,
});
process.exit(status ?? 1);
