import {
  certain,
  chosen,
  findingState,
  madeSteps,
  openSteps,
  plainState,
  skipReason,
  type CheckDefinition,
  type DeclaredStep,
  type Finding,
} from "../../check/index.ts";
import { quantityText, RESISTANCE, type Celsius, type Ohms, type Volts } from "../../quantity/index.ts";
import { FAMILY_FACTS, unreachedReason } from "../../families/index.ts";
import { latestIn, mostVolts, quantitiesIn, type Sitting } from "../../record/index.ts";
import {
  insulationAt40,
  INSULATION_REFERENCE,
  LEAST_INSULATION,
  ohmsPerVolt,
  polarisationIndex,
  type Insulation,
} from "./insulation.ts";
import { INSULATION_SLOTS, testOf } from "./slots.ts";
import { INSULATION, INSULATION_VARIABLES } from "./variables.ts";

const MINUTES = 6;
/** Winding temperature where nobody read it. */
const ROOM: Celsius = 20;
/** Between the least value and this many times it the insulation is poor but stands. Bench judgement. */
const COMFORT = 4;
/** A motor alone must lie this many times above the limit of the whole vehicle. Bench judgement. */
const ALONE = 10;

export interface InsulationReading {
  /** One-minute value, Ω, or open: above the tester's range. */
  readonly oneMinute: Ohms | "open" | null;
  readonly tenMinutes: Ohms | "open" | null;
  readonly celsius: Celsius;
  readonly kind: Insulation;
  readonly testVolts: number | null;
}

/** What the tester's readings of an epoch are. */
export function insulationReading(sitting: Sitting, epoch: number): InsulationReading {
  const ohms = (slot: string) => {
    const value = latestIn(sitting.readings, "insulation", slot, epoch)?.value;
    if (value?.kind === "open") return "open" as const;
    return value?.kind === "ohms" ? value.ohms : null;
  };
  const heat = latestIn(sitting.readings, "insulation", "temperature", epoch)?.value;
  return {
    oneMinute: ohms("oneMinute"),
    tenMinutes: ohms("tenMinutes"),
    celsius: heat?.kind === "celsius" ? heat.celsius : ROOM,
    kind: chosen(sitting, "insulation", INSULATION_SLOTS, "kind", epoch) ?? "thermoplastic",
    testVolts: quantitiesIn(sitting.readings, "insulation", "testVolts", epoch, "volts").at(-1) ?? null,
  };
}

/** Below this share of the least value it is no damp and no dust any more. Bench judgement. */
const BROKEN_DOWN = 0.02;
/** Colder than this, or below the dew point, nothing is corrected: IEEE 43-2013 (memory). */
const COLDEST: Celsius = 10;
/** A test below this stresses no insulation: the least that standards name. IEC 60364-6 (memory). */
const STRESS: Volts = 250;
const TOO_COLD = "below 10 °C it compares with no limit; warm the winding and read again";

const testerAt = (usual: Volts) => `a tester at ${usual} V`;

/** Why a reading that is not bad passes nothing; null where the tester's volts were enough. */
function passesNothing({ testVolts }: InsulationReading, usual: Volts): string | null {
  if (testVolts === null)
    return `nobody wrote down at how many volts, so it passes nothing; ${usual} V is the test`;
  return testVolts < STRESS ? `at so few volts it passes nothing; ${usual} V is the test` : null;
}

/** A reading that is kept and decides nothing. @param ableMeter what would tell */
const undecided = (sentence: string, ableMeter: string): Finding => ({
  ...certain("insulation", INSULATION, "good", sentence, false),
  likelihood: Object.fromEntries(INSULATION.outcomes.map((outcome) => [outcome, 1])),
  ableMeter,
});

function wetOrAged(reading: InsulationReading): string | null {
  const { oneMinute, tenMinutes } = reading;
  if (typeof oneMinute !== "number" || typeof tenMinutes !== "number" || oneMinute === 0 || tenMinutes === 0)
    return null;
  const index = polarisationIndex(oneMinute, tenMinutes);
  return index.kind === "judged" && !index.enough
    ? `; after ten minutes only ${index.index.toFixed(2)} times as much, 2 is asked: damp or dirt`
    : null;
}

