import { useState } from "react";
import { FormProvider, useForm } from "react-hook-form";
import { uuidv7 } from "uuidv7";
import type { MotorModel } from "#contract/shop";
import { KV_CONVENTION_LABELS, KV_CONVENTIONS } from "#core/quantity";
import {
  CONNECTION_LABELS,
  CONNECTIONS,
  FAMILIES,
  HALL_SPACING_LABELS,
  HALL_SPACINGS,
  MAGNET_MATERIALS,
} from "#core/record";
import { FAMILY_FACTS } from "#core/families";
import { sentenceOf, usePutModelMutation } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { FormField } from "../ui/FormField.tsx";
import { resolverOf } from "../ui/formProblems.ts";
import { fieldsOf, readModel, type ModelFields } from "./modelFields.ts";

type Options = readonly (readonly [string, string])[];

const ROWS: readonly (readonly [keyof ModelFields, string, Options | string])[] = [
  ["name", "Model", "what the shop calls it"],
  ["family", "Family", FAMILIES.map((one) => [one, FAMILY_FACTS[one].label] as const)],
  ["connection", "Connection", CONNECTIONS.map((one) => [one, CONNECTION_LABELS[one]] as const)],
  ["polePairs", "Pole pairs", "15, or 30 poles"],
  ["expected", "Expected pair resistance", "128m, line to line"],
  ["expectedAt", "Resistance at", "20 °C"],
  ["expectedSource", "Source of the resistance", "nameplate, own motors"],
  ["kv", "Speed constant", "9 rpm/V"],
  ["kvConvention", "Constant stated", KV_CONVENTIONS.map((one) => [one, KV_CONVENTION_LABELS[one]] as const)],
  ["kvSource", "Source of the constant", "nameplate"],
  ["hallSpacing", "Position sensors", HALL_SPACINGS.map((one) => [one, HALL_SPACING_LABELS[one]] as const)],
  ["magnets", "Magnets", [["", "unknown"], ...MAGNET_MATERIALS.map((one) => [one, one] as const)]],
  ["limit", "Balance limit, %", "the family's if empty"],
  ["notes", "What keeps coming back", "rust at the outer bearing"],
];

const ModelField = FormField<ModelFields>;

/** A model's facts, each expected value with its source. */
export function ModelForm({
  model,
  onDone,
}: {
  readonly model: MotorModel | null;
  readonly onDone: () => void;
}) {
  const [id] = useState(() => model?.id ?? uuidv7());
  const form = useForm<ModelFields>({
    defaultValues: fieldsOf(model),
    resolver: resolverOf<ModelFields>((fields) => {
      const result = readModel(fields, id, model);
      return result.kind === "problems" ? result.problems : {};
    }),
  });
  const [put] = usePutModelMutation();
  const submit = async (fields: ModelFields) => {
    const result = readModel(fields, id, model);
    if (result.kind === "problems") return;
    const answer = await put(result.model);
    if (answer.error) return form.setError("name", { message: sentenceOf(answer.error) });
    onDone();
  };
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(event) => void form.handleSubmit(submit)(event)}
        noValidate
        aria-label={model ? `Model ${model.name}` : "New model"}
        className="grid grid-cols-3 items-start gap-3 rounded-xl border border-line bg-sheet p-4 max-md:grid-cols-1"
      >
        {ROWS.map(([name, label, more]) => (
          <ModelField
            key={name}
            name={name}
            id={`model-${name}`}
            label={label}
            autoFocus={name === "name"}
            {...(typeof more === "string" ? { placeholder: more } : { options: more })}
          />
        ))}
        <div className="col-span-full flex gap-3">
          <Button type="submit" look="main">
            Keep the model
          </Button>
          <Button onClick={onDone}>Leave it</Button>
        </div>
      </form>
    </FormProvider>
  );
}
