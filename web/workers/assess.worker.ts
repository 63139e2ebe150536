import { expose } from "comlink";
import { assessJob, outlookOf, type NextCheck, type Outlook, type Verdict } from "#core/judge";
import { FAMILY_FACTS } from "#core/families";
import { PHASES, type CheckId, type JobRecord, type Reading, type ReadingValue } from "#core/record";

/** As often as an engine has to see a loop before it compiles it well. */
const WARM_RUNS = 30;

const seen = (check: CheckId, slot: string, value: ReadingValue): Reading => ({
  id: `${check}.${slot}`,
  check,
  slot,
  epoch: 0,
  value,
  typed: "",
  instrumentId: null,
  takenAt: "",
  by: "",
  supersedes: null,
});
const chosen = (check: CheckId, slot: string, choice: string) =>
  seen(check, slot, { kind: "choice", choice });

/** A job with a little of everything: judging it compiles what every other job needs. */
const SAMPLE: JobRecord = {
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
  readings: [
    chosen("mechanical", "turn", "even"),
    chosen("mechanical", "axialPlay", "none"),
    chosen("mechanical", "sight", "outside"),
    seen("mechanical", "seen", { kind: "choices", choices: [] }),
    ...PHASES.map((phase) => seen("frame", phase, { kind: "open" })),
    chosen("feed", "rubbing", "free"),
    chosen("feed", "command", "follows"),
    chosen("feed", "settings", "fit"),
    chosen("run", "runGood", "runs"),
  ],
  decisions: [],
  repairs: [],
  instruments: [],
};

const worker = {
  assess: (record: JobRecord): Verdict => assessJob(record),
  outlook: (record: JobRecord, next: NextCheck | null): Outlook | null => outlookOf(record, next),
  /** Returns at once; what is asked meanwhile is answered between one judging and the next. */
  warm: (): void => {
    const judge = (left: number) => {
      assessJob({ ...SAMPLE, readings: SAMPLE.readings.slice(0, SAMPLE.readings.length - (left % 4)) });
      if (left > 0) setTimeout(judge, 0, left - 1);
    };
    setTimeout(judge, 0, WARM_RUNS);
  },
};
export type AssessWorker = typeof worker;
expose(worker);
