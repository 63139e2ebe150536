import { Link } from "react-router";
import type { MotorModel } from "#contract/shop";
import { CONNECTION_LABELS } from "#core/record";
import { FAMILY_FACTS } from "#core/families";
import { publishedOf } from "./published.ts";

/** What kind of motor it is, in a line. */
const kindOf = ({ facts: { family, connection, polePairs } }: MotorModel) =>
  [
    FAMILY_FACTS[family].label,
    connection === "unknown" ? "" : CONNECTION_LABELS[connection],
    polePairs ? `${polePairs} pole pairs` : "",
  ]
    .filter(Boolean)
    .join(", ");

/** The models of the shop with what is expected of them and where it comes from; each leads to its motors side by side. */
export function Models({ models }: { readonly models: readonly MotorModel[] }) {
  return (
    <section aria-labelledby="models">
      <h2 id="models" className="mb-1 text-lg font-bold">
        Models and what is expected of them
      </h2>
      <p className="mb-3 max-w-2xl text-ink-2">
        Choose a model to put its motors side by side; choose a motor to see its visits and how its figures
        moved.
      </p>
      {models.length === 0 && (
        <p className="rounded-xl border border-line bg-sheet p-4 text-ink-2">
          No model yet. A model keeps what its motors should read, and where that is known from.
        </p>
      )}
      <ul className="rounded-xl border border-line bg-sheet empty:hidden">
        {models.map((model) => (
          <li key={model.id} className="border-t border-line first:border-t-0">
            <Link
              to={`/motors?model=${model.id}`}
              className="grid min-h-14 grid-cols-[1.2fr_1fr_1fr] items-center gap-4 rounded-xl px-4 py-2 leading-tight hover:bg-sunk max-sm:grid-cols-1 max-sm:gap-1"
            >
              <span>
                <strong className="block">{model.name}</strong>
                <span className="text-sm text-ink-2">{kindOf(model)}</span>
              </span>
              <span className="text-sm">
                <span className="block text-ink-2">Between leads</span>
                {publishedOf(model, "pair") ?? "not known"}
              </span>
              <span className="text-sm">
                <span className="block text-ink-2">Speed constant</span>
                {publishedOf(model, "kv") ?? "not known"}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
