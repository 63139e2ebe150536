/** Dates and times as the browser's own locale writes them; a time that is not of today carries its day. */

const when = (at: string, options: Intl.DateTimeFormatOptions) =>
  new Date(at).toLocaleString(navigator.language, options);

/** 2 March 2026, as people there write it. */
export const dayText = (at: string) => when(at, { day: "numeric", month: "long", year: "numeric" });

/** March 2026. */
export const monthText = (at: string) => when(at, { month: "long", year: "numeric" });

/** 2 Mar 2026, 09:15. */
export const dayAndTimeText = (at: string) => when(at, { dateStyle: "medium", timeStyle: "short" });

/** 09:15, or with its day where that is not today. @param now for tests */
export function timeText(at: string, now: Date = new Date(), seconds = false): string {
  const today = new Date(at).toDateString() === now.toDateString();
  return when(at, {
    ...(!today && { day: "numeric", month: "short" }),
    hour: "2-digit",
    minute: "2-digit",
    ...(seconds && today && { second: "2-digit" }),
  });
}
