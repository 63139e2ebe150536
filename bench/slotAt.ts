import type { Ability } from "#core/quantity";
import { PAIRS, PHASES, phasesOf, type CheckId, type Phase } from "#core/record";
import { JUNCTIONS, type Place, type Point, type Probes } from "./points.ts";

/** A place of the record. */
export interface RecordPlace {
  readonly check: CheckId;
  readonly slot: string;
}

/** How the bench stands while something is read. */
export interface ReadingNow {
  readonly probes: Probes;
  readonly reads: Ability;
  readonly spinning: boolean;
  /** The throttle is opened, or a fan called for. */
  readonly called: boolean;
  /** All three pairs of this spin are written down. */
  readonly pairsSpun: boolean;
}

const place = (check: CheckId, slot: string): RecordPlace => ({ check, slot });
const isPhase = (point: Point): point is Phase => PHASES.some((phase) => phase === point);

const pairAt = (red: Point, black: Point) =>
  PAIRS.find((pair) => {
    const [from, to] = phasesOf(pair);
    return (red === from && black === to) || (red === to && black === from);
  });

function atPlace(at: Place, reads: Ability, called: boolean): RecordPlace | null {
  if (at === "temperatureSensor") return reads === "ohms" ? place("hall", "temp.ohms") : null;
  if (at === "knownOhms") return reads === "ohms" ? place("setup", "knownRead") : null;
  if (at === "knownVolts") return reads === "acVolts" ? place("setup", "voltsRead") : null;
  if (reads !== "acVolts" && reads !== "dcVolts") return null;
  if (at === "pack") return reads === "dcVolts" ? place("feed", called ? "pack.load" : "pack.rest") : null;
  if (at === "sensorSupply") return reads === "dcVolts" ? place("hall", "supply") : null;
  if (JUNCTIONS.some((junction) => junction === at)) return place("run", at);
  return place("power", at);
}

/** The place of the record that a display fills just now; null where none asks for it. */
export function slotAt({ probes, reads, spinning, called, pairsSpun }: ReadingNow): RecordPlace | null {
  const speed = place("backemf", pairsSpun ? "speedAfter" : "speedBefore");
  if (reads === "tachometer") return spinning ? speed : null;
  if (probes === "tips") return reads === "ohms" ? place("winding", "tips") : null;
  if (probes === "lifted") return null;
  if ("at" in probes) return atPlace(probes.at, reads, called);
  const { red, black } = probes;
  const pair = pairAt(red, black);
  if (pair && reads === "ohms" && !spinning) return place("winding", pair);
  if (pair && reads === "acVolts" && spinning) return place("backemf", pair);
  if (pair && reads === "frequency" && spinning) return speed;
  const lead = red === "frame" ? black : black === "frame" ? red : null;
  if (lead === null || !isPhase(lead)) return null;
  if (reads === "ohms") return place("frame", lead);
  return reads === "insulation" ? place("insulation", "oneMinute") : null;
}
