import { useState } from "react";
import { OUR_API } from "../app/place.ts";
import type { Periods } from "#contract/shop";
import { SPANS, type Span } from "#core/outcomes";
import { moneyText } from "#core/report";
import { sentenceOf, usePeriodsQuery } from "../app/api.ts";
import { OneOf } from "../ui/Choice.tsx";
import { dateText, monthText } from "../ui/dates.ts";
import { daysText } from "../ui/daysText.ts";
import { hoursText } from "../ui/hoursText.ts";

const WORDS: Readonly<Record<Span, string>> = { week: "By week", month: "By month" };
type Period = Periods["weeks"][number];

const noonOf = (day: string) => `${day}T12:00:00Z`;
const NONE = "–";
const days = (value: number | null) => (value === null ? NONE : daysText(value));

const nameOf = ({ from, to }: Period, span: Span) =>
  span === "month" ? monthText(noonOf(from)) : `${dateText(noonOf(from))} to ${dateText(noonOf(to))}`;

const CELL = "py-1.5 pr-3 max-sm:py-0.5";
const FIGURE = `${CELL} whitespace-nowrap text-right max-sm:text-left`;

/** A figure that carries its heading where the columns stand below each other. */
function Figure({ label, children }: { readonly label: string; readonly children: string }) {
  return (
    // What is not there takes no line of a phone.
    <td
      className={`${FIGURE} ${children === NONE ? "max-sm:hidden" : "max-sm:flex max-sm:justify-between max-sm:gap-4"}`}
    >
      <span aria-hidden className="text-sm text-ink-2 sm:hidden">
        {label}
      </span>
      {children}
    </td>
  );
}

function Row({
  period,
  span,
  currency,
}: {
  readonly period: Period;
  readonly span: Span;
  readonly currency: string;
}) {
  const { closed, cameBack, labour, parts, minutes, unpriced, usual } = period;
  const name = nameOf(period, span);
  const money = (amount: number) => (unpriced === closed ? NONE : moneyText(amount, currency));
  return (
    <tr className="h-12 border-t border-line max-sm:block max-sm:h-auto max-sm:py-2">
      <th scope="row" className={`${CELL} text-left font-semibold whitespace-nowrap max-sm:block`}>
        {name}
      </th>
      <Figure label="Closed">{String(closed)}</Figure>
      <Figure label="Earned by work">{money(labour)}</Figure>
      <Figure label="Parts">{money(parts)}</Figure>
      <Figure label="Hands on">{minutes === 0 ? NONE : hoursText(minutes)}</Figure>
      <Figure label="Usual motor, here">{days(usual.here)}</Figure>
      <Figure label="From its first reading">{days(usual.begun)}</Figure>
      <Figure label="Waited for others">{days(usual.waited)}</Figure>
      <Figure label="Came back">{closed === 0 ? NONE : cameBack === 0 ? "none" : String(cameBack)}</Figure>
      <td className="text-right max-sm:block max-sm:text-left">
        {closed > 0 && (
          <a
            href={`${OUR_API}/ledger.csv?span=${span}&day=${period.from}`}
            download
            aria-label={`${name}, as CSV`}
            className="inline-flex min-h-11 items-center text-green underline underline-offset-4"
          >
            CSV
          </a>
        )}
      </td>
    </tr>
  );
}

const HEADINGS = [
  "Closed",
  "Earned by work",
  "Parts",
  "Hands on",
  "Usual motor, here",
  "From its first reading",
  "Waited for others",
  "Came back",
];

/** What weeks and months earned, took and waited for, from what is recorded. */
export function Weeks() {
  const { data, error } = usePeriodsQuery();
  const [span, setSpan] = useState<Span>("week");
  if (error) return <p role="alert">{sentenceOf(error)}</p>;
  if (!data) return <p>Counting the closed jobs.</p>;
  const periods = span === "week" ? data.weeks : data.months;
  const left = periods.reduce((sum, { unpriced }) => sum + unpriced, 0);
  return (
    <section aria-labelledby="weeks" className="rounded-xl border border-line bg-sheet p-4">
      <h2 id="weeks" className="mb-2 text-lg font-bold">
        Weeks and months
      </h2>
      <OneOf
        label="Counted"
        value={span}
        onChoose={(chosen) => setSpan(SPANS.find((one) => one === chosen) ?? "week")}
        options={SPANS.map((value) => ({ value, words: WORDS[value] }))}
      />
      <table className="mt-3 w-full text-left max-sm:block">
        <thead className="text-sm text-ink-2 max-sm:sr-only">
          <tr>
            <th className="py-1 pr-3 text-left font-normal">{span === "week" ? "Week" : "Month"}</th>
            {HEADINGS.map((heading) => (
              <th key={heading} className="py-1 pr-3 text-right align-bottom font-normal">
                {heading}
              </th>
            ))}
            <th>
              <span className="sr-only">For a sheet</span>
            </th>
          </tr>
        </thead>
        <tbody className="max-sm:block">
          {periods.map((period) => (
            <Row key={period.from} period={period} span={span} currency={data.currency} />
          ))}
        </tbody>
      </table>
      <p className="mt-3 max-w-3xl text-sm text-ink-2">
        Of jobs closed in it, by the prices of their closing. Earned is work as it was charged; hands on is
        what the repairs took. The usual motor is the middle one; waited counts the motors that waited for
        parts or an answer.
        {left > 0 &&
          ` ${left} ${left === 1 ? "job is" : "jobs are"} not in the sums: no price for an hour stood then, or another currency.`}
      </p>
    </section>
  );
}
