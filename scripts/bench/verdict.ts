import { assessJob } from "#core/assess";
import { BASIC, frameOpen, job, lookedAndTurned, MILLIOHM, pairs } from "../../tests/jobs.ts";
import { printTimes } from "./print.ts";

const RUNS = 60;
const SHAPES = {
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

/** How long a verdict takes on the three commonest shapes of a job. */
export function benchVerdict(): void {
  for (const [name, readings] of Object.entries(SHAPES)) {
    const times = Array.from({ length: RUNS }, () => {
      const fresh = job(readings);
      const start = performance.now();
      assessJob(fresh);
      return performance.now() - start;
    });
    printTimes(`verdict computed, ${name}`, times, 50);
  }
}
