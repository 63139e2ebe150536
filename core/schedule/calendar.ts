import { addDays, format, getISODay, parseISO, toDate } from "date-fns";
import type { Minutes } from "../quantity/index.ts";
import { dayIn, dayStart, timeIn, type OpeningHours } from "../record/index.ts";

/** Where a shop said nothing of its own. Common practice. */
export const USUAL_HOURS: OpeningHours = { opens: "08:00", closes: "17:00", days: [1, 2, 3, 4, 5] };

/** A shop that is open on no day is asked no further than this. */
const MOST_DAYS = 400;

const minutesOf = (time: string): Minutes => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));
const MINUTE = 60_000;

/** The stretches in which somebody works, in minutes from now, in order; the first may have begun. */
export interface Calendar {
  /** UTC, ISO 8601. */
  readonly now: string;
  readonly opens: readonly Minutes[];
  readonly closes: readonly Minutes[];
}

/**
 * When a shop is open from now on, by its own clock.
 * @param now UTC, ISO 8601
 * @param zone an IANA name
 * @param days that many open days
 * @throws RangeError where it closes before it opens, is open on no day, or the zone is not known
 */
export function calendarOf(
  now: string,
  zone: string,
  { opens, closes, days: open }: OpeningHours,
  days: number,
): Calendar {
  if (minutesOf(closes) <= minutesOf(opens) || open.length === 0)
    throw new RangeError("calendarOf: the shop is never open");
  const from: Minutes[] = [];
  const to: Minutes[] = [];
  const began = parseISO(now).getTime();
  const today = parseISO(dayIn(now, zone));
  for (let n = 0; n < MOST_DAYS && from.length < days; n += 1) {
    const day = addDays(today, n);
    if (!open.includes(getISODay(day))) continue;
    // The day begins by its own distance from UTC: summer time moves with it.
    const midnight = parseISO(dayStart(format(day, "yyyy-MM-dd"), zone)).getTime();
    const close = Math.floor((midnight - began) / MINUTE) + minutesOf(closes);
    if (close <= 0) continue;
    from.push(Math.max(0, Math.ceil((midnight - began) / MINUTE) + minutesOf(opens)));
    to.push(close);
  }
  return { now, opens: from, closes: to };
}

/** Whether somebody works at a moment. @param now UTC, ISO 8601; @param zone an IANA name */
export const isOpenAt = (now: string, zone: string, hours: OpeningHours): boolean =>
  calendarOf(now, zone, hours, 1).opens[0] === 0;

/** The stretch that a moment lies in, or the next one; the last one beyond the calendar's end. */
function stretchAt({ closes }: Calendar, at: Minutes): number {
  let [low, high] = [0, closes.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (closes[middle]! > at) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** When work that may begin at a moment begins: then, or as soon as the shop is open. */
export function beginsAt(calendar: Calendar, at: Minutes): Minutes {
  const k = stretchAt(calendar, at);
  return Math.max(at, calendar.opens[k] ?? at);
}

/** When so many minutes of work are done that begin at a moment, over as many days as they take. */
export function doneAt(calendar: Calendar, at: Minutes, work: Minutes): Minutes {
  let k = stretchAt(calendar, at);
  let from = Math.max(at, calendar.opens[k] ?? at);
  let left = work;
  while (k < calendar.closes.length - 1 && left > calendar.closes[k]! - from) {
    left -= calendar.closes[k]! - from;
    k += 1;
    from = calendar.opens[k]!;
  }
  return from + left;
}

/** The stretches between two moments in which the shop is open: how work that goes over a night falls upon its days. */
export function openBetween(
  calendar: Calendar,
  from: Minutes,
  to: Minutes,
): { readonly from: Minutes; readonly to: Minutes }[] {
  const { opens, closes } = calendar;
  const stretches = [];
  for (let k = stretchAt(calendar, from); k < opens.length && opens[k]! < to; k += 1) {
    const stretch = { from: Math.max(opens[k]!, from), to: Math.min(closes[k]!, to) };
    if (stretch.to > stretch.from) stretches.push(stretch);
  }
  return stretches;
}

/** Minutes of work from now to a moment: how the order of a day counts. */
export function workUntil(calendar: Calendar, at: Minutes): Minutes {
  let sum = 0;
  for (let k = 0; k < calendar.opens.length && calendar.opens[k]! < at; k += 1)
    sum += Math.min(at, calendar.closes[k]!) - calendar.opens[k]!;
  return sum;
}

/** Minutes from now until a day's work ends, by the shop's clock. @param day as 2026-03-02 */
export function endOf(calendar: Calendar, zone: string, { closes }: OpeningHours, day: string): Minutes {
  const midnight = parseISO(dayStart(day, zone)).getTime();
  return Math.round((midnight - parseISO(calendar.now).getTime()) / MINUTE) + minutesOf(closes);
}

/** Minutes from now until a day's work begins, by the shop's clock. @param day as 2026-03-02 */
export function startOf(calendar: Calendar, zone: string, { opens }: OpeningHours, day: string): Minutes {
  const midnight = parseISO(dayStart(day, zone)).getTime();
  return Math.round((midnight - parseISO(calendar.now).getTime()) / MINUTE) + minutesOf(opens);
}

/** A moment, so many minutes from now. @returns UTC, ISO 8601 */
export const instantAt = ({ now }: Pick<Calendar, "now">, at: Minutes): string =>
  toDate(parseISO(now).getTime() + at * MINUTE).toISOString();

const HOUR: Minutes = 60;
const NOON: Minutes = 12 * HOUR;
/** Beyond these days nobody tells noon from evening. */
const DAYS_WITH_NOONS = 6;

/**
 * Times that can be said to a customer, in minutes from now: the full hours of today, then noons and evenings, then evenings.
 * @param hours by which the calendar was made
 */
export function timesToSay(calendar: Calendar, zone: string, { opens }: OpeningHours): Minutes[] {
  const opening = minutesOf(opens);
  return calendar.opens.flatMap((open, n) => {
    const close = calendar.closes[n]!;
    if (n === 0) {
      const past = Number(timeIn(instantAt(calendar, open), zone).slice(14, 16));
      const first = open + ((HOUR - past) % HOUR);
      const full = Array.from({ length: 24 }, (_, h) => first + h * HOUR);
      return [...full.filter((at) => at > open && at < close), close];
    }
    const middle = open - opening + NOON;
    return n < DAYS_WITH_NOONS && middle > open && middle < close ? [middle, close] : [close];
  });
}
