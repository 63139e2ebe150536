import { stringify } from "csv-stringify/sync";
import type { Periods } from "#contract/shop";
import { periodsOf, spanOf, type Span } from "#core/outcomes";
import { dayIn, jobName, NO_ZONE, type ShopLimits } from "#core/record";
import { COUNTED, type ClosedLine } from "./outcomes.ts";

/** Shown at most. */
const PERIODS = 13;

/** The shop as its weeks are counted: its clock and its currency. */
function shopOf(limits: ShopLimits, now: Date) {
  const zone = limits.timeZone ?? NO_ZONE;
  return { zone, currency: limits.prices?.currency ?? "", today: dayIn(now.toISOString(), zone) };
}

/** Weeks and months, as far back as every job of them is among those counted. */
export function periodsIn(lines: readonly ClosedLine[], limits: ShopLimits, now: Date): Periods {
  const { zone, currency, today } = shopOf(limits, now);
  const oldest = lines.length < COUNTED ? "" : dayIn(lines.at(-1)!.closedAt, zone);
  const of = (span: Span) =>
    periodsOf(lines, span, { today, zone, currency, count: PERIODS }).filter(({ from }) => from > oldest);
  return { currency, weeks: of("week"), months: of("month") };
}

const HEADINGS = [
  "job",
  "motor",
  "owner",
  "taken in",
  "first reading",
  "closed",
  "minutes of repair",
  "labour",
  "parts",
  "currency",
  "days waited for others",
  "came back",
];
const DAY_MINUTES = 24 * 60;
const amount = (value: number | null | undefined) =>
  value === null || value === undefined ? "" : value.toFixed(2);

/** The closed jobs of a week or month, a line each, for a sheet; what begins like a formula is none there. */
export function ledgerCsv(
  lines: readonly ClosedLine[],
  limits: ShopLimits,
  { day, span }: { readonly day: string; readonly span: Span },
): string {
  const { zone } = shopOf(limits, new Date(0));
  const { from, to } = spanOf(day, span);
  const closedOn = ({ closedAt }: ClosedLine) => dayIn(closedAt, zone);
  const rows = lines
    .filter((line) => closedOn(line) >= from && closedOn(line) <= to)
    .toReversed()
    .map((line) => {
      const { ledger } = line;
      return [
        jobName(line.jobNumber),
        line.name,
        line.owner,
        dayIn(line.takenInAt, zone),
        ledger?.begun ? dayIn(ledger.begun, zone) : "",
        closedOn(line),
        ledger ? String(ledger.minutes) : "",
        amount(ledger?.labour),
        amount(ledger?.parts),
        ledger?.currency ?? "",
        ledger ? (ledger.waited / DAY_MINUTES).toFixed(1) : "",
        line.cameBack ? "yes" : "no",
      ];
    });
  return stringify([HEADINGS, ...rows], { record_delimiter: "windows", escape_formulas: true });
}
