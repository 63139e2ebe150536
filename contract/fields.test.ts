import { describe, expect, it } from "vitest";
import { ENTRY_SCHEMAS, intakeSchema, technicianSchema } from "./jobSchemas.ts";
import { aReading, INTAKE, uuid } from "../tests/entries.ts";

const why = (
  schema: { validate: (value: unknown, how: object) => { error?: Error | undefined } },
  value: unknown,
) => schema.validate(value, { convert: false }).error?.message;
const intake = (motor: object, part: object = {}) => ({
  ...INTAKE,
  ...part,
  motor: { ...INTAKE.motor, ...motor },
});

describe("what is typed", () => {
  it.each(["Trike\u0000 3", "Trike \ud800", "\udc00Trike"])(
    "refuses %j as a name: it cannot be kept as it is",
    (name) => {
      expect(why(intakeSchema, intake({ name }))).toMatch(/cannot be kept/u);
      expect(why(intakeSchema, intake({}, { complaintWords: name }))).toMatch(/cannot be kept/u);
      expect(why(ENTRY_SCHEMAS.reading, aReading(1, { typed: name }))).toMatch(/cannot be kept/u);
    },
  );

  it.each(["Trike\n3", "Trike\r\n3", "Trike\u20283", "Trike\u00853"])(
    "refuses %j as a name: it stands in one line",
    (name) => {
      expect(why(intakeSchema, intake({ name }))).toMatch(/one line/u);
      expect(why(technicianSchema, { id: uuid(1), initials: "MO", name })).toMatch(/one line/u);
      // Words of a complaint may have several.
      expect(why(intakeSchema, intake({}, { complaintWords: name }))).toBeUndefined();
    },
  );

  it.each(["ÖL-77 Ж", "🛠 trike", "日本", "a\u0301"])("takes %j as it is", (name) =>
    expect(why(intakeSchema, intake({ name }))).toBeUndefined(),
  );
});
