import {
  certain,
  openSteps,
  plainState,
  skipReason,
  type CheckDefinition,
  type Finding,
} from "../../check/index.ts";
import { againstPast } from "../../history/index.ts";
import {
  accuracyOf,
  percentText,
  quantityText,
  rangeFor,
  RESISTANCE,
  type Instrument,
  type Ohms,
} from "../../quantity/index.ts";
import { SETUP_SLOTS } from "./slots.ts";
import { AGAINST_PAST, END_REPEAT, METER_KNOWN, SETUP_VARIABLES } from "./variables.ts";
import { latestIn, PAIRS, pairName, type Sitting, type Pair, type Reading } from "../../record/index.ts";

const MINUTES = 2;
/** Repeats may differ by this many times the meter's contact scatter, or counts. Bench judgement. */
const SAME_FACTOR = 4;
/** A known resistor and its contacts are good to this. Bench judgement: a 1 % part. */
const KNOWN_GOOD_TO = 0.01;

function ohmsIn(job: Sitting, slot: string, epoch: number): { reading: Reading; ohms: Ohms } | null {
  const reading = latestIn(job.readings, "setup", slot, epoch);
  return reading?.value.kind === "ohms" ? { reading, ohms: reading.value.ohms } : null;
}

const meterOf = (job: Sitting, { instrumentId }: Reading): Instrument | undefined =>
  job.instruments.find(({ id, ranges }) => id === instrumentId && ranges.length > 0);

function knownFinding(job: Sitting, epoch: number): Finding | null {
  const [known, read] = [ohmsIn(job, "known", epoch), ohmsIn(job, "knownRead", epoch)];
  const meter = read && meterOf(job, read.reading);
  if (!known || !read || !meter) return null;
  const range = rangeFor(meter, read.ohms);
  const allowed =
    range.ofReading * known.ohms +
    range.digits * range.resolution +
    meter.leadResistance +
    KNOWN_GOOD_TO * known.ohms;
  const departs = Math.abs(read.ohms - known.ohms) > allowed;
  return certain(
    "setup",
    METER_KNOWN,
    departs ? "departs" : "agrees",
    `${meter.name} reads ${quantityText(read.ohms, RESISTANCE)} on a known ${quantityText(known.ohms, RESISTANCE)}, ± ${quantityText(allowed, RESISTANCE)} allowed`,
    departs,
  );
}

/**
 * The first pair read in an epoch, to be read once more at the end.
 * @returns Ω as it stands now; null before any pair
 * @example firstPairOf(job, 0)?.ohms // 0.162
 */
export function firstPairOf(
  job: Sitting,
  epoch: number,
): { pair: Pair; reading: Reading; ohms: Ohms } | null {
  for (const reading of job.readings) {
    const pair = PAIRS.find((candidate) => candidate === reading.slot);
    if (reading.check === "winding" && reading.epoch === epoch && pair && reading.value.kind === "ohms") {
      const stands = latestIn(job.readings, "winding", pair, epoch);
      if (stands?.value.kind === "ohms") return { pair, reading: stands, ohms: stands.value.ohms };
    }
  }
  return null;
}

function repeatFinding(job: Sitting, epoch: number): Finding | null {
  const first = firstPairOf(job, epoch);
  const again = ohmsIn(job, "again", epoch);
  const meter = first && meterOf(job, first.reading);
  if (!first || !again || !meter) return null;
  if (again.reading.instrumentId !== meter.id) return null;
  const range = rangeFor(meter, first.ohms);
  const allowed = Math.max(
    SAME_FACTOR * meter.contactScatter,
    SAME_FACTOR * accuracyOf(range).perReading.u * Math.sqrt(3),
    KNOWN_GOOD_TO * first.ohms,
  );
  const moved = Math.abs(again.ohms - first.ohms) > allowed;
  return certain(
    "setup",
    END_REPEAT,
    moved ? "moved" : "same",
    `${pairName(first.pair)} read again at the end: ${quantityText(again.ohms, RESISTANCE)} after ${quantityText(first.ohms, RESISTANCE)}${moved ? "; the set-up is in doubt" : ""}`,
    moved,
  );
}

function pastFinding(job: Sitting, epoch: number): Finding | null {
  const answer = againstPast(job, epoch);
  if (answer.kind === "noPast" || answer.kind === "someMoved") return null;
  const when = answer.since.at.slice(0, 10);
  if (answer.kind === "same")
    return certain("setup", AGAINST_PAST, "same", `As this motor read on ${when}`, false);
  const what = answer.what === "pairs" ? "All three pairs" : "Three equal voltages, and the speed constant";
  return {
    ...certain(
      "setup",
      AGAINST_PAST,
      "allShifted",
      `${what} shifted together by ${percentText(answer.ratio - 1)} since ${when}: suspect the set-up`,
      true,
    ),
    advice:
      answer.what === "pairs"
        ? "Check null, contact, range and temperature, and read again. The cause stays unproven until one change brings the old value back."
        : "Check drill gear, contact, range, poles and leads, and spin again. The cause stays unproven until one change brings the old value back.",
  };
}

function setupFindings(job: Sitting, epoch: number): Finding[] {
  return [knownFinding(job, epoch), repeatFinding(job, epoch), pastFinding(job, epoch)].filter(
    (finding) => finding !== null,
  );
}

/** The health of the test itself: a dead meter, old leads and a loose clip have fooled good technicians. */
export const setupCheck: CheckDefinition = {
  id: "setup",
  title: "Set-up health",
  stage: "Under doubt",
  minutes: MINUTES,
  why: "Before the motor is blamed: the meter on something known, and the first reading once more at the end.",
  gated: false,
  live: false,
  looksAt: "motor",
  touchedBySetUp: false,
  keys: "readings",
  slots: SETUP_SLOTS,
  variables: SETUP_VARIABLES,
  // The first pair read again, and this visit's pairs and constant against the last one's.
  leansOn: ["winding", "backemf"],
  notApplicable: () => null,
  optional: () => true,
  answer: (sitting, epoch) => {
    const findings = setupFindings(sitting, epoch);
    return {
      findings,
      state: plainState(sitting, "setup", epoch, findings),
      note:
        findings.length === 0
          ? (skipReason(sitting, "setup", epoch) ?? "")
          : findings.some(({ departs }) => departs)
            ? "in doubt"
            : "holds",
      made: [],
      steps: openSteps(findings, [
        {
          name: "known",
          title: "The meter on something known",
          slots: ["known", "knownRead"],
          minutes: MINUTES,
          variables: [METER_KNOWN],
        },
        ...(firstPairOf(sitting, epoch)
          ? [
              {
                name: "again",
                title: "The first pair once more",
                slots: ["again"],
                minutes: 1,
                variables: [END_REPEAT],
              },
            ]
          : []),
      ]),
    };
  },
};
