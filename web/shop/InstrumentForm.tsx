import { FormProvider, get, useFieldArray, useForm, useFormContext, useWatch } from "react-hook-form";
import { uuidv7 } from "uuidv7";
import type { Instrument } from "#core/quantity";
import { sentenceOf, usePutInstrumentMutation } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { FIELD_CLASS } from "../ui/Field.tsx";
import { FormField } from "../ui/FormField.tsx";
import { resolverOf } from "../ui/formProblems.ts";
import {
  COUNTED,
  fieldsOf,
  RANGED,
  readInstrument,
  type InstrumentFields,
  type Ranged,
  type RangeFields,
} from "./instrumentFields.ts";

const COLUMNS: readonly (readonly [keyof RangeFields, string])[] = [
  ["fullScale", "full scale"],
  ["resolution", "one count"],
  ["percent", "% of reading"],
  ["digits", "digits"],
];
const EMPTY: RangeFields = { fullScale: "", resolution: "", percent: "", digits: "" };
const WIRINGS = [
  ["twoWire", "two wires"],
  ["fourWire", "four wires"],
] as const;
const RESPONSES = [
  ["trueRms", "true RMS"],
  ["average", "the average, scaled for a sine"],
] as const;
const InstrumentField = FormField<InstrumentFields>;

type FigureName =
  | `ranged.${Ranged}.${number}.${keyof RangeFields}`
  | `counted.${(typeof COUNTED)[number][0]}.${Exclude<keyof RangeFields, "fullScale">}`;

/** One figure of an accuracy statement; its problem stands under it. */
function Figure({ name, spoken }: { readonly name: FigureName; readonly spoken: string }) {
  const { register, formState } = useFormContext<InstrumentFields>();
  const problem = (get(formState.errors, name) as { message?: string } | undefined)?.message;
  return (
    <>
      <input
        {...register(name)}
        aria-label={spoken}
        aria-invalid={problem !== undefined}
        aria-describedby={`${name}-problem`}
        autoComplete="off"
        inputMode="decimal"
        className={FIELD_CLASS}
      />
      {problem && (
        <p id={`${name}-problem`} role="alert" className="text-sm text-red">
          {problem}
        </p>
      )}
    </>
  );
}

/** Ranges of one quantity as a table of figures. */
function RangeTable({
  what,
  title,
  unit,
}: {
  readonly what: Ranged;
  readonly title: string;
  readonly unit: string;
}) {
  const { control, getValues } = useFormContext<InstrumentFields>();
  const { fields, append, remove } = useFieldArray({ control, name: `ranged.${what}` });
  return (
    <fieldset className="border-t border-line pt-2">
      <legend className="font-semibold">
        {title}, {unit}
      </legend>
      {fields.length > 0 && (
        <table className="w-full text-sm">
          <thead className="text-left text-ink-2">
            <tr>
              {COLUMNS.map(([name, words]) => (
                <th key={name} className="font-normal">
                  {words}
                </th>
              ))}
              <th className="sr-only">Take off</th>
            </tr>
          </thead>
          <tbody>
            {fields.map(({ id }, i) => (
              <tr key={id} className="align-top">
                {COLUMNS.map(([name, words]) => (
                  <td key={name} className="pr-2">
                    <Figure
                      name={`ranged.${what}.${i}.${name}`}
                      spoken={`${title}, range ${i + 1}, ${words}`}
                    />
                  </td>
                ))}
                <td>
                  <Button
                    look="quiet"
                    aria-label={`Take ${title}, range ${i + 1} off`}
                    onClick={() => remove(i)}
                  >
                    Off
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Button look="quiet" onClick={() => append(getValues(`ranged.${what}`).at(-1) ?? EMPTY)}>
        Add a range
      </Button>
    </fieldset>
  );
}

/** An instrument's accuracy as its data sheet states it. */
export function InstrumentForm({
  start,
  id,
  onDone,
}: {
  readonly start: Omit<Instrument, "id">;
  /** Null for a new one. */
  readonly id: string | null;
  readonly onDone: () => void;
}) {
  const form = useForm<InstrumentFields>({
    defaultValues: fieldsOf(start),
    resolver: resolverOf<InstrumentFields>((fields) => {
      const result = readInstrument(fields, start, id ?? uuidv7());
      return result.kind === "problems" ? result.problems : {};
    }),
  });
  const [put] = usePutInstrumentMutation();
  const submit = async (fields: InstrumentFields) => {
    const result = readInstrument(fields, start, id ?? uuidv7());
    if (result.kind === "problems") return;
    const answer = await put(result.instrument);
    if (answer.error) return form.setError("root", { message: sentenceOf(answer.error) });
    onDone();
  };
  const readsAc = useWatch({ control: form.control, name: "ranged.acVolts" }).length > 0;
  const { errors } = form.formState;
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(event) => void form.handleSubmit(submit)(event)}
        noValidate
        aria-label={`Instrument ${start.name}`}
        className="flex flex-col gap-3 rounded-xl border border-line bg-sheet p-4"
      >
        <div className="grid grid-cols-3 items-start gap-3 max-md:grid-cols-1">
          <InstrumentField name="name" id="instrument-name" label="Name" />
          <InstrumentField name="lastChecked" label="Last checked" day="back" />
          <InstrumentField
            name="checkEvery"
            label="Check it every, months"
            inputMode="numeric"
            placeholder="12"
          />
          <InstrumentField name="wiring" label="Ohms by" options={WIRINGS} />
          <InstrumentField name="leadResistance" label="Leads together, Ω" inputMode="decimal" />
          <InstrumentField name="contactScatter" label="Scatter of contact, Ω" inputMode="decimal" />
        </div>
        {RANGED.map(([what, title, unit]) => (
          <RangeTable key={what} what={what} title={title} unit={unit} />
        ))}
        {readsAc && (
          <div className="grid grid-cols-3 items-start gap-3 max-md:grid-cols-1">
            <InstrumentField name="response" label="AC responds to" options={RESPONSES} />
            <InstrumentField name="bandLeast" label="AC band from, Hz" inputMode="decimal" />
            <InstrumentField name="bandMost" label="to, Hz" inputMode="decimal" />
          </div>
        )}
        <div className="grid grid-cols-2 gap-3 max-md:grid-cols-1">
          {COUNTED.map(([what, title, unit]) => (
            <fieldset key={what} className="border-t border-line pt-2">
              <legend className="font-semibold">
                {title}, {unit}
              </legend>
              <div className="grid grid-cols-3 items-start gap-2">
                {(["resolution", "percent", "digits"] as const).map((part) => {
                  const words = COLUMNS.find(([name]) => name === part)![1];
                  return (
                    <div key={part} className="text-sm text-ink-2">
                      {words}
                      <Figure name={`counted.${what}.${part}`} spoken={`${title}, ${words}`} />
                    </div>
                  );
                })}
              </div>
            </fieldset>
          ))}
        </div>
        {start.insulation && (
          <div className="grid grid-cols-3 items-start gap-3 max-md:grid-cols-1">
            <InstrumentField name="insulationMost" label="Insulation, end of range, Ω" inputMode="decimal" />
            <InstrumentField name="insulationPercent" label="Insulation, % of reading" inputMode="decimal" />
          </div>
        )}
        {errors.root && (
          <p role="alert" className="text-red">
            {errors.root.message}
          </p>
        )}
        <div className="flex gap-3">
          <Button type="submit" look="main">
            Keep it
          </Button>
          <Button onClick={onDone}>Leave it</Button>
        </div>
      </form>
    </FormProvider>
  );
}
