const MINUTE = 60;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;
const MONTH = 30 * DAY;
const YEAR = 365 * DAY;

/** The largest unit that a time is at least one of, with its seconds. */
const UNITS = [
  ["year", YEAR],
  ["month", MONTH],
  ["day", DAY],
  ["hour", HOUR],
  ["minute", MINUTE],
  ["second", 1],
] as const;

/** How long ago a moment is, in whole units of a size: "3 days", "1 hour". @param now for tests */
export function ageText(at: string, now: Date = new Date()): string {
  const seconds = Math.max(0, (now.getTime() - Date.parse(at)) / 1000);
  const [unit, size] = UNITS.find(([, least]) => seconds >= least) ?? ["second", 1];
  const count = Math.floor(seconds / size);
  return `${count} ${unit}${count === 1 ? "" : "s"}`;
}
