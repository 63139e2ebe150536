import { rangeFor, type Instrument } from "#core/quantity";
import type { Chance } from "../bench/chance.ts";

/** One real instrument of a kind: its own gain and zero error, drawn once from what the data sheet allows. */
export interface SimulatedMeter {
  readonly instrument: Instrument;
  /** What the display shows for this resistance at the tips, Ω or open. Wires and contact are added. */
  readonly show: (ohms: number) => number | "open";
  /** The same with the tips together. */
  readonly showTips: () => number | "open";
}

/** Lead sets differ: within a tenth of the typical value. */
const LEAD_SPREAD = 0.1;

/**
 * A meter out of a production run. Gain and zero lie evenly within the accuracy statement, one digit is the
 * display's own; contact scatters normally.
 * @param worn extra resistance of worn leads or a loose clip, Ω, another one at each look
 */
export function meterOf(instrument: Instrument, chance: Chance, worn = 0): SimulatedMeter {
  const gain = chance.between(-1, 1);
  const zero = chance.between(-1, 1);
  const leads = instrument.leadResistance * (1 + LEAD_SPREAD * chance.between(-1, 1));
  const top = Math.max(...instrument.ranges.map(({ fullScale }) => fullScale));
  const show = (ohms: number): number | "open" => {
    if (!Number.isFinite(ohms)) return "open";
    const contact = instrument.contactScatter * chance.normal() + worn * chance.uniform();
    const at = Math.max(0, ohms + leads + contact);
    if (at > top) return "open";
    const { ofReading, digits, resolution } = rangeFor(instrument, at);
    const read =
      at * (1 + ofReading * gain) + (Math.max(0, digits - 1) * zero + chance.between(-1, 1)) * resolution;
    return Math.max(0, Math.round(read / resolution) * resolution);
  };
  return { instrument, show, showTips: () => show(0) };
}
