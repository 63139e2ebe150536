import { useRef, useState } from "react";
import { FormProvider, useForm } from "react-hook-form";
import { useNavigate } from "react-router";
import { repairSchema } from "#contract/jobSchemas";
import {
  awaitedParts,
  begunAt,
  doneWords,
  orderingNeeds,
  plansOf,
  plansOffered,
  workMinutes,
} from "#core/judge";
import { REPAIR_PLANS, type RepairPlan } from "#core/known";
import { standingParts, workshopOf, type Decision } from "#core/record";
import { useOpenJob, useStandingVerdict } from "../job/openJob.ts";
import { useSecondsSince } from "../job/useSecondsSince.ts";
import { Button } from "../ui/Button.tsx";
import { Select } from "../ui/Select.tsx";
import { FormField } from "../ui/FormField.tsx";
import { numberIn, problemsOf, resolverOf } from "../ui/formProblems.ts";
import { Caution } from "../ui/Notice.tsx";
import { useStillHere } from "../ui/useStillHere.ts";
import { GreenButton } from "./GreenButton.tsx";
import { PartsList } from "./PartsList.tsx";
import { PartsUsed } from "./PartsUsed.tsx";
import { usePartsUsed } from "./usePartsUsed.ts";
import { PlanCard } from "./PlanCard.tsx";

interface RepairFields {
  readonly done: string;
  readonly minutes: string;
}

const minutesOf = ({ minutes }: RepairFields) => numberIn(minutes) ?? NaN;
const resolver = resolverOf<RepairFields>((fields) => ({
  ...problemsOf(repairSchema, { minutes: minutesOf(fields) }),
  ...(fields.done.trim() === "" && { done: "Say what was done: it stands in the report." }),
}));
const RepairField = FormField<RepairFields>;

/** The plans of the work: those that the decision asks for, those begun, those taken on, without those left out. */
function usePlans(decision: Decision) {
  const { record, epoch } = useOpenJob();
  const verdict = useStandingVerdict();
  const planned = plansOf(
    decision,
    verdict.faults.map(({ fault }) => fault),
    record.limits?.deadHall?.choice,
  ).map(({ id }) => id);
  const begun = workshopOf(record).done.flatMap((line) =>
    line.epoch === epoch ? REPAIR_PLANS.flatMap(({ id, title }) => (title === line.plan ? [id] : [])) : [],
  );
  const [taken, setTaken] = useState<readonly string[]>([]);
  const [left, setLeft] = useState<readonly string[]>([]);
  const chosen = new Set([...planned, ...begun, ...taken].filter((id) => !left.includes(id)));
  return {
    plans: REPAIR_PLANS.filter(({ id }) => chosen.has(id)),
    others: plansOffered(record.motor, verdict.faults).filter(({ id }) => !chosen.has(id)),
    take: (wanted: string) => {
      setTaken([...taken, wanted]);
      setLeft(left.filter((id) => id !== wanted));
    },
    leave: (wanted: string) => setLeft([...left, wanted]),
  };
}

/** What the ticked steps say was done, and how long it took. */
function useWritten(plans: readonly RepairPlan[]) {
  const { record, epoch } = useOpenJob();
  const done = workshopOf(record).done.filter((line) => line.epoch === epoch);
  const begun = begunAt(plans, done);
  const elapsed = useSecondsSince(begun) / 60;
  const worked = begun === null ? null : workMinutes(plans, elapsed);
  return {
    words: doneWords(plans, done),
    minutes: worked === null ? "" : String(worked.minutes),
    hint: worked === null ? "" : worked.timed ? "From the first tick to now." : "As planned.",
    isComplete:
      plans.length > 0 &&
      plans.every(({ title, steps }) =>
        steps.every(({ words }) => done.some(({ plan, step }) => plan === title && step === words)),
      ),
  };
}

