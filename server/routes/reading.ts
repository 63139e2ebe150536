import type { Request } from "express";
import type { Schema } from "joi";
import { problemsOf } from "#contract/problems";
import { Problem } from "../problem.ts";

/** The body as its schema wants it. @throws Problem 422 with each field and its sentence */
export function validated<T>(schema: Schema, body: unknown): T {
  const { error, value } = schema.validate(body, { abortEarly: false, convert: false });
  if (error) {
    const fields = problemsOf(error);
    throw new Problem(422, "Not accepted", fields[0]?.sentence ?? "The body was not accepted.", { fields });
  }
  return value as T;
}

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/iu;

/** An id of the address. @throws Problem 404 where it is none */
export function idOf(request: Request, name: string): string {
  const id = String(request.params[name]);
  if (!UUID.test(id))
    throw new Problem(404, "No such thing", `“${id.slice(0, 60)}” is not an id of this bench.`);
  return id;
}

/** The page asked for, from 1. @throws Problem 400 */
export function pageOf(request: Request): number {
  const page = Number(request.query["page"] ?? 1);
  if (!Number.isInteger(page) || page < 1)
    throw new Problem(400, "Bad page", "A page is a whole number from 1.");
  return page;
}
