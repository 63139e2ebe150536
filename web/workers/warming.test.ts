import { describe, expect, it } from "vitest";
import { kindOf } from "#core/judge";
import { FAMILIES } from "#core/record";
import { EMPTY } from "../jobs/intakeForm.ts";
import { USUAL } from "./warming.ts";

describe("what warms the worker up", () => {
  it.each(FAMILIES)("holds a motor of the kind that a %s is taken in as", (family) => {
    const kinds = USUAL.map(({ motor }) => kindOf(motor));
    const { connection } = EMPTY;
    const usual = kinds.filter((kind) => kind.family === family && kind.connection === connection);
    expect(usual).not.toEqual([]);
  });
});
