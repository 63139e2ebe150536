import { describe, expect, it } from "vitest";
import { API } from "#contract/routes";
import { aDecision, aReading, INTAKE, JOB, useShop, uuid } from "../../tests/shop.ts";

const shop = useShop();
const AT = "2026-03-02T11:00:00.000Z";
const MODEL = "01980000-0000-7000-8000-00000000c001";
const FAN = { ...INTAKE.motor, family: "ecm" as const, expected: null, hallSpacing: "none" as const };
const takeIn = (motor: object) => shop.takeIn(JOB, { ...INTAKE, motor: motor as typeof INTAKE.motor });
const correct = (n: number, motor: object) => ({
  ...{ id: uuid(n), by: "MO", at: AT, reason: "as on its label" },
  changes: { motor },
});
const NOWHERE = { source: "label", points: { tenVolts: { least: 1, most: 2 } } };

describe("a motor's own diagram", () => {
  it("that is nonsense for its family is refused wherever it comes in, with the place", async () => {
    expect((await takeIn({ ...FAN, diagram: NOWHERE }).expect(422)).body.detail).toContain("tenVolts");
    await takeIn(FAN).expect(201);
    const { body } = await shop.put("corrections", correct(1, { diagram: NOWHERE }), 0).expect(422);
    expect(body.fields[0].field).toBe("diagram");
    expect(body.fields[0].sentence).toContain("tenVolts");
    const model = {
      ...{ id: MODEL, name: "Bay fan", notes: "" },
      facts: {
        ...{ family: "ecm", connection: "unknown", polePairs: null, expected: null },
        ...{ balanceLimit: null, diagram: NOWHERE },
      },
    };
    await shop.agent.put(`${API}/models/${MODEL}`).send(model).expect(422);
  });

  it("that fits is kept, and a family that would not bear it is refused while it stands", async () => {
    await takeIn(FAN).expect(201);
    const diagram = { source: "label", points: { "v24.limit": { least: 18, most: 29 } } };
    await shop.put("corrections", correct(1, { diagram }), 0).expect(201);
    expect((await shop.record()).motor.diagram).toEqual(diagram);
    await shop.put("corrections", correct(2, { family: "ecmSealed" }), 1).expect(422);
    await shop.put("corrections", correct(3, { family: "ecmSealed", diagram: null }), 1).expect(201);
  });
});

describe("ordering for a blower", () => {
  const part = {
    ...{ id: uuid(9), epoch: 0, part: "Module", state: "awaited", due: null, price: null },
    ...{ replaces: null, by: "MO", at: AT },
  };
  const said = (n: number, slot: string, choice: string) =>
    aReading(n, { check: "module", slot, value: { kind: "choice", choice }, instrumentId: null });

  it("waits for the answer what killed it; what lies on the shelf does not", async () => {
    await takeIn(FAN).expect(201);
    await shop
      .put("decisions", { ...aDecision(1), disposition: "replacePart", cures: ["module"] }, 0)
      .expect(201);
    expect((await shop.put("parts", part, 1).expect(422)).body.fields[0].sentence).toContain(
      "what killed it",
    );
    await shop.put("parts", { ...part, id: uuid(8), state: "here" }, 1).expect(201);
    await shop.put("readings", said(2, "killer", "air"), 2).expect(201);
    expect((await shop.put("parts", part, 3).expect(422)).body.fields[0].sentence).toContain("which kind");
    await shop.put("readings", said(3, "programmed", "thisModel"), 3).expect(201);
    await shop.put("parts", part, 4).expect(201);
  });
});
