import type { Schema } from "joi";
import { describe, expect, it } from "vitest";
import { ENTRY_KINDS } from "#core/record";
import {
  asOldBundle,
  DECISION,
  HUB,
  job,
  MILLIOHM,
  pairs,
  REPAIR,
  reading,
  TACHOMETER,
} from "../tests/jobs.ts";
import { readBundle, recordOfBundle } from "./bundle.ts";
import { ENTRY_SCHEMAS, intakeSchema, technicianSchema } from "./jobSchemas.ts";
import { openApi } from "./openApi.ts";
import { problemsOf } from "./problems.ts";
import { API, ENTRY_PATHS, versionOfTag, versionTag } from "./routes.ts";
import { instrumentSchema } from "./instrumentSchema.ts";
import { motorSchema } from "./motorSchema.ts";
import { readingSchema } from "./readingSchema.ts";

const INTAKE = {
  motor: HUB,
  complaint: "noRun",
  complaintWords: "",
  events: [],
  takenInAt: "2026-03-02T09:00:00.000Z",
};
const READING = reading({ check: "winding", slot: "AB", value: { kind: "ohms", ohms: 0.128 } });

function problems(schema: Schema, body: unknown) {
  const { error } = schema.validate(body, { abortEarly: false, convert: false });
  return error ? problemsOf(error) : [];
}

describe("a reading that an instrument said itself", () => {
  const latched = { reads: "ohms", range: 0.2, count: 9, spread: 1e-5, typeA: { u: 1e-5, freedom: 5 } };
  const SAID = { ...READING, instrumentId: MILLIOHM.id, latched };

  it("names its instrument, and is of its place", () => {
    expect(problems(readingSchema, SAID)).toEqual([]);
    expect(problems(readingSchema, { ...SAID, instrumentId: null })[0]?.sentence).toMatch(
      /names the instrument/u,
    );
    expect(problems(readingSchema, { ...SAID, latched: { ...latched, reads: "acVolts" } })[0]?.sentence).toBe(
      "“AB” takes no alternating voltage that an instrument said.",
    );
    expect(problems(readingSchema, { ...SAID, value: { kind: "open" } })[0]?.sentence).toMatch(
      /takes no resistance/u,
    );
    expect(
      problems(readingSchema, { ...SAID, slot: "temperature", value: { kind: "celsius", celsius: 20 } })[0]
        ?.sentence,
    ).toMatch(/takes no resistance/u);
  });

  it("says how often, and how well: nothing else is taken for that", () => {
    for (const wrong of [
      { count: 0 },
      { count: 1.5 },
      { spread: -1 },
      { range: 0 },
      { typeA: { u: -1, freedom: 5 } },
      { typeA: { u: 1, freedom: 0 } },
      { mood: "good" },
    ])
      expect(problems(readingSchema, { ...SAID, latched: { ...latched, ...wrong } })).not.toEqual([]);
  });
});

