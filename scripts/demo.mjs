// npm run demo: a fresh, deterministic demo database in a folder of its own; the user's data are not touched.
import { run } from "./start.mjs";

run(["--demo", ...process.argv.slice(2)]);
