import { Link } from "react-router";
import { moneyText } from "#core/report";
import { usePeriodsQuery } from "../app/api.ts";
import { daysText } from "../ui/daysText.ts";

/** What the week came to so far, in three lines; nothing for who may not see it, or before anything was closed. */
export default function ThisWeek() {
  const { data } = usePeriodsQuery();
  const week = data?.weeks[0];
  if (!data || !week || week.closed === 0) return null;
  const money = (amount: number) => moneyText(amount, data.currency);
  const { closed, cameBack, labour, parts, unpriced, usual } = week;
  return (
    <section aria-labelledby="this-week">
      <h2 id="this-week" className="mb-1 mt-5 font-semibold text-ink-2">
        This week
      </h2>
      <p>
        <strong>{closed}</strong> {closed === 1 ? "motor" : "motors"} closed
        {usual.begun !== null && (
          <>
            ; first reading to closing, usual motor: <strong>{daysText(usual.begun)}</strong>
          </>
        )}
      </p>
      {unpriced < closed && (
        <p>
          Earned <strong>{money(labour)}</strong>, parts {money(parts)}
        </p>
      )}
      <p>
        Came back: <strong>{cameBack === 0 ? "none" : cameBack}</strong> of {closed}
      </p>
      <Link
        to="/shop/weeks"
        className="inline-flex min-h-11 items-center text-green underline underline-offset-4"
      >
        Weeks and months
      </Link>
    </section>
  );
}
