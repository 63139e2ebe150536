import { useState } from "react";
import { FormProvider, useForm } from "react-hook-form";
import { moneyText } from "#core/report";
import { partSchema } from "#contract/workSchemas";
import { orderingNeeds, whyNot } from "#core/judge";
import { type RepairPlan, termsOf } from "#core/known";
import { standingParts, type PartLine } from "#core/record";
import { slotOf } from "#core/measure";
import { ChooseOne } from "../checks/entry/ChooseOne.tsx";
import { MeasuredRows } from "../checks/entry/MeasuredRows.tsx";
import { useChoose } from "../checks/entry/useChoose.ts";
import { useOpenJob, type EntryFields } from "../job/openJob.ts";
import { Button } from "../ui/Button.tsx";
import { dueText } from "../ui/dueText.ts";
import { FormField } from "../ui/FormField.tsx";
import { numberIn, problemsOf, resolverOf } from "../ui/formProblems.ts";

interface PartFields {
  readonly part: string;
  readonly price: string;
  readonly due: string;
}

const resolver = resolverOf<PartFields>(({ part, price, due }) =>
  problemsOf(partSchema, { part: part.trim(), price: numberIn(price), due: due === "" ? null : due }),
);
const PartField = FormField<PartFields>;

function PartRow({ line, currency }: { readonly line: PartLine; readonly currency: string }) {
  const { epoch, closed, add, undo } = useOpenJob();
  const [said, setSaid] = useState("");
  const due = line.due === null ? null : dueText(line.due, new Date());
  const arrive = async () => {
    const { part, price } = line;
    const at = new Date().toISOString();
    const outcome = await add("part", {
      epoch,
      part,
      price,
      state: "here",
      due: null,
      replaces: line.id,
      at,
    });
    setSaid(outcome.kind === "refused" ? outcome.sentence : "");
  };
  const off = async () => {
    const outcome = await undo(line.id);
    setSaid(outcome.kind === "refused" ? outcome.sentence : "");
  };
  return (
    <li className="flex min-h-11 flex-wrap items-center gap-x-4 border-t border-line py-1 first:border-0">
      <span className="grow font-semibold">{line.part}</span>
      <span className="text-ink-2">{line.price === null ? "" : moneyText(line.price, currency)}</span>
      <span
        className={
          due?.late ? "font-semibold text-copper" : line.state === "here" ? "text-green" : "text-ink-2"
        }
      >
        {line.state === "here" ? "here" : (due?.words ?? "no day known")}
      </span>
      {!closed && (
        <span className="flex gap-2">
          {line.state === "awaited" && (
            <Button size="small" onClick={() => void arrive()} aria-label={`${line.part} is here`}>
              It is here
            </Button>
          )}
          <Button
            look="quiet"
            size="small"
            onClick={() => void off()}
            aria-label={line.replaces ? `${line.part} is not here yet` : `Take ${line.part} off the list`}
          >
            {line.replaces ? "Not yet" : "Off"}
          </Button>
        </span>
      )}
      {said && (
        <p role="alert" className="w-full text-sm text-red">
          {said}
        </p>
      )}
    </li>
  );
}

const isChosen = ({ slot }: { readonly slot: string }) => slotOf("module", slot)?.form.kind === "choice";

/** The parts of this repair by their rating: on the shelf, or awaited with a day. */
export function PartsList({ plans }: { readonly plans: readonly RepairPlan[] }) {
  const { record, epoch, closed, add } = useOpenJob();
  const choosing = useChoose("module");
  const form = useForm<PartFields>({ defaultValues: { part: "", price: "", due: "" }, resolver });
  const lines = standingParts(record, epoch);
  const book = record.limits?.prices;
  const currency = book?.currency ?? "";
  const wanted = plans
    .flatMap(({ parts }) => parts)
    .filter(({ what }) => !lines.some(({ part }) => part.startsWith(what)));
  const asked = orderingNeeds(record);
  const unasked = whyNot(asked);
  const measured = asked.filter((one) => !isChosen(one)).map(({ slot }) => slot);
  const write = (state: PartLine["state"]) => async (fields: PartFields) => {
    const entry: EntryFields<"part"> = {
      epoch,
      part: fields.part.trim(),
      state,
      due: state === "here" || fields.due === "" ? null : fields.due,
      price: numberIn(fields.price),
      replaces: null,
      at: new Date().toISOString(),
    };
    if (state === "awaited" && unasked !== null) return form.setError("part", { message: unasked });
    const outcome = await add("part", entry);
    if (outcome.kind === "refused") form.setError("part", { message: outcome.sentence });
    else form.reset();
  };
  return (
    <section aria-labelledby="parts-title" className="rounded-xl border border-line bg-sheet p-4">
      <h3 id="parts-title" className="text-lg font-bold">
        Parts
      </h3>
      {lines.length === 0 && record.decisions.at(-1)?.waitingFor === "parts" && (
        <p className="text-ink-2">
          This job waits for parts. List them with the day they are expected; it goes on when the last one is
          here.
        </p>
      )}
      {lines.length > 0 && (
        <ul aria-label="Parts of this repair">
          {lines.map((line) => (
            <PartRow key={line.id} line={line} currency={currency} />
          ))}
        </ul>
      )}
      {!closed && asked.length > 0 && (
        <div className="mb-3 flex flex-col gap-2.5 rounded-lg border-l-4 border-amber bg-amber-soft px-4 py-2.5">
          <p className="text-sm">{unasked ?? "Said, and in the record."}</p>
          {asked.filter(isChosen).map(({ slot }) => (
            <ChooseOne key={slot} check="module" slot={slot} by={choosing} />
          ))}
          {measured.length > 0 && <MeasuredRows label="To order one alike" check="module" slots={measured} />}
        </div>
      )}
      {!closed && wanted.length > 0 && (
        <ul className="mb-2 flex flex-wrap gap-2">
          {wanted.map(({ what, by, cure }) => {
            const { price, days, example } = termsOf(cure, record.motor.family, book);
            const terms = example
              ? ""
              : `, ${moneyText(price, currency)}, ${days === 0 ? "on the shelf" : `${days} days`}`;
            return (
              <li key={what}>
                <Button
                  size="small"
                  onClick={() => {
                    form.setValue("part", `${what}, `);
                    if (!example) form.setValue("price", String(price));
                    form.setFocus("part");
                  }}
                >
                  {what}{" "}
                  <span className="font-normal text-ink-2">
                    {by}
                    {terms}
                  </span>
                </Button>
              </li>
            );
          })}
        </ul>
      )}
      {!closed && (
        <FormProvider {...form}>
          <form
            noValidate
            aria-label="Add a part"
            onSubmit={(event) => void form.handleSubmit(write("awaited"))(event)}
            className="grid grid-cols-[minmax(10rem,1fr)_7rem_12rem] items-start gap-3 max-sm:grid-cols-1"
          >
            <PartField name="part" label="Part, by its rating" maxLength={120} />
            <PartField name="price" label="Price" inputMode="decimal" />
            <PartField name="due" label="Expected on" day="ahead" />
            <div className="col-span-full flex gap-3">
              <Button type="submit">Ordered</Button>
              <Button onClick={(event) => void form.handleSubmit(write("here"))(event)}>On the shelf</Button>
            </div>
          </form>
        </FormProvider>
      )}
    </section>
  );
}
