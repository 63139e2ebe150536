import { addDays, format, isValid, parse, parseISO } from "date-fns";
import { enGB } from "date-fns/locale/en-GB";

/** Whether a day that is named without its year or week is meant before today or after it. */
export type Toward = "ahead" | "back";

const ISO = "yyyy-MM-dd";
/** As people write a day with its year. A day that two countries read in two ways, such as 3/4, is none of them. */
const WITH_YEAR = ["d MMM yyyy", "d MMMM yyyy", "MMM d yyyy", "MMMM d yyyy", "d.M.yyyy", "d M yyyy"];
const WITHOUT_YEAR = ["d MMM", "d MMMM", "MMM d", "MMMM d", "d.M.", "d.M"];
const WEEKDAYS = ["EEE", "EEEE"];
/** Nobody means a day further away. */
const MOST_DAYS = 3660;

function byPattern(text: string, patterns: readonly string[], from: Date): Date | null {
  for (const pattern of patterns) {
    const found = parse(text, pattern, from, { locale: enGB });
    if (isValid(found)) return found;
  }
  return null;
}

/**
 * A day as somebody types it: 2026-12-04, 4 Dec, 4.12., Friday, tomorrow, +3.
 * @param today as 2026-03-02
 * @returns as 2026-03-02; null where it is no day, or may be two
 * @example readDay("fri", "2026-11-30", "ahead") // "2026-12-04"
 */
export function readDay(typed: string, today: string, toward: Toward): string | null {
  const text = typed.trim().toLowerCase().replaceAll(",", " ").replace(/\s+/gu, " ");
  const now = parseISO(today);
  const by = toward === "ahead" ? 1 : -1;
  const said = (day: Date) =>
    Math.abs(day.getTime() - now.getTime()) > MOST_DAYS * 86_400_000 ? null : format(day, ISO);
  if (/^\d{4}-\d{2}-\d{2}$/u.test(text)) {
    const day = parseISO(text);
    return isValid(day) ? said(day) : null;
  }
  if (text === "today") return today;
  if (text === "tomorrow") return format(addDays(now, 1), ISO);
  if (text === "yesterday") return format(addDays(now, -1), ISO);
  const steps = /^([+-]) ?(\d{1,3})(?: days?)?$/u.exec(text);
  if (steps) return format(addDays(now, (steps[1] === "-" ? -1 : 1) * Number(steps[2])), ISO);
  const weekday = byPattern(text, WEEKDAYS, now);
  if (weekday) {
    // The next one that is not today, or the last one.
    for (let n = 1; n <= 7; n += 1) {
      const day = addDays(now, by * n);
      if (day.getDay() === weekday.getDay()) return format(day, ISO);
    }
  }
  const dated = byPattern(text, WITH_YEAR, now);
  if (dated) return said(dated);
  const day = byPattern(text, WITHOUT_YEAR, now);
  if (!day) return null;
  const isMeant = toward === "ahead" ? format(day, ISO) >= today : format(day, ISO) <= today;
  if (!isMeant) day.setFullYear(day.getFullYear() + by);
  return format(day, ISO);
}
