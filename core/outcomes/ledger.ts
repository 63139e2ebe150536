import { addDays, endOfISOWeek, endOfMonth, format, parseISO, startOfISOWeek, startOfMonth } from "date-fns";
import { median, type Minutes } from "../quantity/index.ts";
import { costsOf } from "../report/index.ts";
import { dayIn, workshopOf, type JobRecord } from "../record/index.ts";

/** What a closed job earned, took and waited for. */
export interface Ledger {
  /** Empty where the shop has none. */
  readonly currency: string;
  /** Work as it was charged; null where the shop's hour had no price. */
  readonly labour: number | null;
  /** What its parts cost, as far as they have a price. */
  readonly parts: number;
  /** Hands on, of its repairs. */
  readonly minutes: Minutes;
  /** When the first reading was taken, UTC, ISO 8601; null where nothing was read. */
  readonly begun: string | null;
  /** It waited for parts or an answer, by the clock on the wall. */
  readonly waited: Minutes;
}

type Stretch = readonly [from: number, to: number];

const at = (instant: string) => parseISO(instant).getTime();

/** Stretches in which a job waited for others: from the decision that says so, or the order of a part, to what came of it. */
function waitsOf(job: JobRecord, closedAt: string): Stretch[] {
  const { decisions, repairs } = job;
  const { parts } = workshopOf(job);
  const end = at(closedAt);
  const forAnswer = decisions.flatMap((decision, i): Stretch[] => {
    if (decision.waitingFor === "nothing") return [];
    const here =
      decision.waitingFor === "parts"
        ? parts.filter((part) => part.state === "here" && part.at >= decision.at).map((part) => at(part.at))
        : [];
    const next = [decisions[i + 1], ...repairs].flatMap((one) =>
      one && one.at >= decision.at ? [at(one.at)] : [],
    );
    // The last of its parts ends it, a repair or another decision whatever is still to come.
    return [[at(decision.at), Math.min(end, ...next, ...(here.length > 0 ? [Math.max(...here)] : []))]];
  });
  const forParts = parts
    .filter(({ state }) => state === "awaited")
    .map((part): Stretch => {
      const after = parts.find(({ replaces }) => replaces === part.id);
      return [at(part.at), Math.min(end, after ? at(after.at) : end)];
    });
  return [...forAnswer, ...forParts];
}

/** Minutes that lie in at least one stretch. */
function coveredBy(stretches: readonly Stretch[]): Minutes {
  let covered = 0;
  let until = -Infinity;
  for (const [from, to] of stretches.toSorted(([a], [b]) => a - b)) {
    covered += Math.max(0, to - Math.max(from, until));
    until = Math.max(until, to);
  }
  return Math.round(covered / 60_000);
}

/**
 * What a closed job earned and took, by the prices of its closing.
 * @param closedAt UTC, ISO 8601
 */
export function ledgerOf(record: JobRecord, closedAt: string): Ledger {
  const book = record.limits?.prices;
  const costs = costsOf(record);
  const [labour, ...parts] = costs?.lines ?? [];
  const began = record.readings.map(({ takenAt }) => takenAt).toSorted()[0];
  return {
    currency: book?.currency ?? "",
    labour: book?.hourly === undefined ? null : (labour?.[1] ?? 0),
    parts: parts.reduce((sum, [, price]) => sum + price, 0),
    minutes: record.repairs.reduce((sum, { minutes }) => sum + minutes, 0),
    begun: began ?? null,
    waited: coveredBy(waitsOf(record, closedAt)),
  };
}

/** A closed job as the week counts it; times UTC, ISO 8601. */
export interface LedgerLine {
  readonly takenInAt: string;
  readonly closedAt: string;
  readonly cameBack: boolean;
  /** Null of one that was closed before this was kept. */
  readonly ledger: Ledger | null;
}

/** A week or a month of a shop. */
export interface Period {
  /** Its first and last day, as 2026-03-02. */
  readonly from: string;
  readonly to: string;
  readonly closed: number;
  readonly cameBack: number;
  readonly labour: number;
  readonly parts: number;
  /** Hands on. */
  readonly minutes: Minutes;
  /** Of these jobs labour is not known, or stands in another currency: they are not in the sums. */
  readonly unpriced: number;
  /** Days of the usual motor, the middle one; null without any. */
  readonly usual: {
    readonly here: number | null;
    /** From its first reading on. */
    readonly begun: number | null;
    /** For others, of those that waited at all. */
    readonly waited: number | null;
  };
}

const DAY_MINUTES = 24 * 60;
const daysBetween = (from: string, to: string) => Math.max(0, at(to) - at(from)) / (DAY_MINUTES * 60_000);
const middle = (values: readonly number[]) => (values.length > 0 ? median(values) : null);

/** Sums of the jobs closed in a period. @param currency jobs in another are counted and not summed */
function summed(lines: readonly LedgerLine[], currency: string): Omit<Period, "from" | "to"> {
  const kept = lines.flatMap(({ ledger }) => (ledger ? [ledger] : []));
  const priced = kept.filter((one) => one.labour !== null && one.currency === currency);
  const total = (of: (typeof kept)[number][], figure: (one: Ledger) => number) =>
    of.reduce((sum, one) => sum + figure(one), 0);
  return {
    closed: lines.length,
    cameBack: lines.filter(({ cameBack }) => cameBack).length,
    labour: total(priced, ({ labour }) => labour!),
    parts: total(priced, ({ parts }) => parts),
    minutes: total(kept, ({ minutes }) => minutes),
    unpriced: lines.length - priced.length,
    usual: {
      here: middle(lines.map(({ takenInAt, closedAt }) => daysBetween(takenInAt, closedAt))),
      begun: middle(
        lines.flatMap(({ ledger, closedAt }) => (ledger?.begun ? [daysBetween(ledger.begun, closedAt)] : [])),
      ),
      waited: middle(kept.flatMap(({ waited }) => (waited > 0 ? [waited / DAY_MINUTES] : []))),
    },
  };
}

export const SPANS = ["week", "month"] as const;
export type Span = (typeof SPANS)[number];

const dayText = (day: Parameters<typeof format>[0]) => format(day, "yyyy-MM-dd");

/** First and last day of the week, Monday to Sunday, or month that a day lies in. @param day as 2026-03-02 */
export function spanOf(day: string, span: Span): { readonly from: string; readonly to: string } {
  const date = parseISO(day);
  return span === "week"
    ? { from: dayText(startOfISOWeek(date)), to: dayText(endOfISOWeek(date)) }
    : { from: dayText(startOfMonth(date)), to: dayText(endOfMonth(date)) };
}

/**
 * The latest weeks or months of a shop, this one first, those in which nothing was closed too.
 * @param today as 2026-03-02; @param zone an IANA name: a job is of the day it was closed on by the shop's clock
 * @param count at least 1
 */
export function periodsOf(
  lines: readonly LedgerLine[],
  span: Span,
  {
    today,
    zone,
    currency,
    count,
  }: { readonly today: string; readonly zone: string; readonly currency: string; readonly count: number },
): Period[] {
  const days = new Map<string, LedgerLine[]>();
  for (const line of lines) {
    const { from } = spanOf(dayIn(line.closedAt, zone), span);
    const known = days.get(from);
    if (known) known.push(line);
    else days.set(from, [line]);
  }
  const periods: Period[] = [];
  let day = today;
  for (let n = 0; n < count; n += 1) {
    const { from, to } = spanOf(day, span);
    periods.push({ from, to, ...summed(days.get(from) ?? [], currency) });
    day = dayText(addDays(parseISO(from), -1));
  }
  return periods;
}
