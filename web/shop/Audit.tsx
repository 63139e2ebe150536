import { useState } from "react";
import type { TryLine } from "#contract/doors";
import { sentenceOf, useAuditQuery } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { dayAndTimeText } from "../ui/dates.ts";

const PAGE = 50;

const HEAD = "text-sm text-ink-2 max-sm:sr-only";
const ROW = "border-t border-line align-top max-sm:flex max-sm:flex-wrap max-sm:gap-x-3 max-sm:py-1";
const CELL = "py-1.5 pr-4 max-sm:p-0";
const WHEN = `${CELL} whitespace-nowrap`;

/** Tries by nobody who is known: how many in which hour, from where, with which initials. */
function Tries({ tries }: { readonly tries: readonly TryLine[] }) {
  if (tries.length === 0) return null;
  return (
    <section aria-labelledby="tries" className="mb-4 rounded-xl border border-line bg-sheet p-4">
      <h2 id="tries" className="text-lg font-bold">
        Not let in
      </h2>
      <p className="mb-3 text-ink-2">
        Wrong pass-phrases, an hour and an address a line. Five wrong ones of a person from one address make
        that person wait there for a quarter of an hour, and nobody elsewhere.
      </p>
      <table className="w-full max-w-2xl text-left max-sm:block">
        <thead className={HEAD}>
          <tr>
            <th className="py-1 pr-4 font-semibold">Hour from</th>
            <th className="pr-4 font-semibold">Tries</th>
            <th className="pr-4 font-semibold">As</th>
            <th className="font-semibold">From</th>
          </tr>
        </thead>
        <tbody className="max-sm:block">
          {tries.map(({ hour, address, count, initials }) => (
            <tr key={`${hour} ${address}`} className={ROW}>
              <td className={WHEN}>{dayAndTimeText(hour)}</td>
              <td className={`${CELL} font-semibold`}>
                {count} {count === 1 ? "try" : "tries"}
              </td>
              <td className={CELL}>{initials.join(", ") || "nobody named"}</td>
              <td className="py-1.5 text-ink-2 max-sm:p-0">{address}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Who changed what of the shop, and who came in; jobs tell their own story in their records. */
export function Audit() {
  const [page, setPage] = useState(1);
  const { data, error, isLoading } = useAuditQuery({ page, size: PAGE });
  const { items = [], total = 0, tries = [] } = data ?? {};
  const last = Math.max(1, Math.ceil(total / PAGE));
  return (
    <>
      <Tries tries={tries} />
      <section aria-labelledby="audit" className="rounded-xl border border-line bg-sheet p-4">
        <h2 id="audit" className="text-lg font-bold">
          Who did what
        </h2>
        <p className="mb-3 text-ink-2">
          Changes of the shop and who came in, the latest first; nothing is ever taken out. Each job's own
          record says who read and decided.
        </p>
        {isLoading && <p role="status">Fetching.</p>}
        {error && (
          <p role="alert" className="text-red">
            {sentenceOf(error)}
          </p>
        )}
        {!isLoading && !error && total === 0 && <p>Nothing was changed yet.</p>}
        {items.length > 0 && (
          <table className="w-full text-left max-sm:block">
            <thead className={HEAD}>
              <tr>
                <th className="py-1 pr-4 font-semibold">When</th>
                <th className="pr-4 font-semibold">Who</th>
                <th className="pr-4 font-semibold">What</th>
                <th className="font-semibold">From</th>
              </tr>
            </thead>
            <tbody className="max-sm:block">
              {items.map(({ at, who, what, address }, i) => (
                <tr key={i} className={ROW}>
                  <td className={WHEN}>{dayAndTimeText(at)}</td>
                  <td className={`${CELL} font-semibold`}>{who}</td>
                  <td className={`${CELL} wrap-anywhere max-sm:order-last max-sm:basis-full`}>{what}</td>
                  <td className="py-1.5 text-ink-2 max-sm:p-0">{address}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {last > 1 && (
          <nav aria-label="Pages" className="mt-3 flex flex-wrap items-center gap-3">
            <Button disabled={page <= 1} onClick={() => setPage(page - 1)}>
              Later
            </Button>
            <p>
              Page {page} of {last}, {total} lines
            </p>
            <Button disabled={page >= last} onClick={() => setPage(page + 1)}>
              Earlier
            </Button>
          </nav>
        )}
      </section>
    </>
  );
}
