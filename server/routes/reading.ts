import type { Request } from "express";
import type { Schema } from "joi";
import { day } from "#contract/workSchemas";
import { problemsOf } from "#contract/problems";
import { Problem } from "../problem.ts";

/** The body as its schema wants it. @throws Problem 415 without JSON, 422 with each field and its sentence */
export function validated<T>(schema: Schema<T>, body: unknown): T {
  if (body === undefined) throw new Problem(415, "No JSON", "Send the body as application/json.");
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
  // One thing has one name, however it is written.
  return id.toLowerCase();
}

/** Longest name of a thing of the shop's own lists. */
const LONGEST_NAME = 120;

/** A name of the address, of a thing that the shop names itself. @throws Problem 404 where it is none */
export function nameOf(request: Request, name: string): string {
  const text = String(request.params[name]);
  if (text.length > LONGEST_NAME || /\p{Cc}/u.test(text))
    throw new Problem(404, "No such thing", "The shop has nothing of this name.");
  return text;
}

/** @throws Problem 422 where body and address name different things */
export function sameId(request: Request, name: string, id: string): void {
  if (id.toLowerCase() !== String(request.params[name]).toLowerCase())
    throw new Problem(422, "Ids differ", "The id in the body is not the one in the address.");
}

const LONGEST_QUERY = 100;

/** A word of the query; absent where it is empty or no word. */
export function textOf(request: Request, name: string): string | undefined {
  const text = request.query[name];
  if (typeof text === "string" && text.includes("\0"))
    throw new Problem(400, `Bad ${name}`, "A word to look for has no NUL in it.");
  return typeof text === "string" && text !== "" ? text.slice(0, LONGEST_QUERY) : undefined;
}

/** A day of the calendar, as 2026-03-02. @throws Problem 400 */
export function dayOf(request: Request, name: string): string {
  const { error, value } = day.required().validate(request.query[name]);
  if (error) throw new Problem(400, `Bad ${name}`, "Give the day as 2026-03-02.");
  return value as string;
}

const MOST_PAGES = 1_000_000;
const MOST_ITEMS = 500;
const USUAL_ITEMS = 50;

function wholeOf(request: Request, name: string, usual: number, most: number): number {
  const number = Number(request.query[name] ?? usual);
  if (!Number.isInteger(number) || number < 1 || number > most)
    throw new Problem(400, `Bad ${name}`, `A ${name} is a whole number from 1 to ${most}.`);
  return number;
}

/** The page asked for, from 1. @throws Problem 400 */
export const pageOf = (request: Request) => wholeOf(request, "page", 1, MOST_PAGES);

/** How many to a page. @throws Problem 400 */
export const sizeOf = (request: Request) => wholeOf(request, "size", USUAL_ITEMS, MOST_ITEMS);
