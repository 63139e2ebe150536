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

/** Days begin with a minute, wherever one is: what was found for a minute of a zone holds for all of it. */
function byTheMinute(find: (at: string, zone: string) => string): (at: string) => string {
  let known = "";
  let found = "";
  return (at) => {
    // Written by a clock elsewhere, a moment is taken whole.
    const minute = `${zone} ${at.endsWith("Z") ? at.slice(0, 16) : at}`;
    if (minute !== known) {
      found = find(at, zone);
      known = minute;
    }
    return found;
  };
}
const dayNow = byTheMinute(dayIn);
const beganNow = byTheMinute(dayBegan);
const dayThen = byTheMinute(dayIn);

/** Today by the shop's calendar, as 2026-03-02. @param now for tests */
export const shopDay = (now: Date = new Date()) => dayNow(now.toISOString());

/** When today began by the shop's clock, UTC, ISO 8601. @param now for tests */
export const todayBegan = (now: Date = new Date()) => beganNow(now.toISOString());

/** The day of a moment by the shop's calendar, as 2026-03-02. */
export const calendarDay = (at: string) => dayThen(at);

/** 2 March 2026, as people there write it. */
export const dayText = (at: string) => when(at, { day: "numeric", month: "long", year: "numeric" });

/** Fri, 4 Dec 2026, of a day as 2026-12-04, as people there write it. */
export const weekAndDayText = (day: string) =>
  new Date(`${day}T12:00:00Z`).toLocaleDateString(navigator.language, {
    ...{ weekday: "short", day: "numeric", month: "short", year: "numeric", timeZone: "UTC" },
  });

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

/** 09:15, whatever the day. */
export const clockTime = (at: string) => when(at, { hour: "2-digit", minute: "2-digit", hourCycle: "h23" });

/** Thursday. */
export const weekdayText = (at: string) => when(at, { weekday: "long" });

/** 7 Dec, as people there write it. */
export const dateText = (at: string) => when(at, { day: "numeric", month: "short" });
