import type { FieldErrors, Resolver } from "react-hook-form";
import { uuidv7 } from "uuidv7";
import { intakeSchema } from "#contract/jobSchemas";
import type { Intake } from "#contract/jobs";
import type { MotorModel } from "#contract/shop";
import {
  CURRENT,
  parseQuantity,
  POLE_PAIRS,
  quantityText,
  RESISTANCE,
  SPEED,
  SPEED_CONSTANT,
  TEMPERATURE,
  VOLTAGE,
  type KvConvention,
  type QuantityKind,
} from "#core/quantity";
import type {
  Complaint,
  Connection,
  Consequence,
  Family,
  HallSpacing,
  MagnetMaterial,
  PastEvent,
} from "#core/record";

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
  readonly kv: string;
  readonly kvConvention: KvConvention;
  readonly hallSpacing: HallSpacing | "";
  readonly magnets: MagnetMaterial | "";
  readonly ratedVolts: string;
  readonly ratedAmperes: string;
  readonly ratedRpm: string;
  readonly modelId: string;
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
  "motor.speedConstant.rpmPerVolt": "kv",
  "motor.rated.volts": "ratedVolts",
  "motor.rated.amperes": "ratedAmperes",
  "motor.rated.rpm": "ratedRpm",
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
  const text = (name: "expected" | "expectedAt" | "limit") => fields[name].trim();
  /** A quantity typed in a field that may be left empty; a problem stands at the field. */
  const read = (
    name: "polePairs" | "kv" | "ratedVolts" | "ratedAmperes" | "ratedRpm",
    kind: QuantityKind,
  ) => {
    if (fields[name].trim() === "") return null;
    const parsed = parseQuantity(fields[name], kind);
    if (parsed.kind === "finite" && parsed.value > 0) return parsed.value;
    problems[name] =
      parsed.kind === "refused"
        ? parsed.sentence
        : `A ${kind.name} of zero says nothing: leave it empty if unknown.`;
    return null;
  };
  const polePairs = read("polePairs", POLE_PAIRS);
  const kv = read("kv", SPEED_CONSTANT);
  const [volts, amperes, rpm] = [
    read("ratedVolts", VOLTAGE),
    read("ratedAmperes", CURRENT),
    read("ratedRpm", SPEED),
  ];
  const ohms = text("expected") === "" ? null : parseQuantity(text("expected"), RESISTANCE);
  if (ohms?.kind === "refused") problems.expected = ohms.sentence;
  if (ohms?.kind === "open")
    problems.expected = "A sound pair is not open. Leave the expected resistance empty if unknown.";
  const heat = text("expectedAt") === "" ? null : parseQuantity(text("expectedAt"), TEMPERATURE);
  if (heat?.kind === "refused") problems.expectedAt = heat.sentence;
  const percent = Number(text("limit").replace(",", ".").replace(/\s*%$/u, ""));
  if (text("limit") !== "" && Number.isNaN(percent)) problems.limit = "Give the limit in percent, such as 5.";
  const intake: Intake = {
    motor: {
      id: motorId,
      name: fields.name.trim(),
      owner: fields.owner.trim(),
      serial: fields.serial.trim(),
      family: fields.family,
      connection: fields.connection,
      polePairs,
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
      balanceLimit: text("limit") === "" || problems.limit ? null : percent / 100,
      speedConstant:
        kv === null ? null : { rpmPerVolt: kv, convention: fields.kvConvention, source: "typed at take-in" },
      ...(fields.hallSpacing !== "" && { hallSpacing: fields.hallSpacing }),
      magnets: fields.magnets === "" ? null : fields.magnets,
      rated: {
        ...(volts !== null && { volts }),
        ...(amperes !== null && { amperes }),
        ...(rpm !== null && { rpm }),
      },
      modelId: fields.modelId === "" ? null : fields.modelId,
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

/** What a model fills in, as typed. */
export function fieldsOfModel({ facts }: MotorModel): Partial<IntakeFields> {
  const { expected, speedConstant, rated } = facts;
  const plain = (value: number | null | undefined) => (value ? String(value) : "");
  return {
    family: facts.family,
    connection: facts.connection,
    polePairs: plain(facts.polePairs),
    expected: expected ? quantityText(expected.ohms, RESISTANCE) : "",
    expectedAt: expected ? quantityText(expected.atTemperature, TEMPERATURE) : "",
    expectedSource: expected?.source ?? "",
    kv: plain(speedConstant?.rpmPerVolt),
    kvConvention: speedConstant?.convention ?? "peak",
    hallSpacing: facts.hallSpacing ?? "",
    magnets: facts.magnets ?? "",
    ratedVolts: plain(rated?.volts),
    ratedAmperes: plain(rated?.amperes),
    ratedRpm: plain(rated?.rpm),
    limit: facts.balanceLimit ? String(facts.balanceLimit * 100) : "",
  };
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
