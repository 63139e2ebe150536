import { expose } from "comlink";
import type { CaseFile } from "#bench/caseFile";
import { debriefOf, type Debrief } from "#bench/debrief";
import type { JobRecord } from "#core/record";

const worker = {
  debrief: (file: CaseFile, record: JobRecord): Debrief => debriefOf(file, record),
};
export type DebriefWorker = typeof worker;
expose(worker);
