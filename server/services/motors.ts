import { isDeepStrictEqual } from "node:util";
import type { Transaction } from "sequelize";
import { jobName, type Motor } from "#core/record";
import type { Models } from "../models/index.ts";

/** Who wrote down what is known of a motor, when, and why. */
export interface Author {
  readonly by: string;
  readonly at: string;
  readonly reason: string;
}

/** What jobs of a motor are found by. */
export function searchOf(number: number, { name, owner, serial }: Motor): string {
  return `${jobName(number)} ${name} ${owner} ${serial}`.toLowerCase();
}

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
  const { id, name, owner, serial } = motor;
  await models.Motor.upsert({ id, name, owner, serial, body: motor }, { transaction });
  await models.MotorVersion.create({ motorId: id, body: motor, byWhom: by, reason, at }, { transaction });
}
