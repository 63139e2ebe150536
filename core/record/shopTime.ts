import { parseISO, toDate } from "date-fns";

/** Days and hours as a shop's clock shows them, whatever zone a server or a screen stands in. Times are UTC, ISO 8601. */

/** Where a shop said nothing of its own. */
export const NO_ZONE = "UTC";

const formatters = new Map<string, Intl.DateTimeFormat>();

function formatterOf(zone: string): Intl.DateTimeFormat {
  const known = formatters.get(zone);
  if (known) return known;
  const made = new Intl.DateTimeFormat("en-GB", {
    timeZone: zone,
    hourCycle: "h23",
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
    hour: "2-digit",
    minute: "2-digit",
    second: "2-digit",
  });
  formatters.set(zone, made);
  return made;
}

/** Whether this is the name of a time zone, as Europe/Lisbon. */
export function isTimeZone(zone: string): boolean {
  try {
    formatterOf(zone);
    return true;
  } catch {
    return false;
  }
}

const millisecondsOf = (at: string) => parseISO(at).getTime();

interface Shown {
  readonly day: string;
  /** 09:15:00. */
  readonly time: string;
}

/** @throws RangeError where the time is none or the zone is not known */
function shown(at: string, zone: string): Shown {
  const parts = Object.fromEntries(
    formatterOf(zone)
      .formatToParts(parseISO(at))
      .map(({ type, value }) => [type, value]),
  ) as Record<Intl.DateTimeFormatPartTypes, string>;
  return {
    day: `${parts.year}-${parts.month}-${parts.day}`,
    time: `${parts.hour}:${parts.minute}:${parts.second}`,
  };
}

/**
 * The day of a moment by a shop's calendar.
 * @param at UTC, ISO 8601 @param zone an IANA name @returns as 2026-03-02
 * @throws RangeError where the time is none or the zone is not known
 * @example dayIn("2026-03-02T23:30:00.000Z", "Europe/Berlin") // "2026-03-03"
 */
export function dayIn(at: string, zone: string = NO_ZONE): string {
  return shown(at, zone).day;
}

/** Minutes by which a zone's clock is ahead of UTC at a moment. */
function offsetAt(at: string, zone: string): number {
  const { day, time } = shown(at, zone);
  const seconds = Math.floor(millisecondsOf(at) / 1000);
  return Math.round((millisecondsOf(`${day}T${time}Z`) / 1000 - seconds) / 60);
}

/**
 * A moment as a shop's clock shows it, with its distance from UTC: its first letters are the shop's day.
 * @example timeIn("2026-03-02T23:30:00.000Z", "Europe/Berlin") // "2026-03-03T00:30:00+01:00"
 */
export function timeIn(at: string, zone: string = NO_ZONE): string {
  const { day, time } = shown(at, zone);
  const offset = offsetAt(at, zone);
  const two = (n: number) => String(n).padStart(2, "0");
  const apart = Math.abs(offset);
  const sign = offset < 0 ? "-" : "+";
  return `${day}T${time}${offset === 0 ? "Z" : `${sign}${two(Math.floor(apart / 60))}:${two(apart % 60)}`}`;
}

/**
 * When the day of a moment began by a shop's clock, UTC, ISO 8601.
 * @example dayBegan("2026-03-02T23:30:00.000Z", "Europe/Berlin") // "2026-03-02T23:00:00.000Z"
 */
export const dayBegan = (at: string, zone: string = NO_ZONE): string => dayStart(dayIn(at, zone), zone);

/** When days began, by zone and day: a calendar asks for the same hundred at every look, at a tenth of a millisecond each. */
const begun = new Map<string, string>();
const MOST_DAYS = 10_000;

/**
 * When a day begins by a shop's clock, UTC, ISO 8601.
 * @param day as 2026-03-02
 * @example dayStart("2026-03-03", "Europe/Berlin") // "2026-03-02T23:00:00.000Z"
 */
export function dayStart(day: string, zone: string = NO_ZONE): string {
  const key = `${zone} ${day}`;
  const known = begun.get(key);
  if (known !== undefined) return known;
  const began = dayStartOf(day, zone);
  if (begun.size >= MOST_DAYS) begun.clear();
  begun.set(key, began);
  return began;
}

function dayStartOf(day: string, zone: string): string {
  const midnight = millisecondsOf(`${day}T00:00:00.000Z`);
  // By the distance at midnight itself: on two days a year it is another than at noon.
  const guess = midnight - offsetAt(`${day}T00:00:00.000Z`, zone) * 60_000;
  const began = midnight - offsetAt(toDate(guess).toISOString(), zone) * 60_000;
  return toDate(began).toISOString();
}
