import type { FieldErrors, Resolver } from "react-hook-form";
import { uuidv7 } from "uuidv7";
import { intakeSchema } from "#contract/jobSchemas";
import type { Intake } from "#contract/jobs";
import { parseQuantity, RESISTANCE, TEMPERATURE } from "#core/quantity";
import type { Complaint, Connection, Consequence, Family, PastEvent } from "#core/record";

/** What the form holds, as typed. */
export interface IntakeFields {
  readonly name: string;
  readonly owner: string;
  readonly serial: string;
  readonly complaint: Complaint;
  readonly complaintWords: string;
  readonly events: PastEvent[];
  readonly family: Family;
  readonly connection: Connection;
  readonly consequence: Consequence;
  readonly polePairs: string;
  readonly expected: string;
  readonly expectedAt: string;
  readonly expectedSource: string;
  readonly limit: string;
  readonly wireA: string;
  readonly wireB: string;
  readonly wireC: string;
}

/** What an expected value is good for where nobody says better. */
const USUAL_TOLERANCE = 0.1;
const USUAL_TEMPERATURE = 20;

/** Where a problem of the contract's schema stands in the form. */
const FIELD_OF: Readonly<Record<string, keyof IntakeFields>> = {
  "motor.name": "name",
  "motor.owner": "owner",
  "motor.serial": "serial",
  "motor.polePairs": "polePairs",
  "motor.expected.ohms": "expected",
  "motor.expected.atTemperature": "expectedAt",
  "motor.expected.source": "expectedSource",
  "motor.balanceLimit": "limit",
  "motor.wireColours.A": "wireA",
  "motor.wireColours.B": "wireB",
  "motor.wireColours.C": "wireC",
  complaint: "complaint",
  complaintWords: "complaintWords",
};

export type IntakeResult =
  | { readonly kind: "intake"; readonly intake: Intake }
  | { readonly kind: "problems"; readonly problems: Readonly<Partial<Record<keyof IntakeFields, string>>> };

/**
 * Reads the form: quantities as a person types them, then the schema that the server validates with.
 * @param motorId id of the new motor, a UUID
 * @param now UTC, ISO 8601
 */
export function readIntake(fields: IntakeFields, motorId: string, now: string): IntakeResult {
  const problems: Partial<Record<keyof IntakeFields, string>> = {};
  const text = (name: "expected" | "expectedAt" | "polePairs" | "limit") => fields[name].trim();
  const ohms = text("expected") === "" ? null : parseQuantity(text("expected"), RESISTANCE);
  if (ohms?.kind === "refused") problems.expected = ohms.sentence;
  if (ohms?.kind === "open")
    problems.expected = "A sound pair is not open. Leave the expected resistance empty if unknown.";
  const heat = text("expectedAt") === "" ? null : parseQuantity(text("expectedAt"), TEMPERATURE);
  if (heat?.kind === "refused") problems.expectedAt = heat.sentence;
  const number = (name: "polePairs" | "limit") => Number(text(name).replace(",", ".").replace(/\s*%$/u, ""));
  if (text("polePairs") !== "" && Number.isNaN(number("polePairs")))
    problems.polePairs = "Pole pairs are a whole number: half the magnets.";
  if (text("limit") !== "" && Number.isNaN(number("limit")))
    problems.limit = "Give the limit in percent, such as 5.";
  const intake: Intake = {
    motor: {
      id: motorId,
      name: fields.name.trim(),
      owner: fields.owner.trim(),
      serial: fields.serial.trim(),
      family: fields.family,
      connection: fields.connection,
      polePairs: text("polePairs") === "" || problems.polePairs ? null : number("polePairs"),
      expected:
        ohms?.kind === "finite"
          ? {
              ohms: ohms.value,
              tolerance: USUAL_TOLERANCE,
              atTemperature: heat?.kind === "finite" ? heat.value : USUAL_TEMPERATURE,
              source: fields.expectedSource.trim() || "typed at take-in",
            }
          : null,
      wireColours: { A: fields.wireA.trim(), B: fields.wireB.trim(), C: fields.wireC.trim() },
      consequence: fields.consequence,
      balanceLimit: text("limit") === "" || problems.limit ? null : number("limit") / 100,
    },
    complaint: fields.complaint,
    complaintWords: fields.complaintWords.trim(),
    events: fields.events,
    takenInAt: now,
  };
  const { error } = intakeSchema.validate(intake, { abortEarly: false, convert: false });
  for (const { path, message } of error?.details ?? []) {
    const field = FIELD_OF[path.join(".")] ?? "name";
    problems[field] ??= message;
  }
  return Object.keys(problems).length > 0 ? { kind: "problems", problems } : { kind: "intake", intake };
}

/** The same reading as a form resolver: each problem at its field. */
export const intakeResolver: Resolver<IntakeFields> = (values) => {
  const result = readIntake(values, uuidv7(), new Date().toISOString());
  if (result.kind === "intake") return { values, errors: {} };
  const errors = Object.fromEntries(
    Object.entries(result.problems).map(([field, message]) => [field, { type: "refused", message }]),
  ) as FieldErrors<IntakeFields>;
  return { values: {}, errors };
};
