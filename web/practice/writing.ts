import { valueOfKind, unmetNeeds } from "#core/check";
import { functionFor, LIVE_FUNCTIONS, seenAt, takeableOf } from "#core/live";
import { slotOf } from "#core/measure";
import { formatQuantity, quantityText, type Instrument } from "#core/quantity";
import { latestIn, type CheckId, type ReadingValue } from "#core/record";
import type { Found } from "#bench/senses";
import { slotAt, type RecordPlace } from "#bench/slotAt";
import type { Table } from "#bench/table";
import type { OpenJob } from "../job/openJob.ts";
import { channelOf, pageSeconds } from "../live/heard.ts";
import { foundWords } from "./session.ts";

/** What became of writing: done, in words; or why not, and the step where that is put right. */
export type Written =
  | { readonly kind: "wrote"; readonly words: string }
  | { readonly kind: "not"; readonly why: string; readonly at: CheckId | null };

const not = (why: string, at: CheckId | null = null): Written => ({ kind: "not", why, at });

/** The place of the record that a display fills now. */
export function placeNow(job: OpenJob, table: Table, instrument: Instrument): RecordPlace | null {
  const { readings } = job.record;
  const pairsSpun = (["AB", "BC", "CA"] as const).every(
    (pair) => latestIn(readings, "backemf", pair, job.epoch) !== null,
  );
  return slotAt({
    probes: table.probes(instrument.id),
    reads: table.dial(instrument.id),
    spinning: table.rpm() > 10,
    called: table.state().called,
    pairsSpun,
  });
}

/** Why nothing is written there yet; null where it can be. */
function notYet(job: OpenJob, { check, slot }: RecordPlace): Written | null {
  const declared = slotOf(check, slot);
  if (!declared) return not("Nothing in the job asks for this.");
  const [unmet] = unmetNeeds(job.record, check, declared, job.epoch);
  if (unmet === undefined) return null;
  return not(`First in the job: ${slotOf(check, unmet)?.label ?? unmet}.`, check);
}

async function put(
  job: OpenJob,
  { check, slot }: RecordPlace,
  value: ReadingValue,
  words: string,
  details: Parameters<OpenJob["read"]>[3] = {},
): Promise<Written> {
  const before =
    slotOf(check, slot)?.again === "corrects" ? latestIn(job.record.readings, check, slot, job.epoch) : null;
  const outcome = await job.read(check, slot, value, { ...details, supersedes: before?.id ?? null });
  if (outcome.kind === "refused")
    return not(outcome.sentence, /make it safe/u.test(outcome.sentence) ? "safety" : check);
  return { kind: "wrote", words };
}

/** Writes what an instrument shows into the place that it fills. */
export async function writeShown(job: OpenJob, table: Table, instrument: Instrument): Promise<Written> {
  const at = placeNow(job, table, instrument);
  if (!at) return not("Nothing in the job asks for what is touched now.");
  const why = notYet(job, at);
  if (why) return why;
  const declared = slotOf(at.check, at.slot)!;
  const reads = table.dial(instrument.id);
  const { kind } = LIVE_FUNCTIONS[reads];
  const seen = seenAt(
    instrument,
    { reads, unsteady: declared.unsteady },
    channelOf(instrument.id).displays,
    pageSeconds(),
  );
  if (seen.kind === "wrong") return not(seen.sentence);
  if (seen.kind === "shown" && seen.display.value === null)
    return kind.canBeOpen
      ? put(job, at, { kind: "open" }, `${declared.name} open`, { typed: "OL", instrumentId: instrument.id })
      : not("It shows an overload.");
  const takeable = takeableOf(seen);
  if (!takeable) return not("It is still coming to rest, or wanders: a moment more.");
  const { value, latched } = takeable;
  const refusal = declared.refuse?.(value, job.record.motor) ?? null;
  if (refusal !== null) return not(refusal, at.check);
  const { number, unit } = formatQuantity(value, kind);
  // Where the record asks for no instrument, it keeps the value alone.
  const withIt = functionFor(declared.instrument, kind) === reads;
  return put(job, at, valueOfKind(kind, value), `${declared.name} ${quantityText(value, kind)}`, {
    typed: `${number} ${unit}`,
    ...(withIt && { instrumentId: instrument.id, latched }),
  });
}

/** Writes down what hands and eyes found. */
export async function writeFound(
  job: OpenJob,
  place: RecordPlace,
  found: NonNullable<Found>,
  opened: boolean,
): Promise<Written> {
  const why = notYet(job, place);
  if (why) return why;
  const words = foundWords(place.check, place.slot, found);
  if ("choice" in found) return put(job, place, { kind: "choice", choice: found.choice }, words);
  if ("choices" in found) {
    // How far it was looked into stands before what was seen there.
    const sight = { kind: "choice", choice: opened ? "opened" : "outside" } as const;
    const before = latestIn(job.record.readings, "mechanical", "sight", job.epoch)?.value;
    if (!(before?.kind === "choice" && before.choice === sight.choice)) {
      const said = await put(job, { check: "mechanical", slot: "sight" }, sight, words);
      if (said.kind === "not") return said;
    }
    return put(job, place, { kind: "choices", choices: [...found.choices] }, words);
  }
  const quantity = "count" in found ? "count" : "seconds";
  const value = "count" in found ? found.count : Number(found.seconds.toFixed(2));
  return put(job, place, { kind: "quantity", quantity, value }, words);
}

/** Says something of how one works: a caution done, live work taken on, the speed a drill is set to. */
export const writeSaid = (
  job: OpenJob,
  place: RecordPlace,
  value: ReadingValue,
  words: string,
): Promise<Written> => put(job, place, value, words);
