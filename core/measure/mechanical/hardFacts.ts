import { standing, type Sitting } from "../../record/index.ts";
import { marksSeen } from "./check.ts";

/** A fact that ends the matter: it condemns the motor or its rotor, or leaves it unusable as it stands. */
export interface HardFact {
  readonly ends: "motor" | "rotor" | "asItStands";
  readonly sentence: string;
}

/** Whether a photo was taken: what ends a motor is shown, and not remembered. */
function photographed({ readings }: Sitting, epoch: number): boolean {
  return standing(readings).some(
    ({ check, epoch: when, value }) => check === "mechanical" && when === epoch && value.kind === "photo",
  );
}

/** Marks that end the matter, seen and photographed: torn laminations condemn the motor, broken magnets the rotor. Common practice. */
export function hardFactOf(sitting: Sitting, epoch: number): HardFact | null {
  const seen = photographed(sitting, epoch) ? (marksSeen(sitting, epoch) ?? []) : [];
  if (seen.includes("torn")) return { ends: "motor", sentence: "Torn laminations condemn the motor." };
  if (seen.includes("chipped"))
    return {
      ends: "rotor",
      sentence: "A broken magnet condemns the rotor: a fragment jams it without warning.",
    };
  return null;
}
