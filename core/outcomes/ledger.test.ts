import { describe, expect, it } from "vitest";
import { DECISION, job, MILLIOHM, pairs, REPAIR } from "../../tests/jobs.ts";
import type { JobRecord, PartLine } from "../record/index.ts";
import { ledgerOf, periodsOf, spanOf, type Ledger, type LedgerLine } from "./ledger.ts";

const CLOSED = "2026-03-06T16:00:00.000Z";
const PRICES = { prices: { hourly: 60, currency: "EUR" } };
const decided = (at: string, waitingFor: "nothing" | "parts" | "answer" = "nothing") => ({
  ...DECISION,
  id: at,
  at,
  waitingFor,
});
const part = (id: string, at: string, more: Partial<PartLine> = {}): PartLine => ({
  ...{ id, at, epoch: 0, by: "MO", part: `Bearing ${id}`, due: null, price: 11, replaces: null },
  state: "awaited",
  ...more,
});
const repair = (at: string, minutes: number) => ({ ...REPAIR, id: at, at, minutes });
const shop = (parts: readonly PartLine[]) => ({ done: [], parts, runs: [], releases: [] });
const ledger = (more: Partial<JobRecord>) => ledgerOf(job([], more), CLOSED);

describe("what a closed job earned, took and waited for", () => {
  it("is its labour and parts by the prices it was closed with, and its hands-on minutes", () => {
    const found = ledger({
      limits: PRICES,
      decisions: [decided("2026-03-02T10:00:00.000Z")],
      repairs: [repair("2026-03-04T10:00:00.000Z", 90), repair("2026-03-05T10:00:00.000Z", 30)],
      workshop: shop([part("a", "2026-03-02T11:00:00.000Z", { state: "here", price: 22 })]),
    });
    // Two hours at 60, a part of 22.
    expect(found).toMatchObject({ currency: "EUR", labour: 120, parts: 22, minutes: 120, waited: 0 });
  });
  it("is no labour where the hour has no price, and none earned where nothing was repaired", () => {
    expect(ledger({ repairs: [repair("2026-03-04T10:00:00.000Z", 90)] }).labour).toBeNull();
    expect(ledger({ limits: PRICES }).labour).toBe(0);
  });
  it("begins with its first reading, whatever was written down before or after", () => {
    const later = pairs(["128m", "128m", "128m"], MILLIOHM).map((one) => ({
      ...one,
      takenAt: "2026-03-03T09:00:00.000Z",
    }));
    const first = { ...later[0]!, id: "first", takenAt: "2026-03-02T09:30:00.000Z" };
    expect(ledgerOf(job([...later, first]), CLOSED).begun).toBe("2026-03-02T09:30:00.000Z");
    expect(ledgerOf(job([]), CLOSED).begun).toBeNull();
  });
  it("waits for an answer until the next decision, and for parts until the last of them is here", () => {
    const answer = ledger({
      decisions: [decided("2026-03-02T10:00:00.000Z", "answer"), decided("2026-03-03T12:00:00.000Z")],
    });
    expect(answer.waited).toBe(26 * 60);
    const decisions = [decided("2026-03-02T10:00:00.000Z", "parts")];
    const parts = [
      part("a", "2026-03-02T11:00:00.000Z"),
      part("b", "2026-03-02T11:00:00.000Z"),
      part("a2", "2026-03-03T10:00:00.000Z", { state: "here", replaces: "a" }),
      part("b2", "2026-03-04T10:00:00.000Z", { state: "here", replaces: "b" }),
    ];
    // What overlaps is waited for once: from Monday ten to Wednesday ten.
    expect(ledger({ decisions, workshop: shop(parts) }).waited).toBe(48 * 60);
    // Parts that never came end with the closing; a repair ends what the decision waited for.
    expect(ledger({ workshop: shop(parts.slice(0, 1)) }).waited).toBe((4 * 24 + 5) * 60);
    expect(ledger({ decisions, repairs: [repair("2026-03-02T12:00:00.000Z", 5)] }).waited).toBe(120);
  });
});

describe("weeks and months", () => {
  const LEDGER: Ledger = { currency: "EUR", labour: 50, parts: 10, minutes: 60, begun: null, waited: 0 };
  const closed = (closedAt: string, more: Partial<Ledger> | null = {}, cameBack = false): LedgerLine => ({
    takenInAt: new Date(Date.parse(closedAt) - 2 * 24 * 3600_000).toISOString(),
    closedAt,
    cameBack,
    ledger: more && { ...LEDGER, ...more },
  });
  const of = (lines: readonly LedgerLine[], span: "week" | "month" = "week", zone = "UTC") =>
    periodsOf(lines, span, { today: "2026-03-04", zone, currency: "EUR", count: 3 });

  it("begin on a Monday (ISO 8601) and on the first, and end before the next", () => {
    expect(spanOf("2026-03-04", "week")).toEqual({ from: "2026-03-02", to: "2026-03-08" });
    expect(spanOf("2026-03-01", "week")).toEqual({ from: "2026-02-23", to: "2026-03-01" });
    expect(spanOf("2028-02-10", "month")).toEqual({ from: "2028-02-01", to: "2028-02-29" });
    expect(of([]).map(({ from }) => from)).toEqual(["2026-03-02", "2026-02-23", "2026-02-16"]);
    expect(of([], "month").map(({ from }) => from)).toEqual(["2026-03-01", "2026-02-01", "2026-01-01"]);
  });
  it("sum what was closed in them, and say how long the usual motor was here, was worked on and waited", () => {
    const [now, before] = of([
      closed("2026-03-03T10:00:00.000Z", { begun: "2026-03-02T10:00:00.000Z", waited: 720 }),
      closed("2026-03-02T10:00:00.000Z", {}, true),
      closed("2026-02-27T10:00:00.000Z"),
    ]);
    expect(now).toMatchObject({ closed: 2, cameBack: 1, labour: 100, parts: 20, minutes: 120, unpriced: 0 });
    expect(now!.usual).toEqual({ here: 2, begun: 1, waited: 0.5 });
    expect(before).toMatchObject({ closed: 1, labour: 50 });
    expect(of([])[0]).toMatchObject({ closed: 0, usual: { here: null, begun: null, waited: null } });
  });
  it("never sum two currencies, nor what had no price, and count those jobs", () => {
    const [now] = of([
      closed("2026-03-03T10:00:00.000Z"),
      closed("2026-03-03T11:00:00.000Z", { currency: "CHF", labour: 900 }),
      closed("2026-03-03T12:00:00.000Z", { labour: null, parts: 7 }),
      closed("2026-03-03T13:00:00.000Z", null),
    ]);
    expect(now).toMatchObject({ closed: 4, labour: 50, parts: 10, unpriced: 3, minutes: 180 });
  });
  it("go by the shop's clock: Sunday night there is Monday elsewhere", () => {
    const night = closed("2026-03-02T03:00:00.000Z");
    expect(of([night])[0]!.closed).toBe(1);
    expect(of([night], "week", "America/New_York").map((one) => one.closed)).toEqual([0, 1, 0]);
  });
});
