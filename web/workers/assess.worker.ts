import { expose } from "comlink";
import { assessJob, type Verdict } from "#core/assess";
import type { JobRecord } from "#core/record";

const worker = { assess: (record: JobRecord): Verdict => assessJob(record) };
export type AssessWorker = typeof worker;
expose(worker);
