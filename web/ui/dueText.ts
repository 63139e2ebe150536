import { shopDay } from "./dates.ts";

const DAY_MILLISECONDS = 24 * 60 * 60 * 1000;
const onDay = new Intl.DateTimeFormat("en-GB", {
  weekday: "short",
  day: "numeric",
  month: "short",
  timeZone: "UTC",
});

/** The day something is expected, in words, and whether it is past. @param due as 2026-03-02 */
export function dueText(due: string, now: Date): { readonly words: string; readonly late: boolean } {
  const days = (Date.parse(due) - Date.parse(shopDay(now))) / DAY_MILLISECONDS;
  if (days < 0) return { words: `overdue by ${-days} ${days === -1 ? "day" : "days"}`, late: true };
  return {
    words: days === 0 ? "expected today" : `expected ${onDay.format(new Date(due)).replace(",", "")}`,
    late: false,
  };
}