describe("a reading", () => {
  it.each([
    ["a negative resistance", { kind: "ohms", ohms: -0.1 }, "value.ohms", /below zero/u],
    ["more than any meter reads", { kind: "ohms", ohms: 1e13 }, "value.ohms", /1 TΩ/u],
    ["not a number", { kind: "ohms", ohms: NaN }, "value.ohms", /number of ohms/u],
    ["an infinite one", { kind: "ohms", ohms: Infinity }, "value.ohms", /finite/u],
    ["text", { kind: "ohms", ohms: "0.1" }, "value.ohms", /number of ohms/u],
    ["no ohms at all", { kind: "ohms" }, "value.ohms", /./u],
    [
      "colder than any winding",
      { kind: "celsius", celsius: -80 },
      "value.celsius",
      /no winding temperature/u,
    ],
    ["hotter than any winding", { kind: "celsius", celsius: 400 }, "value.celsius", /would be gone/u],
    ["an unknown kind", { kind: "volts", volts: 3 }, "value", /must say its kind/u],
    ["no kind", {}, "value", /./u],
  ])("of %s is refused at its field", (_, value, field, sentence) => {
    const found = problems(readingSchema, { ...READING, value });
    expect(found[0]?.field).toBe(field);
    expect(found[0]?.sentence).toMatch(sentence);
  });

  it.each([
    ["id", { id: "12" }],
    ["check", { check: "horoscope" }],
    ["epoch", { epoch: -1 }],
    ["epoch", { epoch: 0.5 }],
    ["takenAt", { takenAt: "yesterday" }],
    ["by", { by: undefined }],
    ["supersedes", { supersedes: "the one before" }],
    ["slot", { slot: "x".repeat(200) }],
    ["colour", { colour: "green" }],
  ])("with a bad %s is refused", (field, part) => {
    expect(problems(readingSchema, { ...READING, ...part }).map((problem) => problem.field)).toContain(field);
  });

  it.each([
    ["winding", "AB", { kind: "ohms", ohms: 0 }],
    ["winding", "AB", { kind: "open" }],
    ["winding", "temperature", { kind: "celsius", celsius: 21.5 }],
    ["backemf", "AB", { kind: "quantity", quantity: "volts", value: 0.75 }],
    ["mechanical", "turn", { kind: "choice", choice: "even" }],
    ["mechanical", "seen", { kind: "choices", choices: [] }],
    ["mechanical", "note", { kind: "text", text: "" }],
    ["mechanical", "photo", { kind: "photo", photo: "a".repeat(64) }],
    ["mechanical", "photo", { kind: "photo", photo: HUB.id }],
    ["hall", "skipped", { kind: "skipped", reason: "no access" }],
    ["hall", "skipped", { kind: "withdrawn", reason: "there is access" }],
    ["power", "skipped.sister", { kind: "skipped", reason: "none here", what: "A known-good motor" }],
    ["power", "skipped.sister", { kind: "withdrawn", reason: "one was found" }],
    ["winding", "AB", { kind: "withdrawn", reason: "wrong pair" }],
  ])("in %s, %s, of %j is accepted", (check, slot, value) => {
    const supersedes = value.kind === "withdrawn" ? HUB.id : null;
    expect(problems(readingSchema, { ...READING, check, slot, value, supersedes })).toEqual([]);
  });

  it.each([
    ["winding", "AD", { kind: "ohms", ohms: 1 }, /no slot “AD”/u],
    ["winding", "constructor", { kind: "ohms", ohms: 1 }, /no slot “constructor”/u],
    ["winding", "AB", { kind: "celsius", celsius: 20 }, /takes a resistance, not celsius/u],
    ["winding", "temperature", { kind: "open" }, /takes a temperature, not open/u],
    [
      "backemf",
      "speedBefore",
      { kind: "quantity", quantity: "volts", value: 3 },
      /a frequency or a speed, not volts/u,
    ],
    [
      "mechanical",
      "axialPlay",
      { kind: "choice", choice: "lots" },
      /“lots” is no choice of “axialPlay”; it takes “none”, “slight”, “clear”/u,
    ],
    ["mechanical", "turn", { kind: "choice", choice: "grindin" }, /“grindin” is no choice/u],
    ["mechanical", "turn", { kind: "choice", choice: "toString" }, /“toString” is no choice/u],
    ["mechanical", "seen", { kind: "choices", choices: ["rust", "aura"] }, /“aura” is no choice of “seen”/u],
    ["mechanical", "seen", { kind: "choice", choice: "rust" }, /takes a list of choices/u],
    ["mechanical", "note", { kind: "photo", photo: HUB.id }, /takes words/u],
    ["mechanical", "photo", { kind: "text", text: "a" }, /takes a photo/u],
    ["safety", "magnets", { kind: "choice", choice: "maybe" }, /“maybe” is no choice/u],
    ["hall", "forward", { kind: "choice", choice: "102" }, /“102” is no choice/u],
    ["hall", "skipped", { kind: "choice", choice: "later" }, /nothing else is/u],
    ["power", "skipped.sister", { kind: "choice", choice: "goes" }, /nothing else is/u],
    ["power", "sister", { kind: "skipped", reason: "none here" }, /written in the slot “skipped”/u],
    ["hall", "forward", { kind: "skipped", reason: "no time" }, /written in the slot “skipped”/u],
  ])("in %s, %s, of %j is refused with the place and the words it takes", (check, slot, value, sentence) => {
    expect(problems(readingSchema, { ...READING, check, slot, value })[0]?.sentence).toMatch(sentence);
  });

  it("that takes back names what it takes back", () => {
    const value = { kind: "withdrawn", reason: "slip" };
    expect(problems(readingSchema, { ...READING, value })[0]?.sentence).toMatch(/must name it/u);
  });
});

describe("a motor taken in", () => {
  it.each([
    ["motor.name", { name: "" }],
    ["motor.family", { family: "steam" }],
    ["motor.connection", { connection: "zigzag" }],
    ["motor.polePairs", { polePairs: 2.5 }],
    ["motor.polePairs", { polePairs: 0 }],
    ["motor.expected.ohms", { expected: { ohms: 0, tolerance: 0.1, atTemperature: 20, source: "" } }],
    ["motor.expected.tolerance", { expected: { ohms: 1, tolerance: 0, atTemperature: 20, source: "" } }],
    [
      "motor.expected.atTemperature",
      { expected: { ohms: 1, tolerance: 0.1, atTemperature: 999, source: "" } },
    ],
    ["motor.balanceLimit", { balanceLimit: 0 }],
    ["motor.balanceLimit", { balanceLimit: 0.9 }],
    ["motor.wireColours.B", { wireColours: { A: "", C: "" } }],
    ["motor.consequence", { consequence: "boredom" }],
  ])("with a bad %s is refused there", (field, part) => {
    expect(
      problems(intakeSchema, { ...INTAKE, motor: { ...HUB, ...part } }).map((problem) => problem.field),
    ).toContain(field);
  });

  it("names its complaint from the list and its events once each", () => {
    expect(problems(intakeSchema, { ...INTAKE, complaint: "sulks" })[0]?.sentence).toMatch(
      /sulks is no complaint known here; it is one of noRun/u,
    );
    expect(problems(intakeSchema, { ...INTAKE, events: ["water", "water"] })).toHaveLength(1);
    expect(problems(intakeSchema, INTAKE)).toEqual([]);
    expect(problems(motorSchema, HUB)).toEqual([]);
  });
});

