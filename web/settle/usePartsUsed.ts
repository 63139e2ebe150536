import { useState } from "react";
import { termsOf, type RepairPlan } from "#core/known";
import { standingParts, workshopOf } from "#core/record";
import { useOpenJob } from "../job/openJob.ts";

/** A part that the ticked work took from the shelf, until somebody says otherwise. */
interface UsedPart {
  readonly what: string;
  /** What it is told by. */
  readonly by: string;
  readonly price: number | null;
  readonly isUsed: boolean;
  /** As typed: its rating. */
  readonly rating: string;
}

interface Said {
  readonly isUsed?: boolean;
  readonly rating?: string;
}

/** The parts of plans that are worked on, of the cures decided on, that no line names yet. */
export function usePartsUsed(plans: readonly RepairPlan[]) {
  const { record, epoch, add } = useOpenJob();
  const [said, setSaid] = useState<Readonly<Record<string, Said>>>({});
  const cures: readonly string[] = record.decisions.at(-1)?.cures ?? [];
  const book = record.limits?.prices;
  const listed = standingParts(record, epoch);
  const begun = new Set(workshopOf(record).done.flatMap((line) => (line.epoch === epoch ? [line.plan] : [])));
  const parts: readonly UsedPart[] = plans
    .filter(({ title }) => begun.has(title))
    .flatMap((plan) => plan.parts)
    .filter(({ what, cure }) => cures.includes(cure) && !listed.some(({ part }) => part.startsWith(what)))
    .map(({ what, by, cure }) => {
      const { price, example } = termsOf(cure, record.motor.family, book);
      const { isUsed = true, rating = "" } = said[what] ?? {};
      return { what, by, price: example ? null : price, isUsed, rating };
    });
  return {
    parts,
    currency: book?.currency ?? "",
    say: (what: string, one: Said) => setSaid({ ...said, [what]: { ...said[what], ...one } }),
    /** Writes what was used as parts from the shelf. @returns why not, in a sentence; null where all are written */
    write: async (): Promise<string | null> => {
      for (const { what, price, isUsed, rating } of parts) {
        if (!isUsed) continue;
        const outcome = await add("part", {
          epoch,
          part: [what, rating.trim()].filter(Boolean).join(", ").slice(0, 120),
          state: "here",
          due: null,
          price,
          replaces: null,
          at: new Date().toISOString(),
        });
        if (outcome.kind === "refused") return outcome.sentence;
      }
      return null;
    },
  };
}

export type PartsUsedState = ReturnType<typeof usePartsUsed>;
