import { describe, expect, it } from "vitest";
import { API } from "#contract/routes";
import { useShop, uuid } from "../../tests/shop.ts";

const shop = useShop();

describe("people", () => {
  const person = (n: number, initials: string) => ({ id: uuid(n), initials, name: "Ottilie Brackwater" });
  const add = (body: { id: string; initials: string; name: string }) =>
    shop.agent.put(`${API}/technicians/${body.id}`).send(body);

  it("are listed by initials, and may be renamed", async () => {
    await add(person(20, "ZB")).expect(200);
    await add(person(21, "AB")).expect(200);
    await add({ ...person(20, "ZB"), name: "Zelda Brackwater" }).expect(200);
    const { body } = await shop.agent.get(`${API}/technicians`).expect(200);
    expect(body).toMatchObject([{ initials: "AB" }, { initials: "ZB", name: "Zelda Brackwater" }]);
  });

  it("cannot share initials, and need both initials and a name", async () => {
    await add(person(20, "OB")).expect(200);
    const taken = await add(person(21, "OB")).expect(409);
    expect(taken.body.fields).toMatchObject([{ field: "initials" }]);
    await add(person(22, "")).expect(422);
    await add(person(22, "TOOLONG")).expect(422);
    await add({ ...person(22, "XY"), name: "" }).expect(422);
    await shop.agent
      .put(`${API}/technicians/${uuid(30)}`)
      .send(person(22, "XY"))
      .expect(422);
  });
});

describe("instruments", () => {
  it("start as general meters, and one that reads nothing is refused", async () => {
    const { body } = await shop.agent.get(`${API}/instruments`).expect(200);
    expect(body.length).toBeGreaterThan(3);
    const blind = {
      id: "mine",
      name: "Mine",
      wiring: "twoWire",
      ranges: [],
      leadResistance: 0,
      contactScatter: 0,
    };
    const refused = await shop.agent.put(`${API}/instruments/mine`).send(blind).expect(422);
    expect(refused.body.detail).toContain("must read something");
    await shop.agent.put(`${API}/instruments/other`).send(body[0]).expect(422);
  });
});
