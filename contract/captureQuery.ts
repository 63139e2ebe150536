import Joi from "joi";
import { ROLES, type CaptureOptions, type ChannelRole } from "#core/capture";
import { oneOf } from "./fields.ts";

/** What is said with a recording that is sent, as it stands in the address. */
export interface CaptureQuery {
  readonly as?: string;
  readonly polePairs?: number;
  readonly slots?: number;
  readonly ratedKv?: number;
  readonly turned?: "forward" | "backward";
}

const whole = (name: string, least: number, most: number) =>
  Joi.number()
    .integer()
    .min(least)
    .max(most)
    .messages({ "*": `${name} is a whole number from ${least} to ${most}.` });

const isRole = (word: string): word is ChannelRole => ROLES.some((role) => role === word);

/** The same words as `npm run capture` takes. */
export const captureQuerySchema = Joi.object<CaptureQuery>({
  as: Joi.string()
    .max(200)
    .custom((text: string, helpers) =>
      text.split(",").every((word) => isRole(word.trim().toUpperCase())) ? text : helpers.error("as.unknown"),
    )
    .messages({
      "as.unknown": `as names what the columns carry, in their order, apart by commas: ${ROLES.join(" ")}.`,
    }),
  polePairs: whole("polePairs", 1, 200),
  slots: whole("slots", 3, 400),
  ratedKv: Joi.number().greater(0).max(1e6).messages({ "*": "ratedKv is a number of rpm/V above 0." }),
  turned: oneOf("direction", ["forward", "backward"] as const),
});

/** What a recording is read with, from the words of the address. */
export const optionsOf = ({ as, polePairs, slots, ratedKv, turned }: CaptureQuery): CaptureOptions => ({
  as: as === undefined ? null : as.split(",").map((word) => word.trim().toUpperCase() as ChannelRole),
  polePairs: polePairs ?? null,
  slots: slots ?? null,
  ratedConstant: ratedKv ?? null,
  turned: turned ?? null,
});