function insulationFinding(sitting: Sitting, epoch: number): Finding | null {
  const reading = insulationReading(sitting, epoch);
  const { oneMinute, celsius, kind } = reading;
  if (oneMinute === null) return null;
  const { usual, most } = testOf(sitting.motor);
  const tooGentle = passesNothing(reading, usual);
  if (oneMinute === "open")
    return tooGentle
      ? undecided(`Insulation above the tester's range: ${tooGentle}`, testerAt(usual))
      : certain("insulation", INSULATION, "good", "Insulation above the tester's range", false);
  if (oneMinute === 0)
    return certain(
      "insulation",
      INSULATION,
      "down",
      "Insulation reads nothing: a winding touches the frame",
      true,
    );
  const corrected = insulationAt40(oneMinute, celsius, kind);
  // Hotter than the thermoset form is stated for, it stands as it was read: at 40 °C it would be more.
  const at40 = corrected.kind === "corrected" ? corrected.at40 : null;
  const judgedBy = at40 ?? oneMinute;
  const { rated } = sitting.motor;
  const volts = mostVolts(rated);
  const vehicle =
    FAMILY_FACTS[sitting.motor.family].vehicleRule && volts !== undefined
      ? ohmsPerVolt(oneMinute, volts, "ac")
      : null;
  const belowVehicle = vehicle !== null && vehicle.perVolt < ALONE * vehicle.limit;
  const index = wetOrAged(reading);
  const bad = judgedBy < LEAST_INSULATION || (vehicle !== null && !vehicle.above);
  const poor = !bad && (judgedBy < COMFORT * LEAST_INSULATION || belowVehicle || index !== null);
  const text = `Insulation ${quantityText(oneMinute, RESISTANCE)}${
    at40 === null ? "" : `, ${quantityText(at40, RESISTANCE)} at ${INSULATION_REFERENCE} °C`
  }, ${quantityText(LEAST_INSULATION, RESISTANCE)} is the least${
    vehicle ? `; ${Math.round(vehicle.perVolt)} Ω/V, ${vehicle.limit} is the least of the whole vehicle` : ""
  }${index ?? ""}${
    reading.testVolts !== null && reading.testVolts > most
      ? `; tested with ${reading.testVolts} V, where this winding takes ${most} V at most`
      : ""
  }`;
  const down = judgedBy < BROKEN_DOWN * LEAST_INSULATION;
  if (!down) {
    // Neither good nor bad is known: the reading stands, and says nothing yet.
    const read = `Insulation ${quantityText(oneMinute, RESISTANCE)}`;
    if (celsius < COLDEST)
      return undecided(`${read}: ${TOO_COLD}`, `${testerAt(usual)}, on a winding of ${COLDEST} °C or more`);
    if (!bad && tooGentle) return undecided(`${read}: ${tooGentle}`, testerAt(usual));
  }
  return certain(
    "insulation",
    INSULATION,
    down ? "down" : bad ? "bad" : poor ? "poor" : "good",
    text,
    bad || poor,
  );
}

const STEPS: readonly DeclaredStep[] = [
  {
    name: "tester",
    title: "Insulation tester, leads to frame",
    slots: ["unplugged", "testVolts", "temperature", "oneMinute"],
    minutes: MINUTES,
    variables: [INSULATION],
  },
];

/** A tester's volts on the insulation, corrected to 40 °C: what a meter's few volts cannot say. */
export const insulationCheck: CheckDefinition = {
  id: "insulation",
  title: "Insulation",
  stage: "At rest",
  minutes: MINUTES,
  why: "A meter's few volts do not stress insulation; a tester's hundreds find what is about to fail.",
  gated: true,
  live: false,
  looksAt: "motor",
  touchedBySetUp: false,
  keys: "readings",
  slots: INSULATION_SLOTS,
  variables: INSULATION_VARIABLES,
  leansOn: [],
  notApplicable: unreachedReason,
  optional: ({ family }) => !FAMILY_FACTS[family].insulationExpected,
  answer: (sitting, epoch) => {
    const finding = insulationFinding(sitting, epoch);
    const { oneMinute } = insulationReading(sitting, epoch);
    const findings = finding ? [finding] : [];
    const skipped = skipReason(sitting, "insulation", epoch);
    // What passes nothing leaves the check half done: it is read again, or skipped with a reason.
    const tells = finding !== null && findingState(finding) !== "cannotTell";
    const telling = tells ? findings : [];
    return {
      findings,
      state: plainState(sitting, "insulation", epoch, telling),
      note:
        oneMinute === null || (!tells && skipped !== null)
          ? (skipped ?? "")
          : oneMinute === "open"
            ? "above range"
            : quantityText(oneMinute, RESISTANCE),
      steps: openSteps(telling, STEPS),
      made: madeSteps(telling, STEPS),
    };
  },
};
