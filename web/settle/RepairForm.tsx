import { useState } from "react";
import { FormProvider, useForm } from "react-hook-form";
import { repairSchema } from "#contract/jobSchemas";
import { plansFor, REPAIR_PLANS } from "#core/decision";
import type { Disposition } from "#core/record";
import { useOpenJob } from "../job/openJob.ts";
import { Button } from "../ui/Button.tsx";
import { FormField } from "../ui/FormField.tsx";
import { resolverOf } from "../ui/formProblems.ts";
import { Caution } from "../ui/Notice.tsx";

interface RepairFields {
  readonly done: string;
  readonly minutes: string;
}

const minutesOf = ({ minutes }: RepairFields) =>
  minutes.trim() === "" ? NaN : Number(minutes.replace(",", "."));
const resolver = resolverOf<RepairFields>((fields) => {
  const { error } = repairSchema.extract("minutes").validate(minutesOf(fields), { convert: false });
  return {
    ...(fields.done.trim() === "" && { done: "Say what was done: it stands in the report." }),
    ...(error && { minutes: error.message }),
  };
});
const RepairField = FormField<RepairFields>;

/** The plan that carries the decision out, and the record of what was really done. */
export function RepairForm({ disposition }: { readonly disposition: Disposition }) {
  const { record, verdict, add } = useOpenJob();
  const fitting = plansFor(
    disposition,
    verdict.faults.map(({ fault }) => fault),
    record.limits?.deadHall?.choice,
  );
  const offered = fitting.length > 0 ? fitting : REPAIR_PLANS;
  const [planId, setPlanId] = useState(offered[0]!.id);
  const plan = offered.find(({ id }) => id === planId) ?? offered[0]!;
  const form = useForm<RepairFields>({ defaultValues: { done: "", minutes: "" }, resolver });
  const submit = async (fields: RepairFields) => {
    const outcome = await add("repair", {
      plan: plan.title,
      done: fields.done.trim(),
      minutes: minutesOf(fields),
      at: new Date().toISOString(),
    });
    if (outcome.kind === "refused") form.setError("done", { message: outcome.sentence });
  };
  const list = (title: string, items: readonly string[]) => (
    <div className="basis-56">
      <h4 className="text-sm font-semibold text-ink-2">{title}</h4>
      <ul className="list-disc pl-5">
        {items.map((item) => (
          <li key={item}>{item}</li>
        ))}
      </ul>
    </div>
  );
  return (
    <div className="flex flex-col gap-4">
      <div className="rounded-xl border border-line bg-sheet p-4">
        <div className="mb-2 flex flex-wrap items-baseline gap-3">
          <label className="text-sm text-ink-2" htmlFor="plan">
            Plan
          </label>
          <select
            id="plan"
            value={plan.id}
            onChange={(event) => setPlanId(event.target.value)}
            className="min-h-11 rounded-lg border border-line-strong bg-sheet px-3 font-semibold"
          >
            {offered.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </select>
          <span className="text-sm text-ink-2">about {plan.minutes} min hands on</span>
        </div>
        <ol className="list-decimal space-y-1 pl-5">
          {plan.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
        <div className="mt-3 flex flex-wrap gap-x-8 gap-y-3 text-sm">
          {list("Tools", plan.tools)}
          {list("Consumables", plan.consumables)}
        </div>
      </div>
      <Caution>{plan.cautions.join(" ")}</Caution>
      <FormProvider {...form}>
        <form
          onSubmit={(event) => void form.handleSubmit(submit)(event)}
          noValidate
          className="flex flex-wrap items-start gap-3"
        >
          <div className="min-w-64 grow">
            <RepairField
              name="done"
              label="What was done"
              hint="In your words; parts and what you saw inside."
              rows={2}
              maxLength={2000}
            />
          </div>
          <div className="w-36">
            <RepairField name="minutes" label="Minutes" inputMode="numeric" />
          </div>
          <Button type="submit" look="main" className="mt-6">
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
