import type { KvConvention, Rpm, RpmPerVolt, Volts } from "../../quantity/index.ts";
import { lineRmsAt, VOLTS_PER_RMS } from "./speedConstant.ts";

/** Above this no bare leads: hazardous AC by the usual limit of 30 V RMS (common practice). */
export const BARE_LEADS_LIMIT: Volts = 30;

export interface SpinGate {
  readonly lineRms: Volts;
  readonly bareLeads: boolean;
  /** Highest speed at which bare leads stay at the limit. */
  readonly safeSpeed: Rpm;
}

/**
 * Before the drill turns: the voltage to expect, and whether leads may be bare.
 * @param kv rpm/V in its convention, above 0
 * @param speed planned, rpm, above 0
 * @example spinGate(10, "peak", 600).lineRms // 42.4 V: no bare leads; safe up to 424 rpm
 */
export function spinGate(kv: RpmPerVolt, convention: KvConvention, speed: Rpm): SpinGate {
  const lineRms = lineRmsAt(kv, convention, speed);
  return {
    lineRms,
    bareLeads: lineRms <= BARE_LEADS_LIMIT,
    safeSpeed: BARE_LEADS_LIMIT * VOLTS_PER_RMS[convention] * kv,
  };
}
