import { percentText, shareText, type Instrument, type Ohms, type Ratio } from "#core/quantity";
import { canDecide } from "#core/measure/winding";

/** Below this a figure would read 0.0 %. */
const FINEST: Ratio = 0.001;

/** Whether this meter can decide this limit here, in a sentence, before the first reading. */
export function meterAdvice(expected: Ohms, limit: Ratio, instrument: Instrument): string {
  const advice = canDecide(expected, limit, instrument);
  const asked = shareText(advice.limit);
  const reached =
    advice.expanded < FINEST
      ? "better than 0.1 %"
      : `good to ${percentText(advice.expanded, { signed: false })}`;
  if (advice.answer === "yes") return `This meter can decide ${asked} here: a reading is ${reached}.`;
  if (advice.answer === "withRepeats")
    return `This meter can decide ${asked} here with ${advice.repeats} readings a pair (+ reads again).`;
  const better = advice.instead[0];
  return `This meter cannot decide ${asked} here: one reading is ${reached} only. ${
    better ? `A ${better.toLowerCase()} can, or ` : ""
  }${advice.forcedCurrent} A from a bench supply with millivolts read at the leads${better ? "" : " can"}. Or spin it: volts show what its ohms cannot. It still shows open and shorted pairs.`;
}
