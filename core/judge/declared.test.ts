import { describe, expect, it } from "vitest";
import { FAULT_IDS, FAULTS, factsOf, ROWS } from "../known/index.ts";
import { infer, OUTCOME_FLOOR } from "../inference/index.ts";
import { CHECK_IDS, FAMILIES, type ReadingValue } from "../record/index.ts";
import { POWERED } from "../measure/safety/index.ts";
import { HUB } from "../../tests/jobs.ts";
import { modelFor, VARIABLES } from "./index.ts";
import { CHECKS, misread, slotOf } from "../measure/index.ts";

describe("what every check declares", () => {
  it("is there for each id, in working order", () => {
    expect(CHECKS.map(({ id }) => id)).toEqual(CHECK_IDS);
  });

  it("names each variable and outcome once, with words for every outcome", () => {
    const once = (names: readonly string[]) =>
      expect(new Set(names).size, names.join(" ")).toBe(names.length);
    once(VARIABLES.map(({ id }) => id));
    for (const { outcomes, words, id } of VARIABLES) {
      once(outcomes);
      expect(Object.keys(words).toSorted(), id).toEqual(outcomes.toSorted());
      for (const outcome of outcomes) expect(words[outcome], `${id} ${outcome}`).not.toBe("");
    }
  });

  it("voids what was made safe at every place that is read with power on, and at no other", () => {
    for (const { id, slots } of CHECKS.filter((check) => check.id !== "power"))
      expect(
        Object.keys(slots)
          .filter((slot) => slots[slot]!.live)
          .toSorted(),
        id,
      ).toEqual((POWERED[id] ?? []).toSorted());
  });

  it("leaves the ordinary outcome likely where there is no fault", () => {
    for (const { id, leak, outcomes } of VARIABLES) {
      const total = Object.values(leak).reduce<number>((sum, p) => sum + (p ?? 0), 0);
      // Brief rocking at the start is ordinary too.
      expect(total, id).toBeLessThan(id === "rocks" ? 0.3 : 0.2);
      expect(leak[outcomes[0]!], id).toBeUndefined();
    }
  });

  it("has words for a person on every slot, and choices with words", () => {
    for (const { id, slots } of CHECKS)
      for (const [name, { label, form, needs }] of Object.entries(slots)) {
        expect(label, `${id} ${name}`).not.toBe("");
        if (form.kind === "choice" || form.kind === "choices")
          for (const [choice, words] of Object.entries(form.choices))
            expect(words, `${id} ${name} ${choice}`).not.toBe("");
        for (const [needed, choice] of Object.entries(needs)) {
          const other = slots[needed]?.form;
          expect(other?.kind === "choice" && Object.hasOwn(other.choices, choice), `${id} ${name}`).toBe(
            true,
          );
        }
      }
  });

  it("asks to be made safe wherever a meter or a hand is put on the motor, and says which steps are live", () => {
    expect(CHECKS.filter(({ gated }) => gated).map(({ id }) => id)).toEqual([
      "mechanical",
      "module",
      "frame",
      "insulation",
      "winding",
      "backemf",
      "waveform",
      "hall",
      "feed",
      "run",
    ]);
    expect(CHECKS.filter(({ live }) => live).map(({ id }) => id)).toEqual(["power", "feed", "run"]);
    expect(slotOf("hall", "supply")?.live).toBe(true);
    expect(slotOf("hall", "A.off")?.live).toBe(false);
    expect(slotOf("winding", "AB")?.live).toBe(false);
  });

  it("finds no slot by the name of something every object has", () => {
    for (const name of ["constructor", "toString", "__proto__", "hasOwnProperty"])
      expect(slotOf("winding", name)).toBeNull();
  });
});

/** A value of each kind, to be put where it does not belong. */
const VALUES: Readonly<Record<string, ReadingValue>> = {
  ohms: { kind: "ohms", ohms: 1 },
  open: { kind: "open" },
  celsius: { kind: "celsius", celsius: 20 },
  volts: { kind: "quantity", quantity: "volts", value: 1 },
  hertz: { kind: "quantity", quantity: "hertz", value: 1 },
  rpm: { kind: "quantity", quantity: "rpm", value: 1 },
  amperes: { kind: "quantity", quantity: "amperes", value: 1 },
  seconds: { kind: "quantity", quantity: "seconds", value: 1 },
  polePairs: { kind: "quantity", quantity: "polePairs", value: 7 },
  count: { kind: "quantity", quantity: "count", value: 90 },
  choice: { kind: "choice", choice: "no such word" },
  choices: { kind: "choices", choices: ["no such word"] },
  text: { kind: "text", text: "words" },
  photo: { kind: "photo", photo: "x" },
};
const TAKES: Readonly<Record<string, string>> = {
  resistance: "ohms",
  temperature: "celsius",
  voltage: "volts",
  frequency: "hertz",
  speed: "rpm",
  current: "amperes",
  time: "seconds",
  "number of pole pairs": "polePairs",
  count: "count",
};

describe("a slot", () => {
  const slots = CHECKS.flatMap(({ id, slots: table }) =>
    Object.entries(table).map(([slot, { form }]) => ({ check: id, slot, form })),
  );

  it.each(slots)("$check $slot takes what it declares and nothing else", ({ check, slot, form }) => {
    const taken =
      form.kind === "measured"
        ? [...form.of.map(({ name }) => TAKES[name]!), ...(form.canBeOpen ? ["open"] : [])]
        : form.kind === "text" || form.kind === "photo"
          ? [form.kind]
          : [];
    for (const [name, value] of Object.entries(VALUES)) {
      const why = misread({ check, slot, value });
      if (taken.includes(name)) expect(why, name).toBeNull();
      else expect(why, name).toMatch(/\.$/u);
    }
    if (form.kind === "choice")
      for (const choice of Object.keys(form.choices))
        expect(misread({ check, slot, value: { kind: "choice", choice } }), choice).toBeNull();
    if (form.kind === "choices")
      expect(
        misread({ check, slot, value: { kind: "choices", choices: Object.keys(form.choices) } }),
      ).toBeNull();
    expect(misread({ check, slot, value: { kind: "withdrawn", reason: "slip" } })).toBeNull();
    expect(misread({ check, slot, value: { kind: "skipped", reason: "no time" } })).toMatch(/skipped/u);
  });
});

