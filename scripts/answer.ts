import { recordOfBundle, type BundleResult } from "#contract/bundle";
import { verdictSchema } from "#contract/closingSchema";
import { jsonSchemaOf } from "#contract/openApi";
import { assessJob, type Verdict } from "#core/judge";

/** What the screens say of a job, for programs: these parts of its verdict. Others may come; none of these goes. */
const TOLD = [
  "rules",
  "headline",
  "reason",
  "decided",
  "action",
  "rivals",
  "doubtful",
  "findings",
  "warrant",
  "faults",
  "next",
  "runnerUp",
  "proposals",
  "wouldChange",
  "beyondThree",
] as const satisfies readonly (keyof Verdict)[];

/** The answer to a bundle: what is said of its job, or why it was refused. */
export function answerOf(result: BundleResult): object {
  if (result.kind === "refused") return { refused: result.problems };
  const verdict = assessJob(recordOfBundle(result.job));
  return Object.fromEntries(TOLD.map((part) => [part, verdict[part]]));
}

/** The shape of every answer. */
export function answerSchema(): object {
  const { properties } = jsonSchemaOf(verdictSchema) as {
    readonly properties: Readonly<Record<string, unknown>>;
  };
  const problem = {
    type: "object",
    properties: { field: { type: "string" }, sentence: { type: "string" } },
    required: ["field", "sentence"],
  };
  return {
    $schema: "https://json-schema.org/draft/2020-12/schema",
    title: "What Green Fable answers to a job bundle",
    anyOf: [
      {
        type: "object",
        properties: Object.fromEntries(TOLD.map((part) => [part, properties[part]])),
        required: TOLD,
      },
      { type: "object", properties: { refused: { type: "array", items: problem } }, required: ["refused"] },
    ],
  };
}
