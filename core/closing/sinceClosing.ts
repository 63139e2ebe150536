import { factsOf } from "../known/index.ts";
import { chanceText } from "../quantity/index.ts";
import { DISPOSITION_LABELS, MOTOR_FIELD_LABELS, type JobRecord, type Motor } from "../record/index.ts";
import type { Verdict } from "../judge/index.ts";
import type { ClosedRecord } from "./closedRecord.ts";

const same = (one: unknown, other: unknown) => JSON.stringify(one ?? null) === JSON.stringify(other ?? null);
const answerText = ({ decided }: Verdict) => (decided ? DISPOSITION_LABELS[decided] : "not decided");

/** What of a shop's settings a verdict rests on: not its clock. */
function judgedBy({ limits = {} }: JobRecord) {
  const { timeZone: _, ...others } = limits;
  return others;
}

function topText({ faults }: Verdict): string {
  const top = faults[0];
  return top ? `${factsOf(top.fault).name} ${chanceText(top.probability)}` : "nothing";
}

/**
 * What is different now from when a job was closed, in sentences: what it is judged by, and what comes of it.
 * Empty where nothing is.
 */
export function sinceClosing(closed: ClosedRecord, now: JobRecord, verdict: Verdict): readonly string[] {
  const then = closed.record;
  const fields = Object.entries(MOTOR_FIELD_LABELS).flatMap(([field, words]) => {
    const of = (record: JobRecord) => record.motor[field as keyof Motor];
    return same(of(then), of(now)) ? [] : [words];
  });
  const used = new Set(then.readings.map(({ instrumentId }) => instrumentId));
  const instruments = then.instruments.filter(
    (one) =>
      used.has(one.id) &&
      !same(
        one,
        now.instruments.find(({ id }) => id === one.id),
      ),
  );
  return [
    ...(fields.length > 0 ? [`Of the motor, ${fields.join(", ")} changed.`] : []),
    ...(instruments.length > 0
      ? [`The data of ${instruments.map(({ name }) => name).join(", ")} changed.`]
      : []),
    ...(same(judgedBy(then), judgedBy(now)) ? [] : ["The shop's limits changed."]),
    ...(same(then.past, now.past) ? [] : ["What earlier visits measured reads differently."]),
    ...(closed.verdict.rules === verdict.rules
      ? []
      : [`Judged by rules ${verdict.rules}; at closing by rules ${closed.verdict.rules}.`]),
    ...(answerText(closed.verdict) === answerText(verdict) && topText(closed.verdict) === topText(verdict)
      ? []
      : [
          `It was ${answerText(closed.verdict)} (${topText(closed.verdict)}); it is ${answerText(verdict)} (${topText(verdict)}).`,
        ]),
  ];
}
