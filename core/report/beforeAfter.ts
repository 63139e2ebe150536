import { hallSpacingOf } from "../families/index.ts";
import { placeText, readingText, type Proof } from "../judge/index.ts";
import { checkOf } from "../measure/index.ts";
import { HALL_RINGS, hallStates, spacingOf, type HallState } from "../measure/hall/index.ts";
import { epochOf, inOrder, isSkipSlot, latestIn, type CheckId, type JobRecord } from "../record/index.ts";
import { stripAt, type PairTable } from "./tables.ts";

/** What of a turn was seen, and what never. */
export interface DrawnRing {
  /** In the order of a turn, each with whether it was seen. */
  readonly states: readonly { readonly state: HallState; readonly seen: boolean }[];
}

/** A check that had departed, before and after the last repair: drawn alike twice, or listed place by place. */
export type BeforeAfter =
  | { readonly kind: "ring"; readonly title: string; readonly before: DrawnRing; readonly after: DrawnRing }
  | {
      readonly kind: "strips";
      readonly title: string;
      readonly before: NonNullable<PairTable["strip"]>;
      readonly after: NonNullable<PairTable["strip"]>;
    }
  | {
      readonly kind: "values";
      readonly title: string;
      /** Place, before, after. */
      readonly rows: readonly (readonly [string, string, string])[];
    };

function ringAt(job: JobRecord, epoch: number): DrawnRing | null {
  const { forward, backward } = hallStates(job, epoch);
  const seen = new Set([...forward, ...backward]);
  if (seen.size === 0) return null;
  const spacing = spacingOf([...seen], hallSpacingOf(job.motor)) ?? "120";
  return { states: HALL_RINGS[spacing].map((state) => ({ state, seen: seen.has(state) })) };
}

/** Every place of a check that was read at either time, in the order it was first written. */
function valuesOf(job: JobRecord, check: CheckId, [before, after]: readonly [number, number]) {
  const lines = inOrder(job.readings).filter(
    ({ check: where, epoch, slot, value }) =>
      where === check &&
      (epoch === before || epoch === after) &&
      !isSkipSlot(slot) &&
      value.kind !== "undone" &&
      value.kind !== "withdrawn" &&
      value.kind !== "photo",
  );
  const first = new Map(lines.toReversed().map((line) => [line.slot, line]));
  const slots = [...new Set(lines.map(({ slot }) => slot))];
  const at = (slot: string, epoch: number) => {
    const reading = latestIn(job.readings, check, slot, epoch);
    return reading ? readingText(reading, job.limits) : "not read";
  };
  return slots.map((slot) => [placeText(first.get(slot)!), at(slot, before), at(slot, after)] as const);
}

/** What had departed before the last repair, beside what stands there now. @param proof of that repair */
export function beforeAfterOf(job: JobRecord, { lines }: Proof): BeforeAfter[] {
  const epoch = epochOf(job);
  return [...new Set(lines.map(({ check }) => check))].map((check): BeforeAfter => {
    const { title } = checkOf(check);
    const [before, after] = [stripAt(job, check, epoch - 1), stripAt(job, check, epoch)];
    if (before && after) return { kind: "strips", title, before, after };
    const rings = check === "hall" ? [ringAt(job, epoch - 1), ringAt(job, epoch)] : [];
    if (rings[0] && rings[1]) return { kind: "ring", title, before: rings[0], after: rings[1] };
    return { kind: "values", title, rows: valuesOf(job, check, [epoch - 1, epoch]) };
  });
}
