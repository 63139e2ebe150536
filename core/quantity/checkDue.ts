import { addMonths, format, parseISO } from "date-fns";
import type { Instrument } from "./instrument.ts";

/** Letters of a day in an ISO 8601 time. */
const DAY = "2026-03-02".length;

/** When an instrument is to be held against something known again. */
export interface CheckDue {
  /** As 2026-03-02. */
  readonly day: string;
  readonly late: boolean;
}

/**
 * The day an instrument's next check is due: its last one and as many months as the shop gives it. It changes no
 * figure: what a meter is good for stands in its ranges.
 * @param today as 2026-03-02
 * @returns null where the shop gives no interval; late at once where it was never checked
 */
export function checkDue(
  { lastChecked, checkEvery }: Pick<Instrument, "lastChecked" | "checkEvery">,
  today: string,
): CheckDue | null {
  if (checkEvery === undefined) return null;
  if (lastChecked === undefined) return { day: today, late: true };
  const day = format(addMonths(parseISO(lastChecked.slice(0, DAY)), checkEvery), "yyyy-MM-dd");
  return { day, late: day < today };
}
