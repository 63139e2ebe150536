import { format, parseISO } from "date-fns";

/** Letters of a day in an ISO 8601 time. */
const DAY = "2026-03-02".length;

/** A day as it stands in a report, 2 March 2026: the same on screen, in print and as PDF. @param at ISO 8601, UTC */
export const dayWords = (at: string): string => format(parseISO(at.slice(0, DAY)), "d MMMM yyyy");

/** How a moment's day is written. */
export type Day = (at: string) => string;
