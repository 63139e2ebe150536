import { aboutText } from "#core/report";
import { useId, useState, type FormEvent } from "react";
import { addDays, format, parseISO } from "date-fns";
import { Link, useNavigate } from "react-router";
import {
  nextSuspects,
  suspectsLead,
  type Verdict,
  plansOf,
  cheapestUntil,
  otherHalfOf,
  type Action,
  type OtherHalf,
} from "#core/judge";
import { chanceText } from "#core/quantity";
import { cureFactsOf, curesText, decidedText, termsOf, type FaultId } from "#core/known";
import { lowerFirst } from "#core/check";
import {
  CONSEQUENCE_LABELS,
  DISPOSITION_LABELS,
  DISPOSITIONS,
  WAITING_FOR,
  WARRANTY_LABELS,
  type Disposition,
  type WaitingFor,
} from "#core/record";
import { decisionSchema } from "#contract/jobSchemas";
import { useOpenJob, useStandingVerdict } from "../job/openJob.ts";
import { TakeBack } from "../checks/entry/TakeBack.tsx";
import { Button } from "../ui/Button.tsx";
import { OneOf } from "../ui/Choice.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { Caution, Judged } from "../ui/Notice.tsx";
import { dayAndTimeText, shopDay } from "../ui/dates.ts";
import { useStillHere } from "../ui/useStillHere.ts";

const WAITING_WORDS: Readonly<Record<WaitingFor, string>> = {
  nothing: "Nothing, go on",
  parts: "Parts",
  answer: "An answer from the owner",
};

/** One thing that could be done: an action worked out from the evidence, or a disposition by itself. */
interface Option {
  readonly key: string;
  readonly name: string;
  readonly disposition: Disposition;
  readonly action: Action | null;
  /** How likely nothing is to be done to the motor, where it goes back as it is. */
  readonly sentBack?: number;
  /** The plans that carry it out, where their titles say more than its name. */
  readonly plan: string;
}

const keyOf = (cures: readonly string[] | undefined, disposition: Disposition) =>
  cures && cures.length > 0 ? [...cures].sort().join("+") : disposition;

function optionsOf(
  actions: readonly Action[],
  faults: readonly FaultId[],
  school: Parameters<typeof plansOf>[2],
): Option[] {
  const worked = actions.map((action): Option => {
    const { cures, disposition } = action;
    const name = cures.length > 0 ? curesText(cures) : "Nothing: the motor is sound";
    const plan = plansOf({ disposition, cures }, faults, school)
      .map(({ title }) => title)
      .join("; ");
    return { key: keyOf(cures, disposition), name, disposition, action, plan: plan === name ? "" : plan };
  });
  const others = DISPOSITIONS.filter((one) => !worked.some(({ disposition }) => disposition === one)).map(
    (disposition): Option => ({
      key: disposition,
      name: DISPOSITION_LABELS[disposition],
      disposition,
      action: null,
      plan: "",
    }),
  );
  return [...worked, ...others];
}

/** How long the leading action stays the cheapest, in a sentence. */
function untilText(action: Action | null, rivals: readonly Action[]): string {
  const until = action && cheapestUntil(action, rivals);
  if (!until) return "";
  const { cures } = until.rival;
  const name = cures.length > 0 ? curesText(cures) : "leaving it alone";
  return ` It stays the cheapest while it is more than ${chanceText(until.share)} likely; below that, ${lowerFirst(name)} costs less.`;
}

/** One half of a blower against a whole motor, in a sentence; empty where that is no question. */
function halfText(half: OtherHalf | null): string {
  if (!half) return "";
  const [this_, other] = [cureFactsOf(half.half).what, cureFactsOf(half.other).what];
  return half.breakEven === null
    ? ` A whole motor never costs less than the ${this_} alone here.`
    : ` The ${other} is bad too with at most ${chanceText(half.chance)}; from ${chanceText(half.breakEven)} on a whole motor costs less than the ${this_} alone.`;
}

const COLUMNS = "grid-cols-[2rem_1fr_5rem_4.5rem_7rem_8.5rem_7rem_5.5rem]";

/** Sending the motor back as it is, where all that lies outside it is likely enough together. */
function sentBackOption({ cleared, decided, outside }: Verdict): Option[] {
  if (!cleared || decided === null) return [];
  const name = `Send it back as it is: ${lowerFirst(DISPOSITION_LABELS[decided])}`;
  return [{ key: decided, name, disposition: decided, action: null, sentBack: outside.chance, plan: "" }];
}

/** When an action could be done, parts being ordered today. */
const readyText = (days: number, now: Date) =>
  days === 0 ? "today" : format(addDays(parseISO(shopDay(now)), days), days < 7 ? "EEEE" : "d MMM");

