import { moneyText } from "#core/report";
import { Fragment, useState } from "react";
import type { PartToOrder } from "#core/schedule";
import { chanceText } from "#core/quantity";
import { Button } from "../ui/Button.tsx";

function Part({ what, jobs }: PartToOrder) {
  const unsure = jobs.filter(({ chance }) => chance < 1);
  return (
    <li>
      {what}, <strong>{jobs.length}</strong>
      <span className="block text-ink-2">
        {jobs.map(({ name }) => name).join("; ")}
        {unsure.length > 0 &&
          `. ${unsure.length === jobs.length ? "Not decided yet" : `${unsure.length} of them not decided yet`}: ${unsure.map(({ chance }) => chanceText(chance)).join(", ")}`}
      </span>
    </li>
  );
}

/** Parts to order over all jobs by who has them, ready to copy. */
export default function ToOrder({
  parts,
  currency,
}: {
  readonly parts: readonly PartToOrder[];
  readonly currency: string;
}) {
  const [copied, setCopied] = useState(false);
  const line = ({ what, by, price, jobs }: PartToOrder) =>
    [`${jobs.length} × ${what}`, by, price === null ? "" : moneyText(price, currency)]
      .filter(Boolean)
      .join(", ");
  const suppliers = [...new Set(parts.map(({ supplier }) => supplier))];
  const from = (supplier: string) => parts.filter((part) => part.supplier === supplier);
  const nobody = suppliers.length > 1 ? "Supplier not said" : "";
  const copy = async () => {
    const text = suppliers
      .map((supplier) =>
        [
          supplier || nobody,
          ...from(supplier).map((part) => `${line(part)} (${part.jobs.map(({ name }) => name).join("; ")})`),
        ]
          .filter(Boolean)
          .join("\n"),
      )
      .join("\n\n");
    await navigator.clipboard.writeText(text);
    setCopied(true);
  };
  return (
    <section aria-labelledby="to-order">
      <h2 id="to-order" className="mb-1 mt-5 font-semibold text-ink-2">
        To order
      </h2>
      {suppliers.map((supplier) => (
        <Fragment key={supplier}>
          {(supplier || nobody) && <h3 className="mt-2 font-semibold">{supplier || nobody}</h3>}
          <ul className="space-y-1.5">
            {from(supplier).map((part) => (
              <Part key={part.what} {...part} />
            ))}
          </ul>
        </Fragment>
      ))}
      <Button look="quiet" size="small" className="px-0!" onClick={() => void copy()}>
        {copied ? "Copied" : "Copy the list"}
      </Button>
    </section>
  );
}
