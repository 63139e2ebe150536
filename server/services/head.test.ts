import { describe, expect, it } from "vitest";
import { aReading, JOB, NOW, useShop, uuid } from "../../tests/shop.ts";
import { addLine, headOf } from "./head.ts";

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

describe("a line of the journal", () => {
  const line = (id: string) => ({ kind: "reading", body: { ...aReading(5), id } }) as never;
  const write = (id: string, version: number) =>
    shop.database.write((transaction) => addLine(JOB, version, line(id), NOW.toISOString(), transaction));

  it("is written once: not where its id or its version is taken, and what is written with it stands", async () => {
    await shop.takeIn();
    expect(await write(uuid(1), 1)).toBe(true);
    expect(await write(uuid(1), 2)).toBe(false);
    expect(await write(uuid(2), 1)).toBe(false);
    expect(await shop.database.models.Entry.count()).toBe(1);
    // Its change goes on: what else it wrote is kept.
    await shop.database.write(async (transaction) => {
      expect(await addLine(JOB, 1, line(uuid(3)), NOW.toISOString(), transaction)).toBe(false);
      expect(await addLine(JOB, 2, line(uuid(4)), NOW.toISOString(), transaction)).toBe(true);
    });
    expect(await shop.database.models.Entry.count()).toBe(2);
  });
});
