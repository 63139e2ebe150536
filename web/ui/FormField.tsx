import { get, useFormContext, type FieldValues, type Path } from "react-hook-form";
import { Field, FIELD_CLASS } from "./Field.tsx";

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
  readonly type?: "date" | "password";
  readonly rows?: number;
  readonly maxLength?: number;
  readonly placeholder?: string;
  readonly autoFocus?: boolean;
  readonly inputMode?: "numeric" | "decimal";
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
  ...typed
}: Props<Fields>) {
  const { register, formState } = useFormContext<Fields>();
  const problem = (get(formState.errors, name) as { message?: string } | undefined)?.message;
  const common = {
    id,
    ...register(name, { onChange: (event: { target: { value: string } }) => onChoose?.(event.target.value) }),
    ...(spoken !== undefined && { "aria-label": spoken }),
    "aria-invalid": problem !== undefined,
    "aria-describedby": `${id}-problem`,
    className: rows === undefined ? FIELD_CLASS : `${FIELD_CLASS} py-2`,
  };
  return (
    <Field id={id} label={label} problem={problem} {...(hint !== undefined && { hint })}>
      {options ? (
        <select
          {...common}
          // As in every other field: Enter sends the form.
          onKeyDown={(event) => {
            if (event.key !== "Enter") return;
            event.preventDefault();
            event.currentTarget.form?.requestSubmit();
          }}
        >
          {options.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
      ) : rows === undefined ? (
        <input {...common} autoComplete="off" {...typed} />
      ) : (
        <textarea {...common} rows={rows} {...typed} />
      )}
    </Field>
  );
}
