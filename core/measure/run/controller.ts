import { median, type Amperes, type Ohms, type Ratio, type Volts, type Watts } from "../../quantity/index.ts";
import { PHASES, type Phase } from "../../record/index.ts";

export const RAILS = ["plus", "minus"] as const;
type Rail = (typeof RAILS)[number];

/** Six junctions of a bridge read alike; this much apart is odd. Bench judgement. */
const ALIKE: Volts = 0.1;
/** Below this a junction is no junction any more: the switch is shorted. Common practice. */
const SHORTED: Volts = 0.1;

export interface Junction {
  readonly phase: Phase;
  readonly rail: Rail;
  readonly volts: Volts | "open";
}

export type ControllerAnswer =
  | { readonly kind: "alike" }
  | { readonly kind: "shorted"; readonly junctions: readonly Junction[] }
  | { readonly kind: "odd"; readonly junctions: readonly Junction[] };

/**
 * Six diode-mode readings of a controller's output, each phase to each rail, power off and capacitors empty: a sound
 * bridge shows six like junctions; near zero is a shorted switch, open or apart an odd one. Common practice.
 * @param junctions six of them, V at least 0 or open
 * @throws RangeError unless all six are there once
 */
export function controllerAnswer(junctions: readonly Junction[]): ControllerAnswer {
  const all = PHASES.every((phase) =>
    RAILS.every((rail) => junctions.filter((one) => one.phase === phase && one.rail === rail).length === 1),
  );
  if (!all) throw new RangeError("controllerAnswer: six readings are wanted, each phase to each rail once");
  const shorted = junctions.filter(({ volts }) => volts !== "open" && volts < SHORTED);
  if (shorted.length > 0) return { kind: "shorted", junctions: shorted };
  const finite = junctions.flatMap(({ volts }) => (volts === "open" ? [] : [volts]));
  if (finite.length === 0) return { kind: "odd", junctions };
  const usual = median(finite);
  const odd = junctions.filter(({ volts }) => volts === "open" || Math.abs(volts - usual) > ALIKE);
  return odd.length > 0 ? { kind: "odd", junctions: odd } : { kind: "alike" };
}

/** A power connector up to this is sound, whatever flows. Bench judgement. */
const SOUND_CONNECTOR: Ohms = 0.001;

/**
 * Resistance of a loaded connector from the millivolts over it: R = V/I.
 * @param amperes above 0
 * @example connectorOhms(0.12, 20) // 0.006
 */
export function connectorOhms(volts: Volts, amperes: Amperes): Ohms {
  if (!(amperes > 0)) throw new RangeError(`connectorOhms: amperes must be above 0 A, got ${amperes}`);
  return volts / amperes;
}

/** What a power connector may turn into heat at the current it carries in use, W. Bench judgement. */
export const CONNECTOR_HEAT: Watts = 2;

/**
 * A loaded connector by its millivolts per ampere, and by the heat it makes at the current it carries in use: ohms that
 * matter at 60 A are nothing at 2 A.
 * @param amperes of the reading, above 0
 * @param rated current in use; where nobody knows it, the reading's own counts
 * @example connectorAnswer(0.12, 20, 30) // { ohms: 0.006, watts: 5.4, high: true }
 */
export function connectorAnswer(
  volts: Volts,
  amperes: Amperes,
  rated: Amperes = amperes,
): { readonly ohms: Ohms; readonly watts: Watts; readonly high: boolean } {
  const ohms = connectorOhms(volts, amperes);
  const watts = ohms * Math.max(rated, amperes) ** 2;
  return { ohms, watts, high: watts > CONNECTOR_HEAT && ohms > SOUND_CONNECTOR };
}

/** No-load current this much above the baseline is high. Bench judgement. */
export const NO_LOAD_LIMIT: Ratio = 0.3;
/** Baselines are comparable while the supply is within this of theirs. */
const SAME_VOLTS: Ratio = 0.1;

export interface NoLoad {
  readonly volts: Volts;
  readonly amperes: Amperes;
}

/**
 * No-load current against a baseline of a sound motor. Drag and iron losses grow with speed, and speed with voltage:
 * only at about the baseline's voltage do the two compare.
 * @throws RangeError where a voltage or the baseline's current is not above 0
 */
export function noLoadAnswer(found: NoLoad, baseline: NoLoad): "agrees" | "high" | "otherVoltage" {
  if (!(found.volts > 0) || !(baseline.volts > 0) || !(baseline.amperes > 0))
    throw new RangeError("noLoadAnswer: volts and the baseline's amperes must be above 0");
  if (Math.abs(found.volts / baseline.volts - 1) > SAME_VOLTS) return "otherVoltage";
  return found.amperes > (1 + NO_LOAD_LIMIT) * baseline.amperes ? "high" : "agrees";
}
