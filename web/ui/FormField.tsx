import { useRef } from "react";
import { get, useController, useFormContext, type FieldValues, type Path } from "react-hook-form";
import { DayInput } from "./DayInput.tsx";
import type { Toward } from "./readDay.ts";
import { Field, FIELD_CLASS } from "./Field.tsx";
import { Select } from "./Select.tsx";

interface Props<Fields extends FieldValues> {
  /** Path of the field in the form around it. */
  readonly name: Path<Fields>;
  readonly label: string;
  /** What a screen reader says where the label alone would not tell it from its neighbours. */
  readonly spoken?: string;
  readonly hint?: string;
  /** Where two forms may stand on one page. */
  readonly id?: string;
  /** Values with their words; without them it is typed. */
  readonly options?: readonly (readonly [string, string])[];
  readonly onChoose?: (value: string) => void;
  readonly type?: "password";
  /** It is a day, named without its year before today or after it. */
  readonly day?: Toward;
  readonly rows?: number;
  readonly maxLength?: number;
  readonly placeholder?: string;
  readonly autoFocus?: boolean;
  readonly inputMode?: "numeric" | "decimal";
  /** What was written here before and may be meant again. */
  readonly suggestions?: readonly string[];
}

/** One of a few of the form around it; as in every other field, Enter sends the form. */
function FormSelect({
  id,
  name,
  label,
  options,
  invalid,
  onChoose,
}: {
  readonly id: string;
  readonly name: string;
  readonly label: string | undefined;
  readonly options: readonly (readonly [string, string])[];
  readonly invalid: boolean;
  readonly onChoose: ((value: string) => void) | undefined;
}) {
  const { field } = useController({ name });
  const button = useRef<HTMLButtonElement>(null);
  return (
    <Select
      id={id}
      label={label}
      value={String(field.value ?? "")}
      onChoose={(value) => {
        field.onChange(value);
        onChoose?.(value);
      }}
      options={options}
      invalid={invalid}
      describedBy={`${id}-problem`}
      onEnter={() => button.current?.form?.requestSubmit()}
      buttonRef={(element) => {
        button.current = element;
        field.ref(element);
      }}
    />
  );
}

/** A day of the form around it. */
function FormDay({
  name,
  ...how
}: { readonly name: string } & Pick<
  Parameters<typeof DayInput>[0],
  "id" | "label" | "spoken" | "toward" | "invalid"
>) {
  const { field } = useController({ name });
  return (
    <DayInput
      {...how}
      value={String(field.value ?? "")}
      onChange={field.onChange}
      onBlur={field.onBlur}
      inputRef={(element) => field.ref(element)}
    />
  );
}

/** A labelled field of the form around it; its own problem stands under it. */
export function FormField<Fields extends FieldValues>({
  name,
  label,
  spoken,
  hint,
  id = name,
  options,
  onChoose,
  rows,
  day,
  suggestions = [],
  ...typed
}: Props<Fields>) {
  const { register, formState } = useFormContext<Fields>();
  const problem = (get(formState.errors, name) as { message?: string } | undefined)?.message;
  const common = () => ({
    id,
    ...register(name),
    ...(spoken !== undefined && { "aria-label": spoken }),
    "aria-invalid": problem !== undefined,
    "aria-describedby": `${id}-problem`,
    className: rows === undefined ? FIELD_CLASS : `${FIELD_CLASS} py-2`,
  });
  return (
    <Field id={id} label={label} problem={problem} {...(hint !== undefined && { hint })}>
      {options ? (
        <FormSelect
          id={id}
          name={name}
          label={spoken}
          options={options}
          invalid={problem !== undefined}
          onChoose={onChoose}
        />
      ) : day ? (
        <FormDay {...{ id, name, label, spoken }} toward={day} invalid={problem !== undefined} />
      ) : rows === undefined ? (
        <>
          <input
            {...common()}
            autoComplete="off"
            {...(suggestions.length > 0 && { list: `${id}-known` })}
            {...typed}
          />
          {suggestions.length > 0 && (
            <datalist id={`${id}-known`}>
              {suggestions.map((one) => (
                <option key={one} value={one} />
              ))}
            </datalist>
          )}
        </>
      ) : (
        <textarea {...common()} rows={rows} {...typed} />
      )}
    </Field>
  );
}
