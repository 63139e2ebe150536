import { Link } from "react-router";
import { costsOf, moneyText } from "#core/report";
import { useOpenJob } from "../job/openJob.ts";

/** What the recorded work comes to so far; nothing where nothing was repaired, or the shop has not said what its hour costs. */
export function Bill() {
  const { id, record } = useOpenJob();
  const costs = costsOf(record);
  if (!costs) return null;
  const { currency, lines, total } = costs;
  return (
    <section aria-label="Bill so far" className="mt-5 border-t border-line pt-3 text-sm">
      <h3 className="font-semibold text-ink-2">Bill so far</h3>
      <dl>
        {[...lines, ["Together", total] as const].map(([words, amount], i) => (
          <div
            key={`${i} ${words}`}
            className={`flex justify-between gap-4 py-0.5 ${i === lines.length ? "font-semibold" : ""}`}
          >
            <dt>{words}</dt>
            <dd className="shrink-0 tabular-nums">{moneyText(amount, currency)}</dd>
          </div>
        ))}
      </dl>
      <p className="text-ink-2">
        Written from the work.{" "}
        <Link
          to={`/jobs/${id}/repair`}
          className="underline underline-offset-2 max-lg:inline-block max-lg:min-h-11 max-lg:py-2.5"
        >
          Look at it
        </Link>
      </p>
    </section>
  );
}
