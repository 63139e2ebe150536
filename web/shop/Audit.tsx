import { sentenceOf, useAuditQuery } from "../app/api.ts";
import { dayAndTimeText } from "../ui/dates.ts";

/** Who changed what of the shop, and who came in; jobs tell their own story in their records. */
export function Audit() {
  const { data = [], error, isLoading } = useAuditQuery();
  return (
    <section aria-labelledby="audit" className="rounded-xl border border-line bg-sheet p-4">
      <h2 id="audit" className="text-lg font-bold">
        Who did what
      </h2>
      <p className="mb-3 text-ink-2">
        Changes of the shop and who came in, the latest first. Each job's own record says who read and
        decided.
      </p>
      {isLoading && <p role="status">Fetching.</p>}
      {error && (
        <p role="alert" className="text-red">
          {sentenceOf(error)}
        </p>
      )}
      {!isLoading && !error && data.length === 0 && <p>Nothing was changed yet.</p>}
      {data.length > 0 && (
        <table className="w-full text-left max-sm:block">
          <thead className="text-sm text-ink-2 max-sm:sr-only">
            <tr>
              <th className="py-1 pr-4 font-semibold">When</th>
              <th className="pr-4 font-semibold">Who</th>
              <th className="pr-4 font-semibold">What</th>
              <th className="font-semibold">From</th>
            </tr>
          </thead>
          <tbody className="max-sm:block">
            {data.map(({ at, who, what, address }, i) => (
              <tr
                key={i}
                className="border-t border-line align-top max-sm:flex max-sm:flex-wrap max-sm:gap-x-3 max-sm:py-1"
              >
                <td className="py-1.5 pr-4 whitespace-nowrap max-sm:p-0">{dayAndTimeText(at)}</td>
                <td className="pr-4 font-semibold">{who}</td>
                <td className="pr-4 max-sm:order-last max-sm:basis-full">{what}</td>
                <td className="text-ink-2">{address}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
