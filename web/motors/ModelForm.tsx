import { useState, type FormEvent } from "react";
import { uuidv7 } from "uuidv7";
import type { MotorModel } from "#contract/shop";
import { KV_CONVENTION_LABELS, KV_CONVENTIONS } from "#core/quantity";
import {
  CONNECTION_LABELS,
  CONNECTIONS,
  FAMILIES,
  FAMILY_FACTS,
  HALL_SPACING_LABELS,
  HALL_SPACINGS,
  MAGNET_MATERIALS,
} from "#core/record";
import { sentenceOf, usePutModelMutation } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { fieldsOf, readModel, type ModelFields } from "./modelFields.ts";

type Options = readonly (readonly [string, string])[];

const ROWS: readonly (readonly [keyof ModelFields, string, Options | string])[] = [
  ["name", "Model", "what the shop calls it"],
  ["family", "Family", FAMILIES.map((one) => [one, FAMILY_FACTS[one].label] as const)],
  ["connection", "Connection", CONNECTIONS.map((one) => [one, CONNECTION_LABELS[one]] as const)],
  ["polePairs", "Pole pairs", "15, or 30 poles"],
  ["expected", "Expected pair resistance", "128m, line to line"],
  ["expectedAt", "at °C", "20"],
  ["expectedSource", "Source of the resistance", "nameplate, own motors"],
  ["kv", "Speed constant", "9 rpm/V"],
  ["kvConvention", "stated", KV_CONVENTIONS.map((one) => [one, KV_CONVENTION_LABELS[one]] as const)],
  ["kvSource", "Source of the constant", "nameplate"],
  ["hallSpacing", "Position sensors", HALL_SPACINGS.map((one) => [one, HALL_SPACING_LABELS[one]] as const)],
  ["magnets", "Magnets", [["", "unknown"], ...MAGNET_MATERIALS.map((one) => [one, one] as const)]],
  ["limit", "Balance limit, %", "the family's if empty"],
  ["notes", "What keeps coming back", "rust at the outer bearing"],
];

/** A model's facts, each expected value with its source. */
export function ModelForm({
  model,
  onDone,
}: {
  readonly model: MotorModel | null;
  readonly onDone: () => void;
}) {
  const [fields, setFields] = useState(() => fieldsOf(model));
  const [id] = useState(() => model?.id ?? uuidv7());
  const [problems, setProblems] = useState<Readonly<Record<string, string>>>({});
  const [put] = usePutModelMutation();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const result = readModel(fields, id, model);
    if (result.kind === "problems") return setProblems(result.problems);
    const answer = await put(result.model);
    if (answer.error) return setProblems({ name: sentenceOf(answer.error) });
    onDone();
  };
  return (
    <form
      onSubmit={(event) => void submit(event)}
      noValidate
      aria-label={model ? `Model ${model.name}` : "New model"}
      className="grid grid-cols-3 items-start gap-3 rounded-xl border border-line bg-sheet p-4 max-md:grid-cols-1"
    >
      {ROWS.map(([name, label, more]) => {
        const common = {
          id: `model-${name}`,
          value: fields[name],
          "aria-invalid": problems[name] !== undefined,
          "aria-describedby": `model-${name}-problem`,
          className: FIELD_CLASS,
          onChange: (event: { target: { value: string } }) => {
            setFields({ ...fields, [name]: event.target.value });
            setProblems(Object.fromEntries(Object.entries(problems).filter(([key]) => key !== name)));
          },
        };
        return (
          <Field key={name} id={common.id} label={label} problem={problems[name]}>
            {typeof more === "string" ? (
              <input {...common} placeholder={more} autoComplete="off" autoFocus={name === "name"} />
            ) : (
              <select {...common}>
                {more.map(([value, words]) => (
                  <option key={value} value={value}>
                    {words}
                  </option>
                ))}
              </select>
            )}
          </Field>
        );
      })}
      <div className="col-span-full flex gap-3">
        <Button type="submit" look="main">
          Keep the model
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </form>
  );
}
