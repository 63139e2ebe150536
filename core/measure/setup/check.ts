import {
  certain,
  chosen,
  lowerFirst,
  openSteps,
  plainState,
  skipReason,
  upperFirst,
  type CheckDefinition,
  type Finding,
} from "../../check/index.ts";
import { againstPast } from "../../history/index.ts";
import {
  accuracyOf,
  percentText,
  quantityText,
  rangeAmong,
  rangeFor,
  RESISTANCE,
  VOLTAGE,
  type Instrument,
  type Ohms,
} from "../../quantity/index.ts";
import { afterSlot, CHANGES, SETUP_SLOTS, type Change } from "./slots.ts";
import { FAMILY_FACTS } from "../../families/index.ts";
import {
  AGAINST_PAST,
  END_REPEAT,
  MAGNETS_COUNTED,
  METER_BATTERY,
  METER_KNOWN,
  SETUP_VARIABLES,
  VOLTS_KNOWN,
} from "./variables.ts";
import {
  latestIn,
  PAIRS,
  pairName,
  quantitiesIn,
  type Motor,
  type Pair,
  type Reading,
  type Sitting,
} from "../../record/index.ts";

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

const voltsIn = (job: Sitting, slot: string, epoch: number): number | null =>
  quantitiesIn(job.readings, "setup", slot, epoch, "volts").at(-1) ?? null;

function voltsFinding(job: Sitting, epoch: number): Finding | null {
  const [known, read] = [voltsIn(job, "voltsKnown", epoch), voltsIn(job, "voltsRead", epoch)];
  const by = latestIn(job.readings, "setup", "voltsRead", epoch)?.instrumentId;
  const meter = job.instruments.find(({ id }) => id === by);
  if (known === null || read === null || !meter?.acVolts) return null;
  const { ofReading, digits, resolution } = rangeAmong(meter.acVolts.ranges, read);
  const allowed = ofReading * known + digits * resolution + KNOWN_GOOD_TO * known;
  const departs = Math.abs(read - known) > allowed;
  return certain(
    "setup",
    VOLTS_KNOWN,
    departs ? "departs" : "agrees",
    `${meter.name} reads ${quantityText(read, VOLTAGE)} on a known ${quantityText(known, VOLTAGE)} AC, ± ${quantityText(allowed, VOLTAGE)} allowed`,
    departs,
  );
}

function batteryFinding(job: Sitting, epoch: number): Finding | null {
  const said = chosen(job, "setup", SETUP_SLOTS, "battery", epoch);
  if (!said) return null;
  const low = said === "low";
  return {
    ...certain("setup", METER_BATTERY, said, upperFirst(METER_BATTERY.words[said]), low),
    ...(low && { advice: "Put a new one in, and read again what this meter read." }),
  };
}

/** Magnets counted against the pole pairs that are written down; null while either is missing. */
function magnetsFinding(job: Sitting, epoch: number): Finding | null {
  const counted = quantitiesIn(job.readings, "setup", "magnets", epoch, "count").at(-1);
  const { polePairs } = job.motor;
  if (counted === undefined || polePairs === null) return null;
  const differ = counted !== 2 * polePairs;
  return {
    ...certain(
      "setup",
      MAGNETS_COUNTED,
      differ ? "differ" : "agree",
      `${counted} magnets counted, ${2 * polePairs} written down`,
      differ,
    ),
    ...(differ && {
      advice:
        "Count once more; slots are not magnets. The spin goes by what was counted until the record is put right.",
    }),
  };
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

/** The first pair, read again by its own meter after nothing or one thing was changed. */
function repeats(
  job: Sitting,
  epoch: number,
  meter: Instrument,
): readonly { what: string | null; ohms: Ohms }[] {
  const read = (slot: string, what: string | null) => {
    const found = ohmsIn(job, slot, epoch);
    return found?.reading.instrumentId === meter.id ? [{ what, ohms: found.ohms }] : [];
  };
  return [
    ...read("again", null),
    ...Object.entries(CHANGES).flatMap(([change, what]) => read(afterSlot(change as Change), what)),
  ];
}

/** What moved the first pair once it was read again, the most first; all else the same it comes back. */
function repeatFinding(job: Sitting, epoch: number): Finding | null {
  const first = firstPairOf(job, epoch);
  const meter = first && meterOf(job, first.reading);
  if (!first || !meter) return null;
  const off = ({ ohms }: { readonly ohms: Ohms }) => Math.abs(ohms - first.ohms);
  const [most] = repeats(job, epoch, meter).toSorted((one, other) => off(other) - off(one));
  if (!most) return null;
  const range = rangeFor(meter, first.ohms);
  const allowed = Math.max(
    SAME_FACTOR * meter.contactScatter,
    SAME_FACTOR * accuracyOf(range).perReading.u * Math.sqrt(3),
    KNOWN_GOOD_TO * first.ohms,
  );
  const moved = off(most) > allowed;
  const [pair, now, was] = [
    pairName(first.pair),
    quantityText(most.ohms, RESISTANCE),
    quantityText(first.ohms, RESISTANCE),
  ];
  const how = most.what === null ? "read again at the end" : `after one change, ${lowerFirst(most.what)}`;
  return {
    ...certain(
      "setup",
      END_REPEAT,
      moved ? "moved" : "same",
      `${pair} ${how}: ${now} after ${was}${moved ? "; the set-up is in doubt" : ""}`,
      moved,
    ),
    ...(moved &&
      most.what !== null && {
        advice: `${most.what}: that moved it. Keep it so, and read again what was read before.`,
      }),
  };
}

function pastFinding(job: Sitting, epoch: number): Finding | null {
  const answer = againstPast(job, epoch);
  if (answer.kind === "noPast" || answer.kind === "someMoved") return null;
  const { at, shop } = answer.since;
  const when = at.slice(0, 10) + (shop === undefined ? "" : ` at ${shop}, by its instruments`);
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
  return [
    knownFinding(job, epoch),
    voltsFinding(job, epoch),
    batteryFinding(job, epoch),
    magnetsFinding(job, epoch),
    repeatFinding(job, epoch),
    pastFinding(job, epoch),
  ].filter((finding) => finding !== null);
}

/** The rotor is drawn for it, unless it is open already. Judgement. */
const MAGNET_MINUTES = 10;
/** Where a count of poles enters a speed constant. */
export const countsMagnets = ({ family, polePairs }: Motor): boolean =>
  polePairs !== null && FAMILY_FACTS[family].openable;

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
        {
          name: "battery",
          title: "The meter's own battery",
          slots: ["battery"],
          minutes: 0.5,
          variables: [METER_BATTERY],
        },
        ...(sitting.instruments.some(({ acVolts }) => acVolts)
          ? [
              {
                name: "knownVolts",
                title: "The meter on known volts",
                slots: ["voltsKnown", "voltsRead"],
                minutes: MINUTES,
                variables: [VOLTS_KNOWN],
              },
            ]
          : []),
        ...(countsMagnets(sitting.motor)
          ? [
              {
                name: "magnets",
                title: "Magnets counted in the rotor",
                slots: ["magnets"],
                minutes: MAGNET_MINUTES,
                variables: [MAGNETS_COUNTED],
              },
            ]
          : []),
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