/** What a person chooses, with the reason; what the evidence says stands beside it. */
export default function Decide() {
  const { id, record, closed, add } = useOpenJob();
  const verdict = useStandingVerdict();
  const navigate = useNavigate();
  const stillHere = useStillHere();
  const last = record.decisions.at(-1);
  const actions = verdict.action ? [verdict.action, ...verdict.rivals] : verdict.rivals;
  const faults = verdict.faults.map(({ fault }) => fault);
  const sentBack = sentBackOption(verdict);
  const options = [
    ...sentBack,
    ...optionsOf(actions, faults, record.limits?.deadHall?.choice).filter(
      (one) => !sentBack.some((other) => other.key === one.key),
    ),
  ];
  const worked = options.filter((one) => one.action !== null || one.sentBack !== undefined);
  const otherwise = options.filter((one) => !worked.includes(one));
  const proposed = last
    ? keyOf(last.cures, last.disposition)
    : verdict.cleared
      ? verdict.decided
      : verdict.decided && verdict.action
        ? keyOf(verdict.action.cures, verdict.decided)
        : null;
  const [key, setKey] = useState(proposed);
  const chosen = options.find((one) => one.key === key) ?? null;
  const [waiting, setWaiting] = useState<WaitingFor>(last?.waitingFor ?? "nothing");
  const [reason, setReason] = useState("");
  const [problem, setProblem] = useState("");
  const group = useId();
  const book = record.limits?.prices;
  const covered = record.motor.warranty ?? "none";
  const money = (amount: number) => aboutText(amount, book?.currency ?? "");
  const examples =
    book?.hourly === undefined ||
    actions.some(({ cures }) => cures.some((cure) => termsOf(cure, record.motor.family, book).example));
  const suspects = nextSuspects(record, verdict);
  const evidence = verdict.findings
    .filter(({ departs }) => departs)
    .map(({ sentence }) => sentence)
    .join(". ");
  const said = verdict.cleared ? [] : verdict.action?.cures;
  const agrees = verdict.decided !== null && said !== undefined && key === keyOf(said, verdict.decided);

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!chosen) return setProblem("Choose what is to be done first.");
    const fields = {
      disposition: chosen.disposition,
      ...(chosen.action && { cures: chosen.action.cures }),
      reason: reason.trim(),
      waitingFor: waiting,
      at: new Date().toISOString(),
    };
    const { error } = decisionSchema.extract("reason").validate(fields.reason);
    if (error) return setProblem(error.message);
    const outcome = await add("decision", fields);
    if (outcome.kind === "refused") return setProblem(outcome.sentence);
    if (stillHere())
      await navigate(`/jobs/${id}/${chosen.disposition === "undecided" ? "decide" : "repair"}`);
    setReason("");
    setProblem("");
  };

  return (
    <section aria-labelledby="decide-title" className="max-w-5xl">
      <h2 id="decide-title" className="text-xl font-bold">
        {verdict.decided && verdict.action
          ? `${verdict.headline}: ${chanceText(verdict.cleared ? verdict.outside.chance : verdict.action.probability)}`
          : verdict.headline}
      </h2>
      <p className="mb-2 line-clamp-2 text-[0.95rem] leading-snug text-ink-2">
        {verdict.findings.map(({ sentence }) => sentence).join(". ") || "Nothing has been read yet"}.
      </p>
      {suspects.length > 0 && (
        <p className="mb-2 text-[0.95rem] leading-snug">
          <strong>{suspectsLead(verdict)}:</strong> {suspects.join("; ")}.
        </p>
      )}
      <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-col gap-3">
        <fieldset disabled={closed} className="@container">
          <legend className="sr-only">What you could do</legend>
          <div
            className={`grid ${COLUMNS} items-center gap-x-3 px-4 pb-1 text-sm text-ink-2 @max-4xl:hidden`}
          >
            <span />
            <span>What you could do</span>
            <span>Fits by</span>
            <span>Parts</span>
            <span>Labour</span>
            <span>If it is wrong</span>
            <span>Likely cost</span>
            <span>Ready</span>
          </div>
          <div className="overflow-hidden rounded-xl border border-line bg-sheet">
            {worked.map(({ key: own, name, action, plan, sentBack: outside }) => (
              <label
                key={own}
                className={`grid min-h-11 cursor-pointer ${COLUMNS} items-center gap-x-3 border-t border-line px-4 py-1 first:border-0 has-checked:bg-green-soft @max-4xl:grid-cols-[2rem_1fr_4rem]`}
              >
                <input
                  type="radio"
                  name={group}
                  value={own}
                  checked={key === own}
                  onChange={() => setKey(own)}
                  className="size-5 accent-[var(--green)]"
                />
                <span className="leading-tight">
                  <strong className="block font-semibold">{name}</strong>
                  <span className={`text-sm ${action?.unsafe ? "text-red" : "text-ink-2"}`}>
                    {action?.unsafe ? `Not offered: ${lowerFirst(action.unsafe)}` : plan}
                  </span>
                </span>
                {outside !== undefined && <span className="font-semibold">{chanceText(outside)}</span>}
                {action && (
                  <>
                    <span className="font-semibold">{chanceText(action.probability)}</span>
                    <span className="@max-4xl:hidden">{money(action.parts)}</span>
                    <span className="@max-4xl:hidden">
                      {money(action.cost - action.parts)}{" "}
                      <span className="text-sm text-ink-2">{action.minutes} min</span>
                    </span>
                    <span className="@max-4xl:hidden">
                      {chanceText(1 - action.probability)}{" "}
                      <span className="text-sm text-ink-2">of {money(action.wrongCost)}</span>
                    </span>
                    <span className="text-xl font-semibold @max-4xl:hidden">
                      {money(action.expectedCost)}
                    </span>
                    <span className="@max-4xl:hidden">{readyText(action.days, new Date())}</span>
                    <span className="col-span-2 col-start-2 text-sm text-ink-2 @4xl:hidden">
                      Parts {money(action.parts)}, {readyText(action.days, new Date())}; {action.minutes} min;
                      likely cost {money(action.expectedCost)}
                    </span>
                  </>
                )}
              </label>
            ))}
            <div className="flex flex-wrap items-center gap-x-6 border-t border-line px-4">
              <span className="text-sm text-ink-2">Or otherwise</span>
              {otherwise.map(({ key: own, name }) => (
                <label
                  key={own}
                  className="flex min-h-11 cursor-pointer items-center gap-2 rounded px-2 has-checked:bg-green-soft"
                >
                  <input
                    type="radio"
                    name={group}
                    value={own}
                    checked={key === own}
                    onChange={() => setKey(own)}
                    className="size-5 accent-[var(--green)]"
                  />
                  {name}
                </label>
              ))}
            </div>
          </div>
          <p className="mt-1 px-4 text-sm text-ink-2">
            Likely cost is parts, labour and what being wrong costs on average.{" "}
            {covered !== "none" &&
              `Under warranty ${WARRANTY_LABELS[covered]}: ask before it is opened, an opened motor may lose it. `}
            {examples && (
              <>
                Some prices are examples:{" "}
                <Link to="/shop/prices" className="text-green underline">
                  put in your own
                </Link>
                .
              </>
            )}
          </p>
        </fieldset>
        <Judged state={agrees ? "agrees" : verdict.decided && key !== null ? "departs" : "cannotTell"}>
          {verdict.decided ? (
            <>
              <strong>{agrees ? "The evidence agrees." : `The evidence says: ${verdict.headline}.`}</strong>{" "}
              {verdict.reason}
              {!verdict.cleared && untilText(verdict.action, verdict.rivals)}
            </>
          ) : (
            <>
              <strong>Not decided by the evidence.</strong> {verdict.reason} You may still choose, with your
              reason.
            </>
          )}
          {halfText(otherHalfOf(record, verdict))}
        </Judged>
        {!closed && (
          <>
            <Field id="reason" label="Reason" problem={problem || undefined}>
              <textarea
                id="reason"
                rows={2}
                value={reason}
                maxLength={2000}
                onChange={(event) => {
                  setReason(event.target.value);
                  setProblem("");
                }}
                aria-invalid={problem !== ""}
                aria-describedby="reason-problem"
                className={`${FIELD_CLASS} py-2`}
              />
            </Field>
            <div className="flex flex-wrap items-end gap-6">
              <OneOf
                label="It then waits for"
                value={waiting}
                onChoose={(value) => setWaiting(value as WaitingFor)}
                options={WAITING_FOR.map((value) => ({ value, words: WAITING_WORDS[value] }))}
              />
              {evidence && (
                <Button onClick={() => setReason(`${evidence}.`)}>Take the findings as the reason</Button>
              )}
              <Button type="submit" look="main">
                {chosen ? `Decide: ${lowerFirst(chosen.name)}` : "Decide"}
              </Button>
            </div>
          </>
        )}
        <Caution>
          A failure in use would mean {CONSEQUENCE_LABELS[record.motor.consequence]}. Weigh that before money:
          what may hurt somebody is not sent back in doubt.
        </Caution>
      </form>
      {record.decisions.length > 0 && (
        <ul aria-label="Decided so far" className="mt-5 text-sm text-ink-2">
          {record.decisions.map((decision) => (
            <li key={decision.id}>
              {dayAndTimeText(decision.at)}, {decision.by}:{" "}
              <strong className="text-ink">{decidedText(decision)}</strong>. {decision.reason}{" "}
              <TakeBack id={decision.id} words={decidedText(decision)} />
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
