import { format, parseISO } from "date-fns";
import { dayIn } from "../record/index.ts";

/**
 * A day as it stands in a report, 2 March 2026: by the shop's calendar, the same on screen, in print and as PDF.
 * @param at UTC, ISO 8601 @param zone of the shop; UTC where it said none
 */
export const dayWords = (at: string, zone?: string): string =>
  format(parseISO(dayIn(at, zone)), "d MMMM yyyy");
