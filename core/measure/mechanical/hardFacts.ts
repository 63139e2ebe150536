import { standing, type Sitting } from "../../record/index.ts";
import { marksSeen } from "./check.ts";

/** Marks that were seen in an epoch and photographed: what ends a motor is shown, and not remembered. */
export function marksShown(sitting: Sitting, epoch: number): readonly string[] {
  const photographed = standing(sitting.readings).some(
    ({ check, epoch: when, value }) => check === "mechanical" && when === epoch && value.kind === "photo",
  );
  return photographed ? (marksSeen(sitting, epoch) ?? []) : [];
}
