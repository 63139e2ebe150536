import { isDeepStrictEqual } from "node:util";
import type { Transaction } from "sequelize";
import { serialKey, type Motor } from "#core/record";
import type { Models } from "../models/index.ts";

/** Who wrote down what is known of a motor, when, and why. */
export interface Author {
  readonly by: string;
  readonly at: string;
  readonly reason: string;
}

/** A motor as its row holds it. */
export const rowOf = (motor: Motor) => {
  const { id, name, owner, serial } = motor;
  return { id, name, owner, serial, serialKey: serialKey(serial), body: motor };
};

/**
 * Writes down what is known of a motor now, as a new version of it where something is new. Jobs that were taken in
 * before keep their own.
 */
export async function keepMotor(
  models: Models,
  motor: Motor,
  { by, at, reason }: Author,
  transaction: Transaction,
): Promise<void> {
  const before = await models.Motor.findByPk(motor.id, { transaction });
  if (before && isDeepStrictEqual(before.body, motor)) return;
  await models.Motor.upsert(rowOf(motor), { transaction });
  await models.MotorVersion.create(
    { motorId: motor.id, body: motor, byWhom: by, reason, at },
    { transaction },
  );
}
