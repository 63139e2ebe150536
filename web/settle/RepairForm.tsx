import { useState, type FormEvent } from "react";
import { repairSchema } from "#contract/jobSchemas";
import { plansFor, REPAIR_PLANS } from "#core/decision";
import type { Disposition } from "#core/record";
import { useOpenJob } from "../job/openJob.ts";
import { Button } from "../ui/Button.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { Caution } from "../ui/Notice.tsx";

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
  const [problems, setProblems] = useState<{ done?: string; minutes?: string }>({});
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const done = String(form.get("done")).trim();
    const minutesText = String(form.get("minutes")).trim();
    const minutes = minutesText === "" ? NaN : Number(minutesText.replace(",", "."));
    const { error } = repairSchema.extract("minutes").validate(minutes, { convert: false });
    const found = {
      ...(done === "" && { done: "Say what was done: it stands in the report." }),
      ...(error && { minutes: error.message }),
    };
    setProblems(found);
    if (found.done ?? found.minutes) return;
    const outcome = await add("repair", { plan: plan.title, done, minutes, at: new Date().toISOString() });
    if (outcome.kind === "refused") setProblems({ done: outcome.sentence });
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
      <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-wrap items-start gap-3">
        <div className="min-w-64 grow">
          <Field
            id="done"
            label="What was done"
            problem={problems.done}
            hint="In your words; parts and what you saw inside."
          >
            <textarea
              id="done"
              name="done"
              rows={2}
              maxLength={2000}
              aria-invalid={!!problems.done}
              aria-describedby="done-problem"
              className={`${FIELD_CLASS} py-2`}
            />
          </Field>
        </div>
        <div className="w-36">
          <Field id="minutes" label="Minutes" problem={problems.minutes}>
            <input
              id="minutes"
              name="minutes"
              inputMode="numeric"
              autoComplete="off"
              aria-invalid={!!problems.minutes}
              aria-describedby="minutes-problem"
              className={FIELD_CLASS}
            />
          </Field>
        </div>
        <Button type="submit" look="main" className="mt-6">
          Record the repair
        </Button>
      </form>
      <p className="text-sm text-ink-2">
        Recording it starts a new round of readings: what departed before counts no more until it is read
        again
        {record.repairs.length > 0 ? `. This would be repair ${record.repairs.length + 1}` : ""}.
      </p>
    </div>
  );
}
