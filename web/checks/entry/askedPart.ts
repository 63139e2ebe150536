import { latestIn, type CheckId } from "#core/record";
import type { NextCheck } from "#core/judge";
import type { OpenJob } from "../../job/openJob.ts";

type Read = Pick<OpenJob, "record" | "epoch">;

/** The part of a check that the verdict asks for, by the first of its places that is still to be read; else the first part. */
export function askedPart(
  parts: Readonly<Record<string, { readonly slots: readonly string[] }>>,
  check: CheckId,
  { record, epoch }: Read,
  next: NextCheck | null,
): string {
  const asked = next?.check === check ? next.slots : [];
  const isOpen = (slot: string) =>
    next?.again === true || latestIn(record.readings, check, slot, epoch) === undefined;
  const names = Object.keys(parts);
  const partOf = (slot: string) => names.find((name) => parts[name]!.slots.includes(slot));
  return [...asked.filter(isOpen), ...asked].map(partOf).find((part) => part !== undefined) ?? names[0]!;
}
