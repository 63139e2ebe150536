import { asksForWork, awaitedParts, plansOf, type Verdict } from "../judge/index.ts";
import { termsOf, type CureId } from "../known/index.ts";
import type { Ratio } from "../quantity/index.ts";
import { epochOf, standingParts, type JobRecord } from "../record/index.ts";

/** A part is spoken of before the decision from this chance on that it is needed. Judgement. */
const LIKELY_FROM: Ratio = 0.5;

/** A part that a job needs and nobody has listed yet. */
export interface WantedPart {
  readonly what: string;
  /** What it is told by when it is ordered. */
  readonly by: string;
  /** 1 where it is decided. */
  readonly chance: Ratio;
  /** In the shop's currency; null where the shop has not said. */
  readonly price: number | null;
  readonly days: number;
  /** Left out where the shop has not said who has it. */
  readonly supplier?: string;
}

/** Parts to order: of the decision, or of what is likelier than not where nothing is decided. What lies on the shelf is none. */
export function partsToOrder(job: JobRecord, verdict: Verdict, closed: boolean): readonly WantedPart[] {
  if (closed || epochOf(job) > 0) return [];
  const decision = job.decisions.at(-1);
  const isDecided = decision !== undefined && decision.disposition !== "undecided";
  if (isDecided && !asksForWork(job)) return [];
  const likely = verdict.action && verdict.action.probability >= LIKELY_FROM ? verdict.action : null;
  const of = isDecided ? decision : likely;
  if (!of) return [];
  const cures: readonly string[] = of.cures ?? [];
  const listed = standingParts(job, epochOf(job));
  const plans =
    cures.length === 0
      ? []
      : plansOf(
          of,
          verdict.faults.map(({ fault }) => fault),
          job.limits?.deadHall?.choice,
        );
  return plans
    .flatMap(({ parts }) => parts)
    .filter(({ what, cure }) => cures.includes(cure) && !listed.some(({ part }) => part.startsWith(what)))
    .flatMap(({ what, by, cure }): WantedPart[] => {
      const { price, days, example, supplier } = termsOf(
        cure as CureId,
        job.motor.family,
        job.limits?.prices,
      );
      // It lies on the shelf.
      if (days === 0) return [];
      return [
        {
          ...{ what, by, days, chance: isDecided ? 1 : likely!.probability },
          price: example ? null : price,
          ...(supplier !== undefined && { supplier }),
        },
      ];
    });
}

/** Whether a part of it is still to come. */
export const awaitsParts = (job: JobRecord): boolean => awaitedParts(job).length > 0;

/** A job with the parts that it needs. */
export interface NeedsParts {
  readonly id: string;
  readonly name: string;
  readonly parts: readonly WantedPart[];
}

/** A part to be ordered, over all jobs. */
export interface PartToOrder extends Omit<WantedPart, "chance" | "supplier"> {
  /** Empty where the shop has not said who has it. */
  readonly supplier: string;
  readonly jobs: readonly { readonly id: string; readonly name: string; readonly chance: Ratio }[];
}

/** Parts over all jobs: the same from one supplier together, those of one supplier beside each other, the unknown last. */
export function partsOver(jobs: readonly NeedsParts[]): PartToOrder[] {
  const known = new Map<string, PartToOrder>();
  for (const { id, name, parts } of jobs)
    for (const { what, by, price, days, chance, supplier = "" } of parts) {
      const key = JSON.stringify([supplier, what]);
      const before = known.get(key);
      known.set(key, {
        ...{ what, by, supplier },
        price: before?.price ?? price,
        days: Math.max(before?.days ?? 0, days),
        jobs: [...(before?.jobs ?? []), { id, name, chance }],
      });
    }
  const bySupplier = (a: string, b: string) =>
    Number(a === "") - Number(b === "") || Number(a > b) - Number(a < b);
  return [...known.values()].toSorted(
    (a, b) =>
      bySupplier(a.supplier, b.supplier) || b.jobs.length - a.jobs.length || (a.what < b.what ? -1 : 1),
  );
}
