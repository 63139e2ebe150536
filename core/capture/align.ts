import { SENSORS, tell, type CaptureOptions, type Findings } from "./answer.ts";
import { DEGREES, wrapDegrees } from "./angles.ts";
import { indexAt } from "./cycles.ts";
import type { SensorRun } from "./sensors.ts";
import type { Turned } from "./waveform.ts";

/** A sensor's rise comes so much after its phase rises through zero, degrees: a six-step drive's nominal. */
const NOMINAL = 30;
/** And so much where the motor turns backward: both are seen from the other side. */
const NOMINAL_BACKWARD = 150;
/** The three stand alike against their phases to within this, or nothing is said. */
const ALIKE = 20;
/** Sensors that switch the other way round are rare: they are believed where they leave so much less, degrees. */
const UPSIDE_DOWN = 25;
const LEAST_EDGES = 3;

const ASSIGNMENTS = [
  [0, 1, 2],
  [1, 2, 0],
  [2, 0, 1],
  [0, 2, 1],
  [2, 1, 0],
  [1, 0, 2],
] as const;

/** The mean of directions, degrees. */
function meanOf(all: readonly number[]): number {
  const [x, y] = [Math.cos, Math.sin].map((of) => all.reduce((sum, one) => sum + of(one / DEGREES), 0)) as [
    number,
    number,
  ];
  return Math.atan2(y, x) * DEGREES;
}

/**
 * Which sensor belongs to which phase, and how far its rise comes before the phase's own: of the six ways to join three
 * to three, each way round, the one that leaves least.
 */
export function align(
  findings: Findings,
  time: Float64Array,
  { edges }: SensorRun,
  { cycles, motion, phases, phaseOrder }: Turned,
  { turned }: CaptureOptions,
): void {
  if (!phases) return;
  const angleAt = (at: number): number | null => {
    const n = indexAt(time, at);
    const i = n - cycles.first;
    if (i < 0 || i >= motion.angle.length) return null;
    return (motion.angle[i]! + motion.omega[i]! * (at - time[n]!)) * DEGREES;
  };
  const rises = SENSORS.map((sensor) =>
    edges.flatMap((edge) => {
      const angle = edge.sensor === sensor && edge.rises ? angleAt(edge.at) : null;
      return angle === null ? [] : [angle];
    }),
  );
  if (rises.some((all) => all.length < LEAST_EDGES)) return;
  const at = rises.map(meanOf);
  const way = turned ?? (phaseOrder === "ABC" ? "forward" : "backward");
  const nominal = way === "forward" ? NOMINAL : NOMINAL_BACKWARD;
  const tries = ASSIGNMENTS.flatMap((join) =>
    [0, 180].map((other) => {
      const late = join.map((phase, sensor) => wrapDegrees(at[sensor]! - phases[phase]! - nominal - other));
      return { join, other, late, left: Math.hypot(...late) + (other === 0 ? 0 : UPSIDE_DOWN) };
    }),
  ).toSorted((a, b) => a.left - b.left);
  const best = tries[0]!;
  const middle = meanOf(best.late);
  if (best.late.some((one) => Math.abs(wrapDegrees(one - middle)) > ALIKE)) return;
  const lead = -wrapDegrees(middle + nominal + best.other);
  const scatter = Math.max(
    ...rises.map((all, k) =>
      Math.sqrt(
        all.reduce((sum, one) => sum + wrapDegrees(one - at[k]!) ** 2, 0) / (all.length * (all.length - 1)),
      ),
    ),
  );
  tell(findings, "sensorLead", lead, Math.max(0.2, 2 * scatter), "°");
  const names = best.join.map((phase) => SENSORS[phase]!);
  findings.words["sensorToPhase"] = Object.fromEntries(SENSORS.map((sensor, k) => [sensor, names[k]!]));
  if (names.some((name, k) => name !== SENSORS[k]))
    findings.said.push({
      code: "wiresSwapped",
      words: `The sensors do not stand with their phases: ${SENSORS.map((sensor, k) => `${sensor} switches with phase ${names[k]!}`).join(", ")}. Join each sensor's wire to the phase it switches with, or the phases to the sensors.`,
    });
}
