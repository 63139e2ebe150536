import type { MotorModel } from "#contract/shop";
import { modelSchema } from "#contract/shopSchemas";
import {
  parseQuantity,
  plainNumber,
  POLE_PAIRS,
  quantityText,
  RESISTANCE,
  SPEED_CONSTANT,
  TEMPERATURE,
  type KvConvention,
  type QuantityKind,
} from "#core/quantity";
import type { Connection, Family, HallSpacing, MagnetMaterial } from "#core/record";

/** What the form of a model holds, as typed. */
export interface ModelFields {
  readonly name: string;
  readonly family: Family;
  readonly connection: Connection;
  readonly polePairs: string;
  readonly expected: string;
  readonly expectedAt: string;
  readonly expectedSource: string;
  readonly kv: string;
  readonly kvConvention: KvConvention;
  readonly kvSource: string;
  readonly hallSpacing: HallSpacing;
  readonly magnets: MagnetMaterial | "";
  readonly limit: string;
  readonly notes: string;
}

/** Where nobody says at which temperature a resistance holds, °C. */
const USUAL_ROOM = 20;

/** The form as a model fills it; empty for a new one. */
export function fieldsOf(model: MotorModel | null): ModelFields {
  const facts = model?.facts;
  return {
    name: model?.name ?? "",
    family: facts?.family ?? "hub",
    connection: facts?.connection ?? "unknown",
    polePairs: facts?.polePairs ? String(facts.polePairs) : "",
    expected: facts?.expected ? quantityText(facts.expected.ohms, RESISTANCE) : "",
    expectedAt: quantityText(facts?.expected?.atTemperature ?? USUAL_ROOM, TEMPERATURE),
    expectedSource: facts?.expected?.source ?? "",
    kv: facts?.speedConstant ? String(facts.speedConstant.rpmPerVolt) : "",
    kvConvention: facts?.speedConstant?.convention ?? "peak",
    kvSource: facts?.speedConstant?.source ?? "",
    hallSpacing: facts?.hallSpacing ?? "unknown",
    magnets: facts?.magnets ?? "",
    limit: facts?.balanceLimit ? String(facts.balanceLimit * 100) : "",
    notes: model?.notes ?? "",
  };
}

/** What an expected value is good for where nobody says better. */
const USUAL_TOLERANCE = 0.1;

export type ModelResult =
  | { readonly kind: "model"; readonly model: MotorModel }
  | { readonly kind: "problems"; readonly problems: Readonly<Record<string, string>> };

/** Reads the form; each problem stands at its field. */
export function readModel(fields: ModelFields, id: string, before: MotorModel | null): ModelResult {
  const problems: Record<string, string> = {};
  const read = (name: "polePairs" | "expected" | "kv", kind: QuantityKind) => {
    if (fields[name].trim() === "") return null;
    const parsed = parseQuantity(fields[name], kind);
    if (parsed.kind === "finite" && parsed.value > 0) return parsed.value;
    problems[name] = parsed.kind === "refused" ? parsed.sentence : "A value above zero, or leave it empty.";
    return null;
  };
  const [polePairs, ohms, kv] = [
    read("polePairs", POLE_PAIRS),
    read("expected", { ...RESISTANCE, canBeOpen: false }),
    read("kv", SPEED_CONSTANT),
  ];
  const percent = fields.limit.trim() === "" ? null : plainNumber(fields.limit);
  if (percent !== null && !(percent > 0)) problems["limit"] = "Give the limit in percent, such as 5.";
  const heat = fields.expectedAt.trim() === "" ? null : parseQuantity(fields.expectedAt, TEMPERATURE);
  if (heat?.kind === "refused") problems["expectedAt"] = heat.sentence;
  for (const [value, source, name] of [
    [ohms, fields.expectedSource, "expectedSource"],
    [kv, fields.kvSource, "kvSource"],
  ] as const)
    if (value !== null && source.trim() === "")
      problems[name] = "Say where the value comes from: nameplate, data sheet, own motors.";
  const model: MotorModel = {
    id,
    name: fields.name.trim(),
    facts: {
      family: fields.family,
      connection: fields.connection,
      polePairs,
      expected:
        ohms === null
          ? null
          : {
              ohms,
              tolerance: before?.facts.expected?.tolerance ?? USUAL_TOLERANCE,
              atTemperature: heat?.kind === "finite" ? heat.value : USUAL_ROOM,
              source: fields.expectedSource.trim(),
            },
      speedConstant:
        kv === null
          ? null
          : { rpmPerVolt: kv, convention: fields.kvConvention, source: fields.kvSource.trim() },
      hallSpacing: fields.hallSpacing,
      magnets: fields.magnets === "" ? null : fields.magnets,
      rated: before?.facts.rated ?? {},
      balanceLimit: percent === null || problems["limit"] ? null : percent / 100,
      // Pins and codes are put right at a motor's own plugs.
      ...(before?.facts.diagram &&
        before.facts.family === fields.family && { diagram: before.facts.diagram }),
    },
    notes: fields.notes.trim(),
  };
  const { error } = modelSchema.validate(model, { abortEarly: false, convert: false });
  for (const { path, message } of error?.details ?? []) {
    const last = String(path.at(-1));
    problems[
      { ohms: "expected", rpmPerVolt: "kv", atTemperature: "expectedAt", balanceLimit: "limit" }[last] ?? last
    ] ??= message;
  }
  return Object.keys(problems).length > 0 ? { kind: "problems", problems } : { kind: "model", model };
}
