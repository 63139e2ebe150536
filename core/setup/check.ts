import { certain, skipReason, type CheckDefinition, type CheckState } from "../check/index.ts";
import type { Finding } from "../evidence/index.ts";
import { againstPast } from "../history/index.ts";
import {
  accuracyOf,
  percentText,
  quantityText,
  rangeFor,
  RESISTANCE,
  type Instrument,
  type Ohms,
} from "../quantity/index.ts";
import { latestIn, PAIRS, pairName, type JobRecord, type Pair, type Reading } from "../record/index.ts";

const MINUTES = 2;
/** Repeats may differ by this many times the meter's contact scatter, or counts. Bench judgement. */
const SAME_FACTOR = 4;
/** A known resistor and its contacts are good to this. Bench judgement: a 1 % part. */
const KNOWN_GOOD_TO = 0.01;

function ohmsIn(job: JobRecord, slot: string, epoch: number): { reading: Reading; ohms: Ohms } | null {
  const reading = latestIn(job.readings, "setup", slot, epoch);
  return reading?.value.kind === "ohms" ? { reading, ohms: reading.value.ohms } : null;
}

const meterOf = (job: JobRecord, { instrumentId }: Reading): Instrument | undefined =>
  job.instruments.find(({ id, ranges }) => id === instrumentId && ranges.length > 0);

function knownFinding(job: JobRecord, epoch: number): Finding | null {
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
    "meterKnown",
    departs ? "departs" : "agrees",
    `${meter.name} reads ${quantityText(read.ohms, RESISTANCE)} on a known ${quantityText(known.ohms, RESISTANCE)}, ± ${quantityText(allowed, RESISTANCE)} allowed`,
    departs,
  );
}

/** The first pair read in an epoch, to be read once more at the end. */
export function firstPairOf(
  job: JobRecord,
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

function repeatFinding(job: JobRecord, epoch: number): Finding | null {
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
    "endRepeat",
    moved ? "moved" : "same",
    `${pairName(first.pair)} read again at the end: ${quantityText(again.ohms, RESISTANCE)} after ${quantityText(first.ohms, RESISTANCE)}${moved ? "; the set-up is in doubt" : ""}`,
    moved,
  );
}

function pastFinding(job: JobRecord, epoch: number): Finding | null {
  const answer = againstPast(job, epoch);
  if (answer.kind === "noPast" || answer.kind === "someMoved") return null;
  const when = answer.since.at.slice(0, 10);
  if (answer.kind === "same") return certain("past", "same", `As this motor read on ${when}`, false);
  const what = answer.what === "pairs" ? "All three pairs" : "Three equal voltages, and the speed constant";
  return {
    ...certain(
      "past",
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

function setupFindings(job: JobRecord, epoch: number): Finding[] {
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
  notApplicable: () => null,
  optional: () => true,
  findings: setupFindings,
  state: (job, epoch): CheckState => {
    const findings = setupFindings(job, epoch);
    if (findings.some(({ departs }) => departs)) return "departs";
    if (findings.length > 0) return "agrees";
    if (skipReason(job, "setup", epoch) !== null) return "skipped";
    return job.readings.some(({ check, epoch: when }) => check === "setup" && when === epoch)
      ? "inProgress"
      : "toDo";
  },
  note: (job, epoch) => {
    const findings = setupFindings(job, epoch);
    if (findings.length === 0) return skipReason(job, "setup", epoch) ?? "";
    return findings.some(({ departs }) => departs) ? "in doubt" : "holds";
  },
  open: (job, epoch) => {
    const known = setupFindings(job, epoch).map(({ variable }) => variable);
    const wanted = ["meterKnown", ...(firstPairOf(job, epoch) ? ["endRepeat"] : [])];
    const variables = wanted.filter((variable) => !known.includes(variable));
    return variables.length > 0 ? { check: "setup", minutes: MINUTES, variables, merged: {} } : null;
  },
};
