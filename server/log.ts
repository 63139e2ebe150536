import { pino, type Logger } from "pino";

/**
 * Writes to what this process prints. Whoever reads that may be gone: a line that cannot be written then holds up neither
 * the work nor the end. (Left to write by itself, the logger tries for ever where two lines are left at the end.)
 */
export function openLog(level = "warn"): Logger {
  for (const output of [process.stdout, process.stderr]) output.on("error", () => undefined);
  return pino({ level }, process.stdout);
}
