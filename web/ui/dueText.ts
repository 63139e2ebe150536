import { differenceInCalendarDays, format, parseISO } from "date-fns";
import { shopDay } from "./dates.ts";

/** The day something is expected, in words, and whether it is past. @param due as 2026-03-02 */
export function dueText(due: string, now: Date): { readonly words: string; readonly late: boolean } {
  const days = differenceInCalendarDays(parseISO(due), parseISO(shopDay(now)));
  if (days < 0) return { words: `overdue by ${-days} ${days === -1 ? "day" : "days"}`, late: true };
  return {
    words: days === 0 ? "expected today" : `expected ${format(parseISO(due), "EEE d MMM")}`,
    late: false,
  };
}