describe("other entries", () => {
  it("need a reason to decide, and known words", () => {
    expect(problems(ENTRY_SCHEMAS.decision, DECISION)).toEqual([]);
    expect(problems(ENTRY_SCHEMAS.decision, { ...DECISION, reason: "" })[0]?.sentence).toMatch(/Say why/u);
    expect(problems(ENTRY_SCHEMAS.decision, { ...DECISION, disposition: "burn" })[0]?.field).toBe(
      "disposition",
    );
    expect(problems(ENTRY_SCHEMAS.decision, { ...DECISION, waitingFor: "godot" })[0]?.field).toBe(
      "waitingFor",
    );
  });

  it("give a repair its minutes within reason", () => {
    expect(problems(ENTRY_SCHEMAS.repair, REPAIR)).toEqual([]);
    expect(problems(ENTRY_SCHEMAS.repair, { ...REPAIR, minutes: -1 })[0]?.field).toBe("minutes");
    expect(problems(ENTRY_SCHEMAS.repair, { ...REPAIR, minutes: 1e6 })[0]?.field).toBe("minutes");
  });

  it("describe an instrument that can read something", () => {
    expect(problems(instrumentSchema, MILLIOHM)).toEqual([]);
    expect(problems(instrumentSchema, TACHOMETER)).toEqual([]);
    expect(problems(instrumentSchema, { ...MILLIOHM, ranges: [] })[0]?.sentence).toMatch(
      /must read something/u,
    );
    expect(
      problems(instrumentSchema, {
        ...MILLIOHM,
        ranges: [{ fullScale: 0, resolution: 1, ofReading: 0, digits: 1 }],
      })[0]?.field,
    ).toBe("ranges.0.fullScale");
  });

  it("know a person by initials and name", () => {
    const person = { id: HUB.id, initials: "MO", name: "Maud Oakhanger" };
    expect(problems(technicianSchema, person)).toEqual([]);
    expect(problems(technicianSchema, { ...person, initials: "mo" })[0]?.sentence).toMatch(/capitals/u);
  });
});

describe("addresses and versions", () => {
  it("have a noun for every kind of entry", () => {
    for (const kind of ENTRY_KINDS) expect(ENTRY_PATHS[kind]).toMatch(/s(?:-off)?$/u);
    expect(new Set(Object.values(ENTRY_PATHS)).size).toBe(ENTRY_KINDS.length);
  });

  it("carry a version there and back, and take no other tag for one", () => {
    expect(versionOfTag(versionTag(17))).toBe(17);
    for (const tag of [undefined, "", "17", 'W/"17"', '"x"', '"-1"', '"99999999999"'])
      expect(versionOfTag(tag)).toBeNull();
  });

  it("are all in the description, with the schema that validates", () => {
    const { paths, openapi } = openApi() as { openapi: string; paths: Record<string, object> };
    expect(openapi).toBe("3.1.0");
    for (const kind of ENTRY_KINDS)
      expect(Object.keys(paths)).toContain(`${API}/jobs/{job}/${ENTRY_PATHS[kind]}/{id}`);
    expect(JSON.stringify(paths)).toContain("If-Match");
  });
});

describe("a bundle of version 1", () => {
  it("comes back as it went out", () => {
    const record = job(pairs(["1", "OL", "1"], MILLIOHM, "0"), { decisions: [DECISION], repairs: [REPAIR] });
    const result = readBundle(asOldBundle(record));
    expect(result.kind === "read" && recordOfBundle(result.job)).toEqual(record);
  });

  it("tells every problem with its place", () => {
    const bundle = JSON.parse(asOldBundle(job(pairs(["1", "1", "1"], MILLIOHM))));
    bundle.job.readings[1].value.ohms = -3;
    bundle.job.motor.family = "steam";
    const result = readBundle(JSON.stringify(bundle));
    expect(result.kind === "refused" && result.problems.map(({ field }) => field)).toEqual(
      expect.arrayContaining(["job.motor.family", "job.readings.1.value.ohms"]),
    );
  });

  const good = JSON.parse(asOldBundle(job([...pairs(["1", "1", "1"], MILLIOHM)])));
  it.each([
    ["no JSON", "{", /not JSON/u],
    ["another file", JSON.stringify({ format: "song" }), /no job bundle/u],
    ["a newer version", JSON.stringify({ ...good, version: 99, extra: 1 }), /newer version/u],
    ["a negative reading", JSON.stringify(good).replace('"ohms":1}', '"ohms":-1}'), /below zero/u],
    ["text for a number", JSON.stringify(good).replace('"ohms":1}', '"ohms":"1"}'), /number of ohms/u],
    [
      "an unlisted instrument",
      JSON.stringify({ ...good, job: { ...good.job, instruments: [] } }),
      /does not list/u,
    ],
  ])("of %s is refused with a sentence", (_, text, sentence) => {
    const result = readBundle(text);
    expect(result.kind).toBe("refused");
    if (result.kind === "refused") expect(result.problems[0]!.sentence).toMatch(sentence);
  });
});
