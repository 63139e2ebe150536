import { functionFor, LIVE_FUNCTIONS } from "../live/index.ts";
import type { Reading } from "../record/index.ts";
import { measuredKindOf, type Slot } from "./slots.ts";

/** Why a place cannot have been read so by an instrument that speaks; null where it can, or a person read it. */
export function mislatchedReason(
  declared: Slot | null,
  { slot, value, latched, instrumentId }: Pick<Reading, "slot" | "value" | "latched" | "instrumentId">,
): string | null {
  if (!latched) return null;
  if (instrumentId === null) return "A value that an instrument said itself names the instrument.";
  const written = measuredKindOf(value);
  const wanted = declared && written !== null ? functionFor(declared.instrument, { name: written }) : null;
  return wanted === latched.reads
    ? null
    : `“${slot}” takes no ${LIVE_FUNCTIONS[latched.reads].words} that an instrument said.`;
}
