import type { JobRecord } from "#core/record";
import { BUNDLE_VERSION, bundleSchema } from "./schemas.ts";
import { problemsOf, type FieldProblem } from "./problems.ts";

export interface JobBundle {
  readonly format: "green-fable-job";
  readonly version: number;
  readonly job: JobRecord;
}

export type BundleResult =
  | { readonly kind: "read"; readonly bundle: JobBundle }
  | { readonly kind: "refused"; readonly problems: readonly FieldProblem[] };

/** Writes a job as a bundle. */
export function toBundle(job: JobRecord): JobBundle {
  return { format: "green-fable-job", version: BUNDLE_VERSION, job };
}

/**
 * Reads a bundle's JSON text. Version and format are judged before the body, so that a newer file is
 * refused as newer and not as broken.
 */
export function readBundle(text: string): BundleResult {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    return { kind: "refused", problems: [{ field: "", sentence: `This file is not JSON: ${why}` }] };
  }
  const head = bundleSchema
    .fork(["job"], (schema) => schema.optional())
    .validate(raw, { stripUnknown: true, convert: false });
  const newer = head.error?.details.find(({ path }) => path[0] === "version" || path[0] === "format");
  if (newer) return { kind: "refused", problems: [{ field: newer.path.join("."), sentence: newer.message }] };
  const { error, value } = bundleSchema.validate(raw, { abortEarly: false, convert: false });
  if (error) return { kind: "refused", problems: problemsOf(error) };
  const bundle = value as JobBundle;
  const known = new Set(bundle.job.instruments.map(({ id }) => id));
  const missing = bundle.job.readings.findIndex(
    ({ instrumentId }) => instrumentId !== null && !known.has(instrumentId),
  );
  if (missing >= 0)
    return {
      kind: "refused",
      problems: [
        {
          field: `job.readings.${missing}.instrumentId`,
          sentence: "This reading names an instrument that the bundle does not list.",
        },
      ],
    };
  return { kind: "read", bundle };
}
