import {
  certain,
  chosen,
  countedNote,
  madeSteps,
  openSteps,
  plainState,
  upperFirst,
  type CheckDefinition,
  type DeclaredStep,
  type Finding,
} from "../../check/index.ts";
import { PRESSURE, quantityText } from "../../quantity/index.ts";
import { FAMILY_FACTS } from "../../families/index.ts";
import { quantitiesIn, type Sitting } from "../../record/index.ts";
import { airflowOf } from "./fans.ts";
import { AIR_SLOTS } from "./slots.ts";
import { AIR_AFTER, AIR_PATH, FLASH } from "./variables.ts";

/** Flashed below this share of what is demanded the airflow is low. Judgement. */
const LOW_BELOW = 0.85;

function flashFinding({ readings }: Sitting, epoch: number): Finding | null {
  const counted = quantitiesIn(readings, "air", "flashes", epoch, "count").at(-1);
  const demanded = quantitiesIn(readings, "air", "demanded", epoch, "count").at(-1);
  if (counted === undefined || !Number.isInteger(counted) || counted < 0) return null;
  if (counted === 0) return certain("air", FLASH, "none", "Its lamp flashes nothing", true);
  if (demanded === undefined || !(demanded > 0)) return null;
  const flow = airflowOf(counted);
  const low = flow < LOW_BELOW * demanded;
  return certain(
    "air",
    FLASH,
    low ? "low" : "agrees",
    `Flashes ${flow} CFM where ${demanded} are demanded${low ? ": too little" : ""}`,
    low,
  );
}

/**
 * Static pressure against what the plate allows: above it the duct throttles the blower. Without a plate it says nothing.
 * @returns null while one of both is missing
 */
export function throttledOf(
  { readings }: Pick<Sitting, "readings">,
  epoch: number,
): { readonly throttled: boolean; readonly sentence: string } | null {
  const measured = quantitiesIn(readings, "air", "staticPressure", epoch, "pascals").at(-1);
  const most = quantitiesIn(readings, "air", "staticMost", epoch, "pascals").at(-1);
  if (measured === undefined || most === undefined || !(most > 0)) return null;
  const throttled = measured > most;
  return {
    throttled,
    sentence: `Static pressure ${quantityText(measured, PRESSURE)}, the plate allows ${quantityText(most, PRESSURE)}${throttled ? ": the duct throttles it" : ""}`,
  };
}

/** The way of the air, looked at and measured: one finding. Either of both that says restricted is believed. */
function pathFinding(sitting: Sitting, epoch: number): Finding | null {
  const seen = chosen(sitting, "air", AIR_SLOTS, "airPath", epoch);
  const pressure = throttledOf(sitting, epoch);
  const path = pressure?.throttled ? "restricted" : (seen ?? (pressure ? "free" : undefined));
  if (!path) return null;
  const words = [
    ...(seen ? [upperFirst(AIR_PATH.words[seen])] : []),
    ...(pressure ? [pressure.sentence] : []),
  ].join(". ");
  return certain("air", AIR_PATH, path, words, path === "restricted");
}

/** What the air can do: half of the complaints of airflow are the filter's. */
export const airCheck: CheckDefinition = {
  id: "air",
  title: "Airflow",
  stage: "Under power",
  minutes: 4,
  why: "Hunting, low airflow and a frozen coil are the filter's and the duct's before they are the motor's.",
  gated: false,
  live: false,
  looksAt: "motor",
  touchedBySetUp: false,
  keys: "readings",
  slots: AIR_SLOTS,
  variables: [AIR_PATH, FLASH, AIR_AFTER],
  leansOn: [],
  only: "ownElectronics",
  notApplicable: ({ family }) =>
    FAMILY_FACTS[family].ownElectronics ? null : "It moves no air through a duct.",
  optional: () => true,
  answer: (sitting, epoch) => {
    const after = chosen(sitting, "air", AIR_SLOTS, "verified", epoch);
    const flash = sitting.motor.family === "ecmAirflow" ? flashFinding(sitting, epoch) : null;
    const findings = [
      pathFinding(sitting, epoch),
      flash,
      after ? certain("air", AIR_AFTER, after, upperFirst(AIR_AFTER.words[after]), after === "low") : null,
    ].filter((finding) => finding !== null);
    const steps: readonly DeclaredStep[] = [
      {
        name: "airPath",
        title: "Filter, duct, grilles and wheel",
        slots: ["airPath"],
        minutes: 2,
        variables: [AIR_PATH],
      },
      ...(sitting.motor.family === "ecmAirflow"
        ? [
            {
              name: "flash",
              title: "Flashes counted against the airflow demanded",
              slots: ["flashes", "demanded"],
              minutes: 2,
              variables: [FLASH],
            },
          ]
        : []),
      ...(epoch > 0
        ? [
            {
              name: "verified",
              title: "Airflow measured against the machine's table",
              slots: ["verified"],
              minutes: 5,
              variables: [AIR_AFTER],
            },
          ]
        : []),
    ];
    return {
      findings,
      state: plainState(sitting, "air", epoch, findings),
      note: countedNote(sitting, "air", epoch, findings),
      steps: openSteps(findings, steps),
      made: madeSteps(findings, steps),
    };
  },
};
