import type { ValidationError } from "joi";

/** What is wrong with one field, in a sentence a technician understands. */
export interface FieldProblem {
  readonly field: string;
  readonly sentence: string;
}

/** Joi's findings as field problems, in the order of the document. */
export function problemsOf(error: ValidationError): FieldProblem[] {
  return error.details.map(({ path, message }) => ({ field: path.join("."), sentence: message }));
}