/** The record of what was really done: written by the ticked steps until somebody writes it. */
function RecordRepair({ plans }: { readonly plans: readonly RepairPlan[] }) {
  const { id, record, add } = useOpenJob();
  const navigate = useNavigate();
  const stillHere = useStillHere();
  const { words, minutes, hint, isComplete } = useWritten(plans);
  const used = usePartsUsed(plans);
  const form = useForm<RepairFields>({
    defaultValues: { done: "", minutes: "" },
    values: { done: words, minutes },
    resetOptions: { keepDirtyValues: true },
    resolver,
  });
  /** It is on its way: a second press records no second repair. */
  const isUnderWay = useRef(false);
  const write = async (fields: RepairFields) => {
    const refused = await used.write();
    if (refused !== null) return form.setError("done", { message: refused });
    const outcome = await add("repair", {
      plan: plans
        .map(({ title }) => title)
        .join("; ")
        .slice(0, 120),
      done: fields.done.trim(),
      minutes: minutesOf(fields),
      at: new Date().toISOString(),
    });
    if (outcome.kind === "refused") return form.setError("done", { message: outcome.sentence });
    if (stillHere()) await navigate(`/jobs/${id}/readAgain`);
  };
  const submit = async (fields: RepairFields) => {
    if (isUnderWay.current) return;
    isUnderWay.current = true;
    await write(fields);
    isUnderWay.current = false;
  };
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(event) => void form.handleSubmit(submit)(event)}
        noValidate
        aria-label="The repair"
        className="flex flex-col gap-3"
      >
        <PartsUsed used={used} />
        <div className="flex flex-wrap items-start gap-3">
          <div className="min-w-64 grow">
            <RepairField
              name="done"
              label="What was done"
              hint="Written from the ticked steps until you change it; it stands in the report, with what you saw inside."
              rows={2}
              maxLength={2000}
            />
          </div>
          <div className="w-36">
            <RepairField name="minutes" label="Minutes" inputMode="numeric" hint={hint} />
          </div>
          {isComplete ? (
            <GreenButton className="mt-7">Record the repair</GreenButton>
          ) : (
            <Button type="submit" className="mt-7">
              Record the repair
            </Button>
          )}
        </div>
        <p className="text-sm text-ink-2">
          Recording it starts a new round of readings: what departed before counts no more until it is read
          again
          {record.repairs.length > 0 ? `. This would be repair ${record.repairs.length + 1}` : ""}.
        </p>
      </form>
    </FormProvider>
  );
}

/** The plans that carry the decision out, step by step, their parts, and the record of what was really done. */
export function WorkOrder({ decision }: { readonly decision: Decision }) {
  const { record, epoch } = useOpenJob();
  const { plans, others, take, leave } = usePlans(decision);
  const done = workshopOf(record).done.filter((line) => line.epoch === epoch);
  const isOpen = (plan: RepairPlan) =>
    plan.steps.some(({ words }) => !done.some((line) => line.plan === plan.title && line.step === words));
  const present = plans.find(isOpen);
  const awaited = awaitedParts(record);
  const cautions = [...new Set(plans.flatMap((plan) => plan.cautions))].join(" ");
  // What is to be answered before a part is ordered is never folded away.
  const listed =
    standingParts(record, epoch).length > 0 ||
    decision.waitingFor === "parts" ||
    orderingNeeds(record).length > 0;
  return (
    <div className="flex flex-col gap-4">
      {cautions && <Caution>{cautions}</Caution>}
      {awaited.length > 0 && (
        <p className="text-ink-2">
          Still awaited: {awaited.map(({ part }) => part).join("; ")}. The bench shows the job as waiting
          until they are here.
        </p>
      )}
      {listed && <PartsList plans={plans} />}
      {plans.map((plan) => (
        <PlanCard
          key={plan.id}
          plan={plan}
          isPresent={plan === present}
          onOff={plans.length > 1 ? () => leave(plan.id) : null}
        />
      ))}
      {others.length > 0 && (
        <div className="flex flex-wrap items-center gap-3">
          <label className="text-sm text-ink-2" htmlFor="plan">
            {plans.length === 0 ? "Plan" : "Add another plan"}
          </label>
          <Select
            id="plan"
            look="bar"
            value=""
            onChoose={take}
            options={[["", "choose"], ...others.map(({ id, title }) => [id, title] as const)]}
          />
        </div>
      )}
      {!listed && (
        <details>
          <summary className="min-h-11 cursor-pointer py-2.5 text-ink-2">
            A part is to come, or was taken
          </summary>
          <PartsList plans={plans} />
        </details>
      )}
      <RecordRepair plans={plans} />
    </div>
  );
}
