import { assessJob } from "#core/assess";
import { BASIC, frameOpen, job, lookedAndTurned, MILLIOHM, pairs } from "../tests/jobs.ts";

const RUNS = 60;
const shapes = {
  "three pairs, milliohm meter": [
    ...lookedAndTurned(),
    ...frameOpen(),
    ...pairs(["127.4m", "143.6m", "143.1m"], MILLIOHM, "0.1m"),
  ],
  "three pairs, basic meter": [
    ...lookedAndTurned(),
    ...frameOpen(),
    ...pairs(["0.3", "0.3", "0.4"], BASIC, "0.2"),
  ],
  "nothing read": [],
};
for (const [name, readings] of Object.entries(shapes)) {
  const times = Array.from({ length: RUNS }, () => {
    const fresh = job(readings);
    const start = performance.now();
    assessJob(fresh);
    return performance.now() - start;
  }).sort((a, b) => a - b);
  const at = (share: number) => times[Math.floor(share * (RUNS - 1))]!.toFixed(1);
  process.stdout.write(`verdict computed, ${name}: p50 ${at(0.5)} ms, p95 ${at(0.95)} ms\n`);
}
