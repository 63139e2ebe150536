import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { readBundle } from "#contract/bundle";
import { assessJob } from "#core/judge";
import { FAMILIES } from "#core/record";
import { play } from "#bench/study";
import { answerOf, answerSchema } from "./answer.ts";
import { readingsPage } from "./readings.ts";

interface Written {
  readonly kind: string;
  readonly quantity?: string;
  readonly choices?: object;
}
interface Page {
  readonly checks: Readonly<
    Record<
      string,
      {
        readonly families: Readonly<Record<string, string>>;
        readonly slots: Readonly<Record<string, { readonly values: readonly Written[] }>>;
        readonly findsOut: Readonly<Record<string, { readonly outcomes: object }>>;
      }
    >
  >;
  readonly faults: object;
  readonly cures: object;
  readonly dispositions: object;
}
const page = JSON.parse(readingsPage()) as Page;

describe("the answer to another program", () => {
  const example = readBundle(readFileSync("docs/examples/star-joint.json", "utf8"));

  it("has all its parts, each described, and what it was asked for is never taken away", () => {
    const { anyOf } = answerSchema() as {
      readonly anyOf: readonly {
        readonly properties: Readonly<Record<string, unknown>>;
        readonly required: readonly string[];
      }[];
    };
    const [told, refused] = anyOf;
    expect(Object.keys(answerOf(example))).toEqual(told!.required);
    for (const part of told!.required) expect(told!.properties[part], part).toBeTypeOf("object");
    // Programs were written for these.
    for (const part of ["decided", "action", "findings", "faults", "next", "proposals", "headline", "reason"])
      expect(told!.required).toContain(part);
    expect(answerOf(readBundle("[]"))).toMatchObject({
      refused: [{ field: expect.any(String) as unknown, sentence: expect.any(String) as unknown }],
    });
    expect(refused!.required).toEqual(["refused"]);
  });
});

describe("the page of readings", () => {
  it("names every slot and word of motors followed step by step, and every name of an answer", () => {
    for (const [i, family] of FAMILIES.entries()) {
      const { record } = play(77_000 + i, [family]);
      for (const { check, slot, value } of record.readings) {
        if (value.kind === "skipped") continue;
        const described = page.checks[check]!.slots[slot];
        expect(described, `${family} ${check} ${slot}`).toBeDefined();
        const written = described!.values.find(({ kind }) => kind === value.kind);
        expect(written, `${check} ${slot} ${value.kind}`).toBeDefined();
        if (value.kind === "quantity") expect(written!.quantity, slot).toBe(value.quantity);
        if (value.kind === "choice")
          expect(Object.keys(written!.choices ?? {}), `${check} ${slot}`).toContain(value.choice);
        expect(page.checks[check]!.families[family]).toMatch(/asked for|may be made/u);
      }
      const verdict = assessJob(record);
      for (const { check, variable, likelihood } of verdict.findings) {
        const outcomes = Object.keys(page.checks[check]!.findsOut[variable]!.outcomes);
        for (const outcome of Object.keys(likelihood)) expect(outcomes, variable).toContain(outcome);
      }
      for (const { fault } of verdict.faults) expect(page.faults).toHaveProperty(fault);
      for (const cure of verdict.action?.cures ?? []) expect(page.cures).toHaveProperty(cure);
      if (verdict.decided) expect(page.dispositions).toHaveProperty(verdict.decided);
      for (const { check, slots } of verdict.proposals)
        for (const slot of slots) expect(page.checks[check]!.slots, check).toHaveProperty([slot]);
    }
  });

  it("says of a bare motor that it has no way of supply, and of a blower that it cannot run on another controller", () => {
    expect(page.checks["power"]!.families["hub"]).toBe("another kind of motor");
    expect(page.checks["power"]!.families["ecm"]).toBe("may be made");
    expect(page.checks["run"]!.families["ecm"]).toBe("another kind of motor");
    expect(page.checks["frame"]!.families["hub"]).toBe("asked for");
  });
});
