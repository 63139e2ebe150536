import type { Sitting } from "../record/index.ts";
import { marksSeen } from "./check.ts";

/** A fact that ends the matter: it condemns the motor or its rotor, or leaves it unusable as it stands. */
export interface HardFact {
  readonly ends: "motor" | "rotor" | "asItStands";
  readonly sentence: string;
}

/** Marks that end the matter: torn laminations condemn the motor, broken magnets the rotor. Common practice. */
export function hardFactOf(sitting: Sitting, epoch: number): HardFact | null {
  const seen = marksSeen(sitting, epoch) ?? [];
  if (seen.includes("torn")) return { ends: "motor", sentence: "Torn laminations condemn the motor." };
  if (seen.includes("chipped"))
    return {
      ends: "rotor",
      sentence: "A broken magnet condemns the rotor: a fragment jams it without warning.",
    };
  return null;
}
