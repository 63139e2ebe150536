import { readFileSync } from "node:fs";
import { assessJob } from "#core/judge";
import type { JobRecord } from "#core/record";

// A process of its own, a record on its standard input: nothing compiled, nothing kept.
const record = JSON.parse(readFileSync(0, "utf8")) as JobRecord;
const start = performance.now();
assessJob(record);
process.stdout.write(String(performance.now() - start));
