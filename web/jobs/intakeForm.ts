import { uuidv7 } from "uuidv7";
import { intakeSchema } from "#contract/jobSchemas";
import type { MotorModel } from "#contract/shop";
import { diagramProblems } from "#core/families";
import {
  CURRENT,
  parseQuantity,
  plainNumber,
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
import { FAMILY_FACTS } from "#core/families";
import {
  type Complaint,
  type Connection,
  type Consequence,
  type Diagram,
  type Family,
  type HallSpacing,
  type Intake,
  type IntakeChanges,
  type MagnetMaterial,
  type Motor,
  type PastEvent,
  type Pressing,
  type Warranty,
} from "#core/record";
import { resolverOf } from "../ui/formProblems.ts";

/** What the form holds, as typed. */
export interface IntakeFields {
  readonly name: string;
  readonly owner: string;
  readonly serial: string;
  readonly contact: string;
  /** A day, as 2026-03-02; empty where nobody promised. */
  readonly promised: string;
  /** Empty where nobody said. */
  readonly pressing: Pressing | "";
  /** Empty until somebody says. */
  readonly complaint: Complaint | "";
  readonly complaintWords: string;
  readonly events: PastEvent[];
  readonly family: Family | "";
  readonly connection: Connection;
  readonly consequence: Consequence | "";
  readonly polePairs: string;
  readonly expected: string;
  readonly expectedAt: string;
  readonly expectedSource: string;
  readonly limit: string;
  readonly kv: string;
  readonly kvConvention: KvConvention;
  readonly hallSpacing: HallSpacing | "";
  readonly magnets: MagnetMaterial | "";
  /** Empty where nobody asked. */
  readonly warranty: Warranty | "";
  readonly ratedVolts: string;
  readonly ratedAmperes: string;
  readonly ratedRpm: string;
  /** Lines of the supply; empty where nobody said. */
  readonly lines: "" | "1" | "2" | "3";
  readonly onePiece: "" | "yes" | "no";
  /** What the model's or the motor's own diagram says; nothing is typed here. */
  readonly diagram: Diagram | null;
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
  "motor.rated.voltsMost": "ratedVolts",
  "motor.rated.amperes": "ratedAmperes",
  "motor.rated.rpm": "ratedRpm",
  "motor.wireColours.A": "wireA",
  "motor.wireColours.B": "wireB",
  "motor.wireColours.C": "wireC",
  complaint: "complaint",
  complaintWords: "complaintWords",
  contact: "contact",
  promised: "promised",
  pressing: "pressing",
};

export const EMPTY: IntakeFields = {
  name: "",
  owner: "",
  serial: "",
  contact: "",
  promised: "",
  pressing: "",
  complaint: "",
  complaintWords: "",
  events: [],
  family: "",
  connection: "unknown",
  consequence: "",
  polePairs: "",
  expected: "",
  expectedAt: "",
  expectedSource: "",
  limit: "",
  kv: "",
  kvConvention: "peak",
  hallSpacing: "",
  magnets: "",
  warranty: "",
  ratedVolts: "",
  ratedAmperes: "",
  ratedRpm: "",
  lines: "",
  onePiece: "",
  diagram: null,
  modelId: "",
  wireA: "",
  wireB: "",
  wireC: "",
};

/** What stands on the second page of a take-in. */
export const PLATE_FIELDS: ReadonlySet<keyof IntakeFields> = new Set([
  "connection",
  "polePairs",
  "expected",
  "expectedAt",
  "expectedSource",
  "limit",
  "kv",
  "kvConvention",
  "hallSpacing",
  "magnets",
  "warranty",
  "ratedVolts",
  "ratedAmperes",
  "ratedRpm",
  "lines",
  "onePiece",
  "wireA",
  "wireB",
  "wireC",
]);

/** What nobody is spared to say: everything else follows from it. */
const ASKED = {
  complaint: "Say what is wrong with it: the odds of every fault depend on it.",
  family: "Say which kind of motor it is: limits, plan and verdict depend on it.",
  consequence: "Say what a failure in use would mean.",
} as const;

export type IntakeResult =
  | { readonly kind: "intake"; readonly intake: Intake }
  | { readonly kind: "problems"; readonly problems: Readonly<Partial<Record<keyof IntakeFields, string>>> };

/**
 * Reads the form: quantities as a person types them, then the schema that the server validates with.
 * @param motorId id of the new motor, a UUID
 * @param now UTC, ISO 8601
 */
export function readIntake(fields: IntakeFields, motorId: string, now: string, by?: string): IntakeResult {
  const problems: Partial<Record<keyof IntakeFields, string>> = {};
  for (const [name, sentence] of Object.entries(ASKED))
    if (fields[name as keyof typeof ASKED] === "") problems[name as keyof typeof ASKED] = sentence;
  const text = (name: "expected" | "expectedAt" | "limit") => fields[name].trim();
  /** A quantity typed in a field that may be left empty; a problem stands at the field. */
  const read = (
    name: "polePairs" | "kv" | "ratedVolts" | "ratedAmperes" | "ratedRpm",
    kind: QuantityKind,
    typed = fields[name],
  ) => {
    if (typed.trim() === "") return null;
    const parsed = parseQuantity(typed, kind);
    if (parsed.kind === "finite" && parsed.value > 0) return parsed.value;
    problems[name] =
      parsed.kind === "refused"
        ? parsed.sentence
        : `A ${kind.name} of zero says nothing: leave it empty if unknown.`;
    return null;
  };
  const polePairs = read("polePairs", POLE_PAIRS);
  const kv = read("kv", SPEED_CONSTANT);
  const [lower, higher] = fields.ratedVolts.split(/(?<=[\dV])\s*(?:[-–/]|\bto\b)\s*(?=\d)/iu);
  const [volts, voltsMost, amperes, rpm] = [
    read("ratedVolts", VOLTAGE, lower),
    higher === undefined ? null : read("ratedVolts", VOLTAGE, higher),
    read("ratedAmperes", CURRENT),
    read("ratedRpm", SPEED),
  ];
  const ohms = text("expected") === "" ? null : parseQuantity(text("expected"), RESISTANCE);
  if (ohms?.kind === "refused") problems.expected = ohms.sentence;
  if (ohms?.kind === "open")
    problems.expected = "A sound pair is not open. Leave the expected resistance empty if unknown.";
  const heat = text("expectedAt") === "" ? null : parseQuantity(text("expectedAt"), TEMPERATURE);
  if (heat?.kind === "refused") problems.expectedAt = heat.sentence;
  const percent = plainNumber(text("limit"));
  if (text("limit") !== "" && Number.isNaN(percent)) problems.limit = "Give the limit in percent, such as 5.";
  const motor: Motor = {
    id: motorId,
    name: fields.name.trim(),
    owner: fields.owner.trim(),
    serial: fields.serial.trim(),
    family: fields.family || "hub",
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
    consequence: fields.consequence || "nuisance",
    balanceLimit: text("limit") === "" || problems.limit ? null : percent / 100,
    speedConstant:
      kv === null ? null : { rpmPerVolt: kv, convention: fields.kvConvention, source: "typed at take-in" },
    ...(fields.hallSpacing !== "" && { hallSpacing: fields.hallSpacing }),
    magnets: fields.magnets === "" ? null : fields.magnets,
    rated: {
      ...(volts !== null && { volts }),
      ...(volts !== null && voltsMost !== null && { voltsMost }),
      ...(amperes !== null && { amperes }),
      ...(rpm !== null && { rpm }),
      ...(fields.lines !== "" && { lines: Number(fields.lines) as 1 | 2 | 3 }),
    },
    modelId: fields.modelId === "" ? null : fields.modelId,
    ...(fields.warranty !== "" && { warranty: fields.warranty }),
    ...(fields.onePiece !== "" && { onePiece: fields.onePiece === "yes" }),
  };
  const { diagram } = fields;
  const intake: Intake = {
    // A diagram belongs to its family: that of another is left behind.
    motor: {
      ...motor,
      ...(diagram && { diagram: diagramProblems({ ...motor, diagram }).length === 0 ? diagram : null }),
    },
    complaint: fields.complaint || "noRun",
    complaintWords: fields.complaintWords.trim(),
    events: fields.events,
    takenInAt: now,
    ...(by && { by }),
    ...(fields.contact.trim() !== "" && { contact: fields.contact.trim() }),
    ...(fields.promised !== "" && { promised: fields.promised }),
    ...(fields.pressing !== "" && { pressing: fields.pressing }),
  };
  const { error } = intakeSchema.validate(intake, { abortEarly: false, convert: false });
  for (const { path, message } of error?.details ?? []) {
    const field = FIELD_OF[path.join(".")] ?? "name";
    problems[field] ??= message;
  }
  return Object.keys(problems).length > 0 ? { kind: "problems", problems } : { kind: "intake", intake };
}

type Facts = MotorModel["facts"];

/** What is known of a motor, as typed. */
function fieldsOfFacts(facts: Facts): Partial<IntakeFields> {
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
    ratedVolts: rated?.voltsMost ? `${rated.volts}-${rated.voltsMost} V` : plain(rated?.volts),
    ratedAmperes: plain(rated?.amperes),
    ratedRpm: plain(rated?.rpm),
    lines: rated?.lines === undefined ? "" : (`${rated.lines}` as const),
    onePiece: facts.onePiece === undefined ? "" : facts.onePiece ? "yes" : "no",
    diagram: facts.diagram ?? null,
    limit: facts.balanceLimit ? String(facts.balanceLimit * 100) : "",
  };
}

