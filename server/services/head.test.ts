import { describe, expect, it } from "vitest";
import { JOB, useShop, uuid } from "../../tests/shop.ts";
import { headOf, isTaken } from "./head.ts";

const shop = useShop();
const headNow = (id: string) => shop.database.write((transaction) => headOf(id, transaction));

describe("the head of a job", () => {
  it("is what its row says, with what a file brought along where one did", async () => {
    await shop.takeIn();
    const own = await headNow(JOB);
    expect(own).toMatchObject({ id: JOB, number: 1, version: 0, closedAt: null, carried: null });
    expect(own!.intake).toMatchObject({ complaint: "noRun" });

    const bundle = await shop.bytes(`/api/v1/jobs/${JOB}/bundle`);
    await shop.import(uuid(70), bundle).expect(201);
    expect((await headNow(uuid(70)))!.carried).toMatchObject({ instruments: expect.any(Array) as unknown });
  });

  it("of no job is none", async () => {
    expect(await headNow(uuid(99))).toBeNull();
  });
});

describe("a line that could not be written", () => {
  const coded = (code: string) => Object.assign(new Error("no"), { code });

  it("was taken where the file says that it must be the only one, and in no other case", () => {
    expect(isTaken(coded("SQLITE_CONSTRAINT"))).toBe(true);
    expect(isTaken(coded("SQLITE_FULL"))).toBe(false);
    expect(isTaken(new Error("SQLITE_CONSTRAINT"))).toBe(false);
    expect(isTaken({ code: "SQLITE_CONSTRAINT" })).toBe(false);
    expect(isTaken(null)).toBe(false);
  });
});
