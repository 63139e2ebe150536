import { calendarDay, clockTime, dateText, shopDay, weekdayText } from "./dates.ts";

const DAY_MILLISECONDS = 24 * 60 * 60 * 1000;

/** "9 in 10"; what happens in nearly every play is "almost surely", in nearly none "hardly". */
export function tenthsText(chance: number): string {
  if (chance >= 0.95) return "almost surely";
  if (chance < 0.05) return "hardly";
  return `${Math.max(1, Math.round(chance * 10))} in 10`;
}

/** Days from today to a day, by the shop's calendar. @param day as 2026-03-02 */
const daysTo = (day: string, now: Date) => (Date.parse(day) - Date.parse(shopDay(now))) / DAY_MILLISECONDS;

/** A day as people say it: "today", "tomorrow", "Thursday", "7 Dec". @param day as 2026-03-02 */
export function dayWord(day: string, now: Date): string {
  const days = daysTo(day, now);
  if (days === 0) return "today";
  if (days === 1) return "tomorrow";
  return days > 1 && days < 7 ? weekdayText(`${day}T12:00:00.000Z`) : dateText(`${day}T12:00:00.000Z`);
}

/** A time that somebody can be told: "today by 13:00", "Thursday noon", "7 Dec". @param at UTC, ISO 8601 */
export function readyText(at: string, now: Date): string {
  const day = calendarDay(at);
  const word = dayWord(day, now);
  const time = clockTime(at);
  if (daysTo(day, now) === 0) return `today by ${time}`;
  if (daysTo(day, now) >= 7) return word;
  return time === "12:00" ? `${word} noon` : `${word} evening`;
}
