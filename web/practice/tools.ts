import { CHECKS, slotOf } from "#core/measure";
import { FAMILY_FACTS } from "#core/families";
import type { Motor } from "#core/record";
import type { CaseFile } from "#bench/caseFile";
import type { Place } from "#bench/points";
import { SENSES, type SenseId } from "#bench/senses";

/** What lies on the bench to be taken in hand. */
export const TOOL_NAMES = {
  meter: "Meter",
  milliohm: "Four‑wire meter",
  insulation: "Insulation tester",
  drill: "Drill",
  lamps: "Lamps",
  hands: "Hands, eyes",
  good: "Known good",
  machine: "Switch, plug",
} as const;
export type Tool = keyof typeof TOOL_NAMES;

/** The tools for a motor, in their order; a number key takes each. */
export const toolsFor = ({ family }: Motor, sensored: boolean): readonly Tool[] =>
  (Object.keys(TOOL_NAMES) as Tool[]).filter((tool) => {
    const { windingsReachable, ownElectronics, separateModule } = FAMILY_FACTS[family];
    if (tool === "lamps") return sensored && !ownElectronics;
    if (tool === "drill") return windingsReachable && !ownElectronics;
    if (tool === "milliohm" || tool === "insulation") return windingsReachable || separateModule;
    return true;
  });

/** What can be found out of a motor without a meter, by hand or with a known-good one. */
export function sensesFor(motor: Motor, file: CaseFile, withGoodOne: boolean): SenseId[] {
  const applies = new Set(
    CHECKS.filter((check) => check.notApplicable(motor) === null).map(({ id }) => id as string),
  );
  return (Object.keys(SENSES) as SenseId[]).filter((id) => {
    const { check, slot, goodOne } = SENSES[id];
    // How far it is opened is seen; what a drill does is asked at the drill.
    if (slot === "sight" || check === "backemf" || !applies.has(check)) return false;
    if (check === "hall" && !file.sensored) return false;
    return goodOne === withGoodOne && slotOf(check, slot) !== null;
  });
}

/** Places that lie beside the motor, with their words; the pack and a sensor's own ohms are a bare motor's. */
export const placesBeside = ({ family }: Motor): readonly (readonly [Place, string])[] => [
  ...(FAMILY_FACTS[family].ownElectronics
    ? []
    : ([
        ["pack", "Pack"],
        ["temperatureSensor", "Temperature sensor"],
      ] as const)),
  ["knownOhms", "Known 10 Ω"],
  ["knownVolts", "Known 24 V"],
];