describe("a row of a likelihood table", () => {
  it.each(ROWS.map((row) => [row.fault, row.variable, row] as const))(
    "%s in %s names what exists, adds up, and says why",
    (fault, variable, row) => {
      expect(FAULT_IDS).toContain(fault);
      const { outcomes } = VARIABLES.find(({ id }) => id === variable)!;
      for (const outcome of Object.keys(row.outcomes)) expect(outcomes).toContain(outcome);
      const total = Object.values(row.outcomes).reduce<number>((sum, p) => sum + (p ?? 0), 0);
      expect(total).toBeLessThanOrEqual(1 + 1e-9);
      expect(total).toBeGreaterThan(0);
      expect(row.outcomes[outcomes[0]!]).toBeUndefined();
      expect(row.reason).not.toBe("");
    },
  );

  it.each(ROWS.map((row) => [row.fault, row.variable, row] as const))(
    "%s in %s raises its fault where its outcome shows, and does not raise it where nothing does",
    (fault, id, row) => {
      const connection = row.when?.["connection"] === "delta" ? "delta" : "star";
      const tips = row.when?.["tips"] ?? "proven";
      const family = FAMILIES.find((one) =>
        modelFor({ family: one, connection, sensored: true }).ids.includes(row.fault as never),
      )!;
      const model = modelFor({ family, connection, sensored: true });
      const at = model.ids.findIndex((one) => one === fault);
      const variable = VARIABLES.find((one) => one.id === id)!;
      const circumstances = {
        settings: [{ share: 1, values: { connection, tips } }],
        priors: model.ids.map(() => 0.05),
        complaint: null,
      };
      const given = (outcome: string) =>
        infer(model, circumstances, [{ variable: id, likelihood: { [outcome]: 1 } }]).marginals[at]!;
      const [likeliest, p] = Object.entries(row.outcomes).sort(([, a], [, b]) => b! - a!)[0]!;
      // What is likelier with the fault than by a slip raises it; what never shows beside it lowers it.
      const before = infer(model, circumstances, []).marginals[at]!;
      if (p! > (variable.leak[likeliest] ?? OUTCOME_FLOOR) * 2)
        expect(given(likeliest)).toBeGreaterThan(before);
      // A fault that hardly ever shows there is hardly lowered, and others are more.
      expect(given(variable.outcomes[0]!)).toBeLessThan(before * 1.02);
    },
  );

  it("is one for each fault, variable and circumstance", () => {
    const keys = ROWS.map(
      ({ fault, variable, when }) => `${fault} ${variable} ${JSON.stringify(when ?? {})}`,
    );
    expect(new Set(keys).size).toBe(keys.length);
  });
});

describe("the model of a kind of motor", () => {
  it("keeps for each family only what it can have", () => {
    for (const family of FAMILIES) {
      const ids = modelFor({ family, connection: "delta", sensored: true }).ids;
      expect(ids).not.toContain("starJointOpen");
      for (const id of FAULT_IDS)
        if (id !== "starJointOpen")
          expect(ids.includes(id), `${family} ${id}`).toBe(factsOf(id).prior[family] > 0);
      expect(modelFor({ family, connection: "delta", sensored: true })).toBe(
        modelFor({ family, connection: "delta", sensored: true }),
      );
      expect(modelFor({ family, connection: "unknown", sensored: true }).ids.includes("starJointOpen")).toBe(
        true,
      );
    }
    expect(modelFor({ family: "traction", connection: "star", sensored: true }).ids).toContain("resolver");
    expect(modelFor({ family: "hub", connection: "star", sensored: true }).ids).not.toContain("resolver");
    expect(modelFor({ family: "ecm", connection: "star", sensored: true }).ids).not.toContain("hallSensor");
    const bare = modelFor({ family: "hub", connection: "star", sensored: false }).ids;
    for (const id of ["hallSensor", "hallWire", "hallSwapped"] as const) expect(bare).not.toContain(id);
  });

  it("hides the limbs behind an open star joint", () => {
    const masks = modelFor({ family: "hub", connection: "star", sensored: true }).masks;
    expect(masks).toMatchObject([
      {
        variable: "pairs",
        by: "starJointOpen",
        hides: ["turnsShorted", "highJoint", "pathOpen", "wrongData"],
      },
    ]);
  });

  it("moves odds only by factors above nothing, for faults that exist", () => {
    expect(Object.keys(FAULTS).toSorted()).toEqual(FAULT_IDS.toSorted());
    for (const id of FAULT_IDS) {
      const { complaints, events } = factsOf(id);
      for (const factor of [...Object.values(complaints), ...Object.values(events)])
        expect(factor, id).toBeGreaterThan(0);
    }
  });
});

describe("a family", () => {
  it.each(FAMILIES)("%s has an answer to every check", (family) => {
    for (const check of CHECKS) {
      const reason = check.notApplicable({ ...HUB, family });
      if (reason !== null) expect(reason, check.id).toMatch(/\.$/u);
      expect(typeof check.optional({ ...HUB, family })).toBe("boolean");
    }
  });
});
