import { moneyText } from "./money.ts";
import { labour, termsOf } from "../known/index.ts";
import { standingParts, WARRANTY_LABELS, type JobRecord } from "../record/index.ts";

/** What a repair costs, and what else it would have been. */
export interface Costs {
  readonly currency: string;
  readonly lines: readonly (readonly [string, number])[];
  readonly total: number;
  /** What a new motor would have cost, and the warranty. */
  readonly aside: string;
}

/**
 * What the repairs of a job cost. Null where nothing was repaired, or where the shop has not said what its hour costs:
 * an example is nobody's bill.
 */
export function costsOf(job: JobRecord): Costs | null {
  const book = job.limits?.prices;
  if (job.repairs.length === 0 || book?.hourly === undefined) return null;
  const minutes = job.repairs.reduce((sum, repair) => sum + repair.minutes, 0);
  const parts = Array.from({ length: job.repairs.length }, (_, epoch) => standingParts(job, epoch)).flat();
  const lines = [
    [`Labour, ${minutes} ${minutes === 1 ? "minute" : "minutes"}`, labour(minutes, book)] as const,
    ...parts.flatMap(({ part, price }) => (price === null ? [] : [[part, price] as const])),
  ];
  const motor = termsOf("motor", job.motor.family, book);
  const replaced = job.decisions.at(-1)?.disposition === "replaceMotor";
  const currency = book.currency ?? "";
  const covered = job.motor.warranty ?? "none";
  return {
    currency,
    lines,
    total: lines.reduce((sum, [, amount]) => sum + amount, 0),
    aside: [
      covered === "none" ? "" : `Under warranty: ${WARRANTY_LABELS[covered]}.`,
      motor.example || replaced
        ? ""
        : `A new motor would have been ${moneyText(motor.price, currency)}${motor.days > 0 ? ` and ${motor.days} days` : ""}.`,
      book.warranty
        ? `Repair warranted for ${book.warranty} ${book.warranty === 1 ? "month" : "months"}.`
        : "",
    ]
      .filter(Boolean)
      .join(" "),
  };
}
