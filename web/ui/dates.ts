import { dayBegan, dayIn, NO_ZONE } from "#core/record";

/** Dates and times by the shop's clock, as the browser's own locale writes them; a time that is not of today carries its day. */
let zone: string = NO_ZONE;

/** The clock of the shop, whatever this device shows. */
export function showClockOf(timeZone: string): void {
  zone = timeZone;
}

/** One for each way of writing: making one takes a hundred times longer than writing a date with it. */
const formatters = new Map<string, Intl.DateTimeFormat>();

function when(at: string, options: Intl.DateTimeFormatOptions): string {
  const key = JSON.stringify([navigator.language, zone, options]);
  const kept = formatters.get(key);
  const formatter = kept ?? new Intl.DateTimeFormat(navigator.language, { timeZone: zone, ...options });
  if (!kept) formatters.set(key, formatter);
  return formatter.format(new Date(at));
}

/** Today by the shop's calendar, as 2026-03-02. @param now for tests */
export const shopDay = (now: Date = new Date()) => dayIn(now.toISOString(), zone);

/** When today began by the shop's clock, UTC, ISO 8601. @param now for tests */
export const todayBegan = (now: Date = new Date()) => dayBegan(now.toISOString(), zone);

/** The day of a moment by the shop's calendar, as 2026-03-02. */
export const calendarDay = (at: string) => dayIn(at, zone);

/** 2 March 2026, as people there write it. */
export const dayText = (at: string) => when(at, { day: "numeric", month: "long", year: "numeric" });

/** March 2026. */
export const monthText = (at: string) => when(at, { month: "long", year: "numeric" });

/** 2 Mar 2026, 09:15. */
export const dayAndTimeText = (at: string) => when(at, { dateStyle: "medium", timeStyle: "short" });

/** 09:15, or with its day where that is not today. @param now for tests */
export function timeText(at: string, now: Date = new Date(), seconds = false): string {
  const ofToday = calendarDay(at) === shopDay(now);
  return when(at, {
    ...(!ofToday && { day: "numeric", month: "short" }),
    hour: "2-digit",
    minute: "2-digit",
    ...(seconds && ofToday && { second: "2-digit" }),
  });
}
