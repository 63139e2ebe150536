import { useState } from "react";
import type { PartToOrder } from "#contract/jobs";
import { chanceText } from "#core/quantity";
import { Button } from "../ui/Button.tsx";

/** Parts to order over all jobs, ready to copy. */
export default function ToOrder({
  parts,
  currency,
}: {
  readonly parts: readonly PartToOrder[];
  readonly currency: string;
}) {
  const [copied, setCopied] = useState(false);
  const line = ({ what, by, price, jobs }: PartToOrder) =>
    [`${jobs.length} × ${what}`, by, price === null ? "" : `${price.toFixed(2)} ${currency}`.trim()]
      .filter(Boolean)
      .join(", ");
  const copy = async () => {
    const text = parts
      .map((part) => `${line(part)} (${part.jobs.map(({ name }) => name).join("; ")})`)
      .join("\n");
    await navigator.clipboard.writeText(text);
    setCopied(true);
  };
  return (
    <section aria-labelledby="to-order">
      <h2 id="to-order" className="mb-1 mt-5 font-semibold text-ink-2">
        To order
      </h2>
      <ul className="space-y-1.5">
        {parts.map((part) => {
          const unsure = part.jobs.filter(({ chance }) => chance < 1);
          return (
            <li key={part.what}>
              {part.what}, <strong>{part.jobs.length}</strong>
              <span className="block text-ink-2">
                {part.jobs.map(({ name }) => name).join("; ")}
                {unsure.length > 0 &&
                  `. ${unsure.length === part.jobs.length ? "Not decided yet" : `${unsure.length} of them not decided yet`}: ${unsure.map(({ chance }) => chanceText(chance)).join(", ")}`}
              </span>
            </li>
          );
        })}
      </ul>
      <Button look="quiet" size="small" className="px-0!" onClick={() => void copy()}>
        {copied ? "Copied" : "Copy the list"}
      </Button>
    </section>
  );
}
