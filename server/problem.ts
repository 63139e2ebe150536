import type { FieldProblem } from "#contract/problems";

/** A refusal with its HTTP status, to become problem+json (RFC 9457) in one place. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
    readonly extra: { readonly fields?: readonly FieldProblem[]; readonly [key: string]: unknown } = {},
  ) {
    super(detail);
    this.name = "Problem";
  }
}
