import { FAMILY_FACTS } from "#core/families";
import {
  FAMILIES,
  PHASES,
  type CheckId,
  type JobRecord,
  type Reading,
  type ReadingValue,
} from "#core/record";

/** As often as most of it has to run before an engine compiles it: more would cost a device more than the next verdict gains. */
const WARM_RUNS = 8;

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

/** Jobs by which is worked out what is the same for all motors of a kind: one of every family, its connection known and not. */
export const USUAL: readonly JobRecord[] = FAMILIES.flatMap((family) =>
  (["unknown", "star"] as const).map((connection) => ({
    ...SAMPLE,
    motor: {
      ...SAMPLE.motor,
      family,
      connection,
      consequence: FAMILY_FACTS[family].usualConsequence,
    },
  })),
);

/** Jobs that compile what every verdict needs. */
export const COMPILING: readonly JobRecord[] = Array.from({ length: WARM_RUNS }, (_, i) => ({
  ...SAMPLE,
  readings: SAMPLE.readings.slice(0, SAMPLE.readings.length - (i % 4)),
}));
