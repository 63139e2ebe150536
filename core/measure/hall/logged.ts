import { captureIn, certain, type Finding } from "../../check/index.ts";
import { FINE_PLACEMENT } from "../../capture/index.ts";
import type { Volts } from "../../quantity/index.ts";
import { figureOf, saysOf, type KeptCapture, type Sitting } from "../../record/index.ts";
import { levelsAnswer } from "./levels.ts";
import { HALL_LEVELS, HALL_PHASES, HALL_PLACED, HALL_PULSES, HALL_SUPPLY, LAMPS } from "./variables.ts";

/** A sensor farther off its nominal place than this is no misplaced one: two signals touch, or one is another's. */
const NOT_ITS_OWN = 45;
/** Steps that cannot be, of all: more than a disturbance now and then. */
const IMPOSSIBLE = 0.02;

/** The log of the sensors that stands in an epoch; null where there is none. */
export const hallLog = (job: Pick<Sitting, "readings">, epoch: number): KeptCapture | null =>
  captureIn(job, "hall", "log", epoch);

const angles = (log: KeptCapture) =>
  ["angleAToB", "angleBToC", "angleCToA"].map((name) => figureOf(log, name)?.value);

const nominalOf = (spacing: number) => (spacing === 60 ? [60, 60, 240] : [120, 120, 120]);

/** Whether three signals stand about where three sensors do. */
function inPlace(log: KeptCapture): boolean {
  const spacing = figureOf(log, "sensorSpacing")?.value;
  if (spacing === undefined) return false;
  const nominal = nominalOf(spacing);
  const found = angles(log);
  // States written down without a clock have an order and no angles.
  if (found.every((angle) => angle === undefined)) return true;
  return found.every((angle, k) => angle !== undefined && Math.abs(angle - nominal[k]!) < NOT_ITS_OWN);
}

const edges = (log: KeptCapture) =>
  ["edgesA", "edgesB", "edgesC"].map((name) => figureOf(log, name)?.value ?? 0);
const edgesOf = (log: KeptCapture): number => edges(log).reduce((sum, one) => sum + one, 0);

/** Whether all six states were there: a whole cycle one way, each signal up and down, and not rocked back and forth. */
const wholeCycle = (log: KeptCapture): boolean =>
  log.drawn.edges !== null ||
  (edges(log).every((one) => one >= 2) && (figureOf(log, "reversals")?.value ?? 0) === 0);

/** How far each sensor stands off the middle of the other two, degrees; null without a clock. */
function offPlace(log: KeptCapture): number[] | null {
  const spacing = figureOf(log, "sensorSpacing")?.value;
  const found = angles(log).filter((angle) => angle !== undefined);
  if (spacing === undefined || found.length < 3) return null;
  const [ab, bc, ca] = found.map((angle, k) => angle - nominalOf(spacing)[k]!) as [number, number, number];
  return [(ca - ab) / 2, (ab - bc) / 2, (bc - ca) / 2];
}

/** What the states in their order say, as three lamps would; null where the log does not hold enough of them. */
function loggedStates(log: KeptCapture): Finding | null {
  const stuck = log.words["stuckSignals"];
  if (typeof stuck === "string") {
    const outcome = (["oneDead", "severalDead", "allDead"] as const)[stuck.split(",").length - 1];
    return outcome
      ? {
          ...certain("hall", LAMPS, outcome, `Logged: signal ${stuck.replaceAll(" ", " stuck ")}`, true),
          advice:
            outcome === "allDead"
              ? "All three dead: supply or ground first."
              : "Wire or sensor? Continuity of each wire, wiggle it, then the signal at the sensor's own leg.",
        }
      : null;
  }
  const impossible = figureOf(log, "impossibleTransitions")?.value;
  if (impossible === undefined) return null;
  if (impossible > Math.max(2, IMPOSSIBLE * edgesOf(log)) || !inPlace(log))
    return certain(
      "hall",
      LAMPS,
      "impossible",
      "Logged: the states come in no order that sensors have",
      true,
    );
  if (saysOf(log, "backwards"))
    return {
      ...certain("hall", LAMPS, "swapped", "Logged: all six states, but against the turn", true),
      // Which way is forwards is often a guess: the other way round it is healthy.
      likelihood: { swapped: 1, healthy: 0.3 },
    };
  if (!wholeCycle(log)) return null;
  const spacing = figureOf(log, "sensorSpacing")?.value ?? 120;
  return certain("hall", LAMPS, "healthy", `Logged: all six states in order, ${spacing}°`, false);
}