/** What a model fills in, as typed, with the consequence its family usually has. */
export function fieldsOfModel({ id, facts }: MotorModel): Partial<IntakeFields> {
  return {
    ...fieldsOfFacts(facts),
    modelId: id,
    consequence: FAMILY_FACTS[facts.family].usualConsequence,
  };
}

/** What is known of a unit, as typed. */
export function fieldsOfMotor(motor: Motor): Partial<IntakeFields> {
  return {
    ...fieldsOfFacts(motor as Facts),
    name: motor.name,
    owner: motor.owner,
    serial: motor.serial,
    consequence: motor.consequence,
    modelId: motor.modelId ?? "",
    warranty: motor.warranty ?? "",
    wireA: motor.wireColours.A,
    wireB: motor.wireColours.B,
    wireC: motor.wireColours.C,
  };
}

/** A take-in as the form holds it, to be put right. */
export function fieldsOfIntake({
  motor,
  complaint,
  complaintWords,
  events,
  contact = "",
  promised = "",
  pressing,
}: Omit<Intake, "takenInAt">): IntakeFields {
  return {
    ...EMPTY,
    ...fieldsOfMotor(motor),
    complaint,
    complaintWords,
    events: [...events],
    contact,
    promised,
    pressing: pressing ?? "",
  };
}

