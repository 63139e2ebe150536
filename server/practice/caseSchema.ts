import Joi from "joi";
import { AMOUNTS, GRADES, motorOfCase, TOPICS, type CaseFile } from "#bench/caseFile";
import { AILMENTS } from "#bench/world";
import { COMPLAINTS, FAMILIES, PHASES } from "#core/record";

const share = Joi.number().min(0).max(1).required();
const line = (most: number) => Joi.string().trim().min(1).max(most).required();

/** What `motorOfCase` says of what fits no motor stands beside what is wrong with the form. */
const fitsAMotor: Joi.CustomValidator<CaseFile> = (file, helpers) => {
  try {
    motorOfCase(file);
    return file;
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    return helpers.message({ custom: `"ailments" do not fit: ${error.message}` });
  }
};

/** The file of a case. */
export const caseSchema = Joi.object<CaseFile>({
  format: Joi.string().valid("green-fable-case").required(),
  version: Joi.number().valid(1).required(),
  id: Joi.string()
    .pattern(/^[a-z0-9]+(?:-[a-z0-9]+)*$/u)
    .max(60)
    .required()
    .messages({ "string.pattern.base": "An id is small letters, digits and hyphens: warm-plug." }),
  said: line(120),
  about: line(120),
  grade: Joi.string()
    .valid(...GRADES)
    .required(),
  teaches: Joi.array()
    .items(Joi.string().valid(...Object.keys(TOPICS)))
    .min(1)
    .max(4)
    .unique()
    .required(),
  complaint: Joi.string()
    .valid(...COMPLAINTS)
    .required(),
  family: Joi.string()
    .valid(...FAMILIES)
    .required(),
  connection: Joi.string().valid("star", "delta").required(),
  known: Joi.object({ connection: Joi.boolean().required(), values: Joi.boolean().required() }).required(),
  pairOhms: Joi.number().min(0.001).max(1000).required(),
  polePairs: Joi.number().integer().min(1).max(100).required(),
  rpmPerVolt: Joi.number().min(0.1).max(20_000).required(),
  sensored: Joi.boolean().required(),
  onePiece: Joi.boolean().required(),
  ailments: Joi.array()
    .items(
      Joi.object({
        is: Joi.string()
          .valid(...AILMENTS.filter((one) => one !== "hidden"))
          .required(),
        at: Joi.string().valid(...PHASES),
        amount: Joi.number(),
      }),
    )
    .max(3)
    .required()
    .messages({ "array.max": "A case has three ailments at most." }),
  marks: Joi.object({ burnt: share, rust: share, wire: share }).required(),
  goodOnes: Joi.boolean().required(),
  seed: Joi.number().integer().min(1).max(2_000_000_000).required(),
  lesson: line(400),
}).custom(fitsAMotor);

/** What an amount means, for the document of the format. */
export const amountWords = (): readonly string[] =>
  Object.entries(AMOUNTS).map(
    ([ailment, { what, least, most, usual }]) =>
      `| ${ailment} | ${what} | ${least} to ${most} | ${Number(usual.toFixed(2))} |`,
  );
