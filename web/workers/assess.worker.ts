import { expose } from "comlink";
import { assessJob, type Verdict } from "#core/assess";
import { FAMILY_FACTS, type JobRecord } from "#core/record";

/** A job of which nothing is known: judging it compiles what every other job needs. */
const NOTHING: JobRecord = {
  motor: {
    id: "",
    name: "",
    owner: "",
    serial: "",
    family: "hub",
    connection: "star",
    polePairs: null,
    expected: null,
    wireColours: { A: "", B: "", C: "" },
    consequence: FAMILY_FACTS.hub.usualConsequence,
    balanceLimit: null,
  },
  complaint: "noRun",
  complaintWords: "",
  events: [],
  readings: [],
  decisions: [],
  repairs: [],
  instruments: [],
};

const worker = {
  assess: (record: JobRecord): Verdict => assessJob(record),
  warm: (): void => {
    assessJob(NOTHING);
  },
};
export type AssessWorker = typeof worker;
expose(worker);
