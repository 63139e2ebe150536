import { lazy, Suspense, useState } from "react";
import { Link } from "react-router";
import type { Unit, UnitVisit } from "#contract/shop";
import { quantityText, uncertainText } from "#core/quantity";
import {
  jobName,
  CONNECTION_LABELS,
  DISPOSITION_LABELS,
  type Disposition,
  type Measured,
} from "#core/record";
import { FAMILY_FACTS } from "#core/families";
import { OneOf } from "../ui/Choice.tsx";
import { FOLLOWED, type Followed } from "./quantities.ts";
import { dayText } from "../ui/dates.ts";

const TrendChart = lazy(() => import("./TrendChart.tsx"));

/** A job of this shop, or the shop where it was: numbers are each shop's own. */
const nameOf = ({ shop, jobNumber }: UnitVisit) => shop ?? jobName(jobNumber);

function text({ kind }: Followed, found: Measured | null): string {
  if (!found) return "–";
  return found.expanded > 0
    ? uncertainText(found.value, kind, found.expanded)
    : quantityText(found.value, kind);
}

/** One motor through its visits: what each measured, and how a quantity moved. */
export function UnitPage({ unit }: { readonly unit: Unit }) {
  const measured = FOLLOWED.filter(({ of }) => unit.visits.some((visit) => of(visit)));
  const [chosen, setChosen] = useState(measured[0]?.id ?? "");
  const followed = measured.find(({ id }) => id === chosen) ?? measured[0];
  const points = unit.visits.flatMap((visit) => {
    const found = followed?.of(visit);
    return found ? [{ ...found, at: visit.at, label: nameOf(visit) }] : [];
  });
  const { motor } = unit;
  return (
    <article aria-labelledby="unit">
      <h2 id="unit" className="text-2xl font-bold">
        {unit.name}
      </h2>
      <p className="mb-4 text-ink-2">
        {[
          `Serial ${unit.serial}`,
          unit.shop === undefined ? unit.owner : `never here, known at ${unit.shop}`,
          FAMILY_FACTS[motor.family].label,
          CONNECTION_LABELS[motor.connection],
          motor.polePairs === null ? "" : `${motor.polePairs} pole pairs`,
        ]
          .filter(Boolean)
          .join(", ")}
      </p>
      {followed && points.length > 0 && (
        <section aria-label="Trend" className="mb-4 rounded-xl border border-line bg-sheet p-4">
          <OneOf
            label="Through the visits"
            value={followed.id}
            onChoose={setChosen}
            options={measured.map(({ id, title }) => ({ value: id, words: title }))}
          />
          {points.length > 1 ? (
            <Suspense fallback={<p className="py-8 text-ink-2">Drawing.</p>}>
              <TrendChart
                points={points}
                kind={followed.kind}
                title={`${followed.title}, ${points.length} visits`}
              />
            </Suspense>
          ) : (
            <p className="py-4 text-ink-2">One visit so far: a trend needs a second.</p>
          )}
        </section>
      )}
      <div className="overflow-x-auto">
        <table className="w-full border-separate border-spacing-0 rounded-xl border border-line bg-sheet text-left text-[0.95rem] [&_td]:border-t [&_td]:border-line">
          <caption className="sr-only">Visits of {unit.name}</caption>
          <thead className="text-sm text-ink-2">
            <tr>
              <th className="p-3 font-semibold">Visit</th>
              <th className="p-3 font-semibold">Found</th>
              {measured
                .filter(({ id }) => id.length !== 2 || id === "kv")
                .map(({ id, title }) => (
                  <th key={id} className="p-3 font-semibold">
                    {title}
                  </th>
                ))}
            </tr>
          </thead>
          <tbody>
            {unit.visits.toReversed().map((visit) => (
              <tr key={visit.jobId}>
                <td className="p-3">
                  {visit.shop === undefined ? (
                    <Link
                      to={`/jobs/${visit.jobId}/report`}
                      className="text-green underline underline-offset-4"
                    >
                      {nameOf(visit)}
                    </Link>
                  ) : (
                    <span className="font-semibold">{nameOf(visit)}</span>
                  )}{" "}
                  <span className="text-ink-2">{dayText(visit.at)}</span>
                </td>
                <td className="p-3">
                  {visit.disposition ? DISPOSITION_LABELS[visit.disposition as Disposition] : visit.headline}
                </td>
                {measured
                  .filter(({ id }) => id.length !== 2 || id === "kv")
                  .map((one) => (
                    <td key={one.id} className="p-3">
                      {text(one, one.of(visit))}
                    </td>
                  ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </article>
  );
}
