// npm run backup, restore, export and import: builds what is stale, then does it.
import { spawnSync } from "node:child_process";
import { buildWhatIsStale } from "./start.mjs";

buildWhatIsStale();
const { status } = spawnSync(process.execPath, ["dist/server/maintain.js", ...process.argv.slice(2)], {
  stdio: "inherit",
});
process.exit(status ?? 1);
