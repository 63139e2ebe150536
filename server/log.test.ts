import { spawn } from "node:child_process";
import { once } from "node:events";
import { expect, it } from "vitest";

const PROGRAM = `
import { openLog } from "./server/log.ts";
const log = openLog();
process.once("SIGTERM", () => {
  for (const word of ["one", "and the last"]) log.error(word);
  process.exit(0);
});
setInterval(() => undefined, 1000);
process.stdout.write("ready");
`;

it("a program whose reader is gone ends with its last words, and does not try for ever to say them", async () => {
  const child = spawn(process.execPath, ["--import", "tsx", "--input-type=module", "-e", PROGRAM], {
    stdio: ["ignore", "pipe", "pipe"],
  });
  await once(child.stdout, "data");
  child.stdout.destroy();
  const gone = once(child, "exit", { signal: AbortSignal.timeout(10_000) }).finally(() =>
    child.kill("SIGKILL"),
  );
  child.kill("SIGTERM");
  expect(await gone).toEqual([0, null]);
});
