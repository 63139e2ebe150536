import { existsSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { fileURLToPath } from "node:url";
import { Script } from "node:vm";

/** The server, a function of what a file of the older kind is given. */
type Whole = (require: NodeJS.Require, filename: string) => void;

const FILE = fileURLToPath(new URL("./serve.cjs", import.meta.url));
/** What V8 made of it at an earlier start: to read and compile it anew is a third of the time to start. */
const COMPILED = `${FILE}.compiled`;
/** Milliseconds after which everything that a start needs was compiled, and nobody waits. */
const SETTLED = 3000;

function earlier(): Buffer | undefined {
  try {
    return existsSync(COMPILED) ? readFileSync(COMPILED) : undefined;
  } catch {
    // Another user started it first.
    return undefined;
  }
}

/** Kept for the next start; where nothing may be written here the next one compiles too. */
function keep(script: Script): void {
  const part = `${COMPILED}.${process.pid}`;
  try {
    writeFileSync(part, script.createCachedData());
    renameSync(part, COMPILED);
  } catch {
    // It starts without.
  }
}

const cachedData = earlier();
const script = new Script(`(function (require, __filename) {${readFileSync(FILE, "utf8")}\n})`, {
  filename: FILE,
  ...(cachedData && { cachedData }),
});
// V8 itself refuses what another version, or another file, left.
if (!cachedData || script.cachedDataRejected) setTimeout(() => keep(script), SETTLED).unref();
(script.runInThisContext() as Whole)(createRequire(FILE), FILE);