/** The name of the next one of several alike: its last number one higher, or the name as it is. */
function nextName(name: string): string {
  return name.replace(/\d+(?=\D*$)/u, (number) => String(Number(number) + 1).padStart(number.length, "0"));
}

/** Another one like it, such as the next arm: a unit of its own, with a serial and a complaint still to be said. */
export function fieldsOfNext(intake: Omit<Intake, "takenInAt">): IntakeFields {
  return {
    ...fieldsOfIntake(intake),
    name: nextName(intake.motor.name),
    serial: "",
    complaintWords: "",
    promised: "",
  };
}

/** What two take-ins differ in, as a correction carries it; empty where they do not. */
export function changesBetween(before: Intake, after: Intake): IntakeChanges {
  const differs = (one: unknown, other: unknown) =>
    JSON.stringify(one ?? null) !== JSON.stringify(other ?? null);
  const motor = Object.fromEntries(
    Object.entries(after.motor).filter(
      ([field, value]) => field !== "id" && differs(before.motor[field as keyof Motor], value),
    ),
  );
  return {
    ...(Object.keys(motor).length > 0 && { motor }),
    ...(before.complaint !== after.complaint && { complaint: after.complaint }),
    ...(before.complaintWords !== after.complaintWords && { complaintWords: after.complaintWords }),
    ...(differs(before.events, after.events) && { events: after.events }),
    ...((before.contact ?? "") !== (after.contact ?? "") && { contact: after.contact ?? "" }),
    ...((before.promised ?? "") !== (after.promised ?? "") && { promised: after.promised ?? "" }),
    ...(after.pressing && before.pressing !== after.pressing && { pressing: after.pressing }),
  };
}

/** The same reading as a form resolver: each problem at its field. */
export const intakeResolver = resolverOf<IntakeFields>((fields) => {
  const result = readIntake(fields, uuidv7(), new Date().toISOString());
  return result.kind === "problems" ? result.problems : {};
});
