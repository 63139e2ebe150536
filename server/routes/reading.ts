import type { Request } from "express";
import type { ObjectSchema } from "joi";
import { problemsOf } from "#contract/problems";
import { Problem } from "../problem.ts";

/** The body as its schema wants it. @throws Problem 422 with each field and its sentence */
export function validated<T>(schema: ObjectSchema<T>, body: unknown): T {
  const { error, value } = schema.validate(body, { abortEarly: false, convert: false });
  if (error) {
    const fields = problemsOf(error);
    throw new Problem(422, "Not accepted", fields[0]?.sentence ?? "The body was not accepted.", { fields });
  }
  return value;
}

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/iu;

/** An id of the address. @throws Problem 404 where it is none */
export function idOf(request: Request, name: string): string {
  const id = String(request.params[name]);
  if (!UUID.test(id))
    throw new Problem(404, "No such thing", `“${id.slice(0, 60)}” is not an id of this bench.`);
  return id;
}

/** @throws Problem 422 where body and address name different things */
export function sameId(request: Request, name: string, id: string): void {
  if (id !== String(request.params[name]))
    throw new Problem(422, "Ids differ", "The id in the body is not the one in the address.");
}

const LONGEST_QUERY = 100;

/** A word of the query; absent where it is empty or no word. */
export function textOf(request: Request, name: string): string | undefined {
  const text = request.query[name];
  return typeof text === "string" && text !== "" ? text.slice(0, LONGEST_QUERY) : undefined;
}

/** The page asked for, from 1. @throws Problem 400 */
export function pageOf(request: Request): number {
  const page = Number(request.query["page"] ?? 1);
  if (!Number.isInteger(page) || page < 1)
    throw new Problem(400, "Bad page", "A page is a whole number from 1.");
  return page;
}

export const jobName = (number: number) => `J-${String(number).padStart(4, "0")}`;
