/** A time of days as one says it: hours below one, then halves. @example daysText(2.3) // "2.5 days" */
export function daysText(days: number): string {
  if (days < 1) {
    const hours = Math.max(1, Math.round(days * 24));
    return hours === 24 ? "1 day" : `${hours} ${hours === 1 ? "hour" : "hours"}`;
  }
  const halves = Math.round(days * 2) / 2;
  return `${halves} ${halves === 1 ? "day" : "days"}`;
}
