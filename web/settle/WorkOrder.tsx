import { useState } from "react";
import { FormProvider, useForm } from "react-hook-form";
import { repairSchema } from "#contract/jobSchemas";
import { awaitedParts, plansOf } from "#core/judge";
import { REPAIR_PLANS } from "#core/known";
import { workshopOf, type Decision } from "#core/record";
import { useOpenJob, useStandingVerdict } from "../job/openJob.ts";
import { Button } from "../ui/Button.tsx";
import { FormField } from "../ui/FormField.tsx";
import { numberIn, problemsOf, resolverOf } from "../ui/formProblems.ts";
import { Caution } from "../ui/Notice.tsx";
import { PartsList } from "./PartsList.tsx";
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

/** The plans that carry the decision out, step by step, their parts, and the record of what was really done. */
export function WorkOrder({ decision }: { readonly decision: Decision }) {
  const { record, epoch, add } = useOpenJob();
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
  const plans = REPAIR_PLANS.filter(({ id }) => chosen.has(id));
  const form = useForm<RepairFields>({ defaultValues: { done: "", minutes: "" }, resolver });
  const awaited = awaitedParts(record);
  const submit = async (fields: RepairFields) => {
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
  };
  return (
    <div className="flex flex-col gap-4">
      {plans.map((plan) => (
        <PlanCard
          key={plan.id}
          plan={plan}
          onOff={plans.length > 1 ? () => setLeft([...left, plan.id]) : null}
        />
      ))}
      <div className="flex flex-wrap items-center gap-3">
        <label className="text-sm text-ink-2" htmlFor="plan">
          {plans.length === 0 ? "Plan" : "Add another plan"}
        </label>
        <select
          id="plan"
          value=""
          onChange={(event) => {
            setTaken([...taken, event.target.value]);
            setLeft(left.filter((id) => id !== event.target.value));
          }}
          className="min-h-11 rounded-lg border border-line-strong bg-sheet px-3"
        >
          <option value="">choose</option>
          {REPAIR_PLANS.filter(({ id }) => !chosen.has(id)).map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      </div>
      <PartsList plans={plans} />
      {plans.length > 0 && (
        <Caution>{[...new Set(plans.flatMap(({ cautions }) => cautions))].join(" ")}</Caution>
      )}
      {awaited.length > 0 && (
        <p className="text-ink-2">
          Still awaited: {awaited.map(({ part }) => part).join("; ")}. The bench shows the job as waiting
          until they are here.
        </p>
      )}
      <FormProvider {...form}>
        <form
          onSubmit={(event) => void form.handleSubmit(submit)(event)}
          noValidate
          aria-label="The repair"
          className="flex flex-wrap items-start gap-3"
        >
          <div className="min-w-64 grow">
            <RepairField
              name="done"
              label="What was done"
              hint="In your words; it stands in the report, with what you saw inside."
              rows={2}
              maxLength={2000}
            />
          </div>
          <div className="w-36">
            <RepairField name="minutes" label="Minutes" inputMode="numeric" />
          </div>
          <Button type="submit" look="main" className="mt-7">
            Record the repair
          </Button>
        </form>
      </FormProvider>
      <p className="text-sm text-ink-2">
        Recording it starts a new round of readings: what departed before counts no more until it is read
        again
        {record.repairs.length > 0 ? `. This would be repair ${record.repairs.length + 1}` : ""}.
      </p>
    </div>
  );
}
