import { mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

const NAME = "green-fable-incoming-";
/** The process that made a folder, as its name says. */
const MADE_BY = new RegExp(`^${NAME}(\\d+)-`, "u");

function isRunning(pid: number): boolean {
  // A killed process may have had our number, as in a container that was started again.
  if (pid === process.pid) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    // Another user's may not be asked, and runs.
    return (error as NodeJS.ErrnoException).code === "EPERM";
  }
}

/**
 * A folder for what is sent to this process, where several work on one database; what killed ones left is taken away, since it
 * may be somebody's photos.
 * @param parent where it lies; by default where this computer keeps what does not last
 */
export function ownIncoming(parent = tmpdir()): string {
  for (const name of readdirSync(parent)) {
    const pid = MADE_BY.exec(name)?.[1];
    if (pid === undefined || isRunning(Number(pid))) continue;
    try {
      rmSync(join(parent, name), { recursive: true, force: true });
    } catch {
      // Another user's: theirs takes it away.
    }
  }
  return mkdtempSync(join(parent, `${NAME}${process.pid}-`));
}
