import { describe, expect, it } from "vitest";
import { periodsSchema } from "#contract/outcomeSchemas";
import { API } from "#contract/routes";
import type { Periods } from "#contract/shop";
import { aDecision, aTurning, INTAKE, JOB, useShop } from "../../tests/shop.ts";

const shop = useShop();

async function periods(): Promise<Periods> {
  await shop.services.judging.idle();
  const { body } = await shop.agent.get(`${API}/periods`).expect(200);
  expect(periodsSchema.validate(body).error).toBeUndefined();
  return body as Periods;
}
const csv = (query: string) => shop.agent.get(`${API}/ledger.csv?${query}`);

describe("weeks and months of a shop", () => {
  it("count what was closed, and lose a job that is opened again", async () => {
    shop.now = new Date("2026-03-04T10:00:00.000Z");
    await shop.takeIn(JOB, { ...INTAKE, motor: { ...INTAKE.motor, name: "=cmd()", owner: 'Reed, "Barge"' } });
    await shop.put("decisions", aDecision(3), 0).expect(201);
    await shop.put("closings", aTurning(1), 1).expect(201);
    const { weeks, months } = await periods();
    expect(weeks).toHaveLength(13);
    expect([weeks[0], months[0]]).toMatchObject([{ from: "2026-03-02", closed: 1 }, { closed: 1 }]);
    // In a sheet a name that begins like a formula is a word, and what has commas and quotes is one cell.
    const { text, headers } = await csv("span=week&day=2026-03-08").expect(200);
    expect(headers["content-disposition"]).toContain("closed-week-2026-03-02.csv");
    const [heading, line, ...rest] = text.split("\r\n");
    expect(heading).toMatch(/^job,motor,owner,taken in/u);
    expect(line).toMatch(/^J-0001,'=cmd\(\),"Reed, ""Barge""",2026-03-02,,2026-03-04,0,,0.00,,0.0,no$/u);
    expect(rest).toEqual([""]);
    expect((await csv("span=week&day=2026-03-09")).text.split("\r\n")).toHaveLength(2);
    await shop.put("reopenings", aTurning(2, "forgot the spin"), 2).expect(201);
    expect((await periods()).weeks[0]!.closed).toBe(0);
  });

  it("of the demo add up to what its jobs were charged", async () => {
    await shop.becomeDemo();
    const { months, currency } = await periods();
    expect(currency).toBe("EUR");
    for (const { from, to, labour, parts, closed } of months) {
      const [, ...rows] = (await csv(`span=month&day=${from}`)).text.trim().split("\r\n");
      expect(rows, from).toHaveLength(closed);
      const column = (n: number) =>
        rows.reduce((sum, row) => sum + Number(row.split(/,(?=(?:[^"]*"[^"]*")*[^"]*$)/u)[n]), 0);
      expect(column(7), to).toBeCloseTo(labour, 2);
      expect(column(8), to).toBeCloseTo(parts, 2);
    }
    expect(months.reduce((sum, { labour }) => sum + labour, 0)).toBeGreaterThan(0);
  });

  it("ask for a day and a span that there are", async () => {
    await csv("span=year&day=2026-03-08").expect(400);
    await csv("span=week&day=2026-02-30").expect(400);
    await csv("span=week").expect(400);
  });
});
