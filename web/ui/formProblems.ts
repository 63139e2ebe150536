import { set, type FieldErrors, type FieldValues, type Resolver } from "react-hook-form";

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
    for (const [path, message] of problems) set(errors, path, { type: "refused", message });
    return { values: {}, errors };
  };
}
