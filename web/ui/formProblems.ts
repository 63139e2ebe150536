import type { ObjectSchema } from "joi";
import { get, set, type FieldErrors, type FieldValues, type Resolver } from "react-hook-form";
import { commaQuestion, parseQuantity, plainNumber, TEMPERATURE } from "#core/quantity";

/** What is wrong with a form: a sentence by the path of its field, such as `name` or `ranges.0.fullScale`. */
export type Problems = Readonly<Record<string, string>>;

/** A form's reading as a resolver of the form library: every problem stands at its field. */
export function resolverOf<Fields extends FieldValues>(
  problemsOf: (fields: Fields) => Problems,
): Resolver<Fields> {
  return (values) => {
    const problems = Object.entries(problemsOf(values));
    if (problems.length === 0) return { values, errors: {} };
    const errors: FieldErrors<Fields> = {};
    for (const [path, message] of problems) {
      const typed: unknown = get(values, path);
      const asked = typeof typed === "string" ? commaQuestion(typed) : null;
      set(errors, path, { type: "refused", message: asked ?? message });
    }
    return { values: {}, errors };
  };
}

/** A number as typed, with a point or a comma: not a number where it is none, null where nothing is typed. */
export function numberIn(typed: string): number | null {
  return typed.trim() === "" ? null : plainNumber(typed);
}

/** A temperature as typed, °C: "34", "93 °F"; not a number where it is none, null where nothing is typed. */
export function celsiusIn(typed: string): number | null {
  if (typed.trim() === "") return null;
  const read = parseQuantity(typed, TEMPERATURE);
  return read.kind === "finite" ? read.value : NaN;
}

/** What a schema says of values that are fields of it, each under its own name. */
export function problemsOf<Shape>(
  schema: ObjectSchema<Shape>,
  values: Readonly<Record<string, unknown>>,
): Problems {
  return Object.fromEntries(
    Object.entries(values).flatMap(([field, value]) => {
      const { error } = schema.extract(field).validate(value, { convert: false });
      return error ? [[field, error.message]] : [];
    }),
  );
}
