import { readFileSync } from "node:fs";
import Joi from "joi";
import { soundMotor, type MotorOnTable } from "#bench/table";
import type { WindingFault } from "#bench/windings";
import { byKind } from "#contract/fields";
import { PHASES } from "#core/record";

const phase = Joi.string().valid(...PHASES);
const share = Joi.number().min(0).max(1).required();
const ohms = Joi.number().min(0).required();

/** Each fault of a winding with what it takes. */
const FAULTS: { readonly [Kind in WindingFault["kind"]]: Readonly<Record<string, Joi.Schema>> } = {
  limbOpen: { limb: phase.required() },
  leadOpen: { lead: phase.required() },
  starJointOpen: {},
  turnsShorted: { limb: phase.required(), share },
  leadsShorted: { leads: Joi.array().items(phase).length(2).unique().required() },
  jointHigh: { limb: phase.required(), ohms },
  leadHigh: { lead: phase.required(), ohms },
  pathOpen: { limb: phase.required() },
  limbReversed: { limb: phase.required() },
};

/** A motor as a file describes it. */
interface MotorFile {
  readonly connection: "star" | "delta";
  readonly limbOhms: Readonly<Record<(typeof PHASES)[number], number>>;
  readonly polePairs: number;
  readonly rpmPerVolt: number;
  readonly faults: readonly WindingFault[];
  readonly frameOhms: number | null;
  readonly flux: number;
  readonly deadSignals: readonly (typeof PHASES)[number][];
}

const motorSchema = Joi.object<MotorFile>({
  connection: Joi.string().valid("star", "delta").required(),
  limbOhms: Joi.object(
    Object.fromEntries(PHASES.map((name) => [name, Joi.number().positive().required()])),
  ).required(),
  polePairs: Joi.number().integer().min(1).max(200).required(),
  rpmPerVolt: Joi.number().positive().required(),
  faults: Joi.array()
    .items(byKind("kind", FAULTS, `A fault is one of: ${Object.keys(FAULTS).join(", ")}.`))
    .default([]),
  frameOhms: Joi.number().min(0).allow(null).default(null),
  flux: Joi.number().min(0.1).max(1.5).default(1),
  deadSignals: Joi.array().items(phase).unique().default([]),
});

/** A sound hub motor of the invented shop. */
const SOUND: MotorFile = {
  connection: "star",
  limbOhms: { A: 0.081, B: 0.0812, C: 0.0808 },
  polePairs: 23,
  rpmPerVolt: 9.4,
  ...{ faults: [], frameOhms: null, flux: 1, deadSignals: [] },
};

const onTable = ({ connection, limbOhms, polePairs, rpmPerVolt, ...rest }: MotorFile): MotorOnTable => ({
  motor: {
    ...soundMotor("hub", { connection, limb: limbOhms, faults: rest.faults }),
    frameOhms: rest.frameOhms ?? Infinity,
    flux: rest.flux,
    deadSignals: rest.deadSignals,
  },
  polePairs,
  rpmPerVolt,
});

/** Reads a motor out of a file, or takes the sound one. @throws Error with one sentence where it is none */
export function motorFrom(file: string | undefined): MotorOnTable {
  if (file === undefined) return onTable(SOUND);
  let read: unknown;
  try {
    read = JSON.parse(readFileSync(file, "utf8"));
  } catch (error) {
    throw new Error(`${file} is no JSON file: ${error instanceof Error ? error.message : ""}.`, {
      cause: error,
    });
  }
  const { error, value } = motorSchema.validate(read, { convert: false });
  if (error) throw new Error(`${file} describes no motor: ${error.message}.`);
  return onTable(value);
}