/** Share of a cycle for which a sensor of a sound motor is high. */
const HIGH = { least: 0.45, most: 0.55 } as const;

/** Whether each sensor is high for about half of every cycle. */
const evenlyHigh = ({ degrees, u }: NonNullable<KeptCapture["drawn"]["edges"]>): boolean =>
  ["A", "B", "C"].every((sensor) => {
    const share = ((degrees[`${sensor}-`]! - degrees[`${sensor}+`]! + 360) % 360) / 360;
    return share - u / 360 > HIGH.least && share + u / 360 < HIGH.most;
  });

function placedFinding(log: KeptCapture): Finding | null {
  const said = saysOf(log, "misplaced");
  if (said) return certain("hall", HALL_PLACED, "off", said.words.replace(/[.]$/u, ""), true);
  const [placed, off] = [log.drawn.edges, offPlace(log)];
  // Neither off nor surely in its place, or not high for half of a cycle: nothing passes.
  if (!placed || !evenlyHigh(placed) || !off || off.some((one) => Math.abs(one) + placed.u > FINE_PLACEMENT))
    return null;
  return certain(
    "hall",
    HALL_PLACED,
    "fine",
    `Each sensor stands within ${FINE_PLACEMENT}° of its place`,
    false,
  );
}

function pulsesFinding(log: KeptCapture): Finding | null {
  const [glitches, missing] = ["glitches", "missingPulses"].map((name) => figureOf(log, name)?.value);
  // Without a clock neither is told.
  if (glitches === undefined && missing === undefined) return null;
  const parts = [
    ...(glitches ? [`${glitches} far too short`] : []),
    ...(missing ? [`${missing} missing on ${String(log.words["missingOn"] ?? "a signal")}`] : []),
  ];
  return parts.length > 0
    ? {
        ...certain("hall", HALL_PULSES, "disturbed", `Logged pulses: ${parts.join(", ")}`, true),
        advice: "Wiggle plug and wires while it is logged again: a contact that gives way shows at once.",
      }
    : certain("hall", HALL_PULSES, "clean", "Logged: no pulse too short, none missing", false);
}

function phasesFinding(log: KeptCapture): Finding | null {
  const join = log.words["sensorToPhase"];
  if (typeof join !== "object") return null;
  const crossed = saysOf(log, "wiresSwapped");
  return crossed
    ? certain("hall", HALL_PHASES, "crossed", crossed.words.split(". ")[0]!.replace(/[.]$/u, ""), true)
    : certain("hall", HALL_PHASES, "together", "Each sensor switches with its own phase", false);
}

function loggedLevels(log: KeptCapture, pullUp: Volts): Finding | null {
  const [low, high] = [figureOf(log, "lowLevel")?.value, figureOf(log, "highLevel")?.value];
  if (low === undefined || high === undefined) return null;
  const weak = levelsAnswer(low, high, pullUp) === "weak";
  return certain(
    "hall",
    HALL_LEVELS,
    weak ? "weak" : "good",
    `Logged levels ${low.toFixed(2)} V and ${high.toFixed(2)} V${weak ? ": low below 0.8 V, high above 70 % wanted" : ""}`,
    weak,
  );
}

/**
 * What a log of the sensors says, each of it once: its states stand in the place of the lamps', its levels in that of the
 * meter's.
 * @param pullUp V that the signals are pulled up to
 */
export function loggedFindings(log: KeptCapture, pullUp: Volts): Finding[] {
  const states = loggedStates(log);
  const healthy = states?.likelihood["healthy"] !== undefined;
  // Signals that move have their supply.
  const fed = states && states.likelihood["allDead"] === undefined;
  return [
    fed ? certain("hall", HALL_SUPPLY, "present", "Signals move, so their supply is there", false) : null,
    states,
    healthy ? placedFinding(log) : null,
    pulsesFinding(log),
    healthy ? phasesFinding(log) : null,
    loggedLevels(log, pullUp),
  ].filter((finding) => finding !== null);
}
