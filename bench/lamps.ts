import { PHASES } from "#core/record";
import type { SimulatedMotor } from "./world.ts";

/** Sensor states of one electrical turn forward, a lamp for each sensor. */
const RING = ["101", "100", "110", "010", "011", "001"] as const;

type Sensored = Pick<SimulatedMotor, "deadSignals" | "stuck" | "ailments">;

/** Whether the sensors are swapped so that they run against the field. */
export const ringOf = ({ ailments }: Sensored): readonly string[] =>
  ailments.includes("sensorOrder") ? RING.toReversed() : RING;

/** What the lamps show of a state: a dead signal stands at nothing or is lit for good; without supply nothing is lit. */
export function lampsShown({ deadSignals, stuck, ailments }: Sensored, state: string): string {
  if (ailments.includes("sensorSupply")) return "000";
  return [...state]
    .map((bit, i) => (deadSignals.includes(PHASES[i]!) ? (stuck === "lit" ? "1" : "0") : bit))
    .join("");
}
