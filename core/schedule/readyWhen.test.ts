import { describe, expect, it } from "vitest";
import {
  beginsAt,
  calendarOf,
  doneAt,
  endOf,
  instantAt,
  isOpenAt,
  openBetween,
  startOf,
  timesToSay,
  USUAL_HOURS,
  workUntil,
} from "./calendar.ts";
import { chanceBy, PLAYS, playedThrough, readyBy, type Played, type Rest } from "./readyWhen.ts";

/** A Monday, 8:40 in Berlin. */
const NOW = "2026-03-02T07:40:00.000Z";
const ZONE = "Europe/Berlin";
const CALENDAR = calendarOf(NOW, ZONE, USUAL_HOURS, 60);
const HOUR = 60;
const DAY = 24 * HOUR;

describe("the hours of a shop", () => {
  it("begin now where it is open, and on the next open day where it is not", () => {
    expect(CALENDAR.opens.slice(0, 2)).toEqual([0, DAY - 40]);
    expect(CALENDAR.closes[0]).toBe(8 * HOUR + 20);
    const sunday = calendarOf("2026-03-01T12:00:00.000Z", ZONE, USUAL_HOURS, 5);
    expect(instantAt(sunday, sunday.opens[0]!)).toBe("2026-03-02T07:00:00.000Z");
    const evening = calendarOf("2026-03-02T20:00:00.000Z", ZONE, USUAL_HOURS, 5);
    expect(instantAt(evening, evening.opens[0]!)).toBe("2026-03-03T07:00:00.000Z");
  });

  it("carry work over a night and over a weekend", () => {
    expect(instantAt(CALENDAR, doneAt(CALENDAR, 0, HOUR))).toBe("2026-03-02T08:40:00.000Z");
    expect(instantAt(CALENDAR, doneAt(CALENDAR, 0, 9 * HOUR))).toBe("2026-03-03T07:40:00.000Z");
    // 8 h 20 of Monday and four whole days of 9 h: an hour more is on the Monday after.
    const more = doneAt(CALENDAR, 0, 8 * HOUR + 20 + 4 * 9 * HOUR + HOUR);
    expect(instantAt(CALENDAR, more)).toBe("2026-03-09T08:00:00.000Z");
    expect(beginsAt(CALENDAR, 8 * HOUR + 20)).toBe(DAY - 40);
  });

  it("cut work that goes over a night where the shop is closed", () => {
    // Friday from eleven on: seven hours and two, the rest on Monday.
    const friday = calendarOf(
      "2026-03-06T11:00:00.000Z",
      "UTC",
      { opens: "08:00", closes: "17:00", days: [1, 2, 3, 4, 5] },
      3,
    );
    const end = doneAt(friday, 60, 7 * 60);
    const stretches = openBetween(friday, 60, end);
    expect(stretches.map(({ from, to }) => [instantAt(friday, from), instantAt(friday, to)])).toEqual([
      ["2026-03-06T12:00:00.000Z", "2026-03-06T17:00:00.000Z"],
      ["2026-03-09T08:00:00.000Z", "2026-03-09T10:00:00.000Z"],
    ]);
    expect(openBetween(friday, 10, 10)).toEqual([]);
  });
  it("are open from the first minute to the last, and on no other day", () => {
    const usual = { opens: "08:00", closes: "17:00", days: [1, 2, 3, 4, 5] };
    const open = (at: string) => isOpenAt(`2026-03-${at}:00.000Z`, "UTC", usual);
    expect([open("02T08:00"), open("02T16:59")]).toEqual([true, true]);
    expect([open("02T07:59"), open("02T17:00"), open("07T12:00")]).toEqual([false, false, false]);
    expect(isOpenAt("2026-03-02T07:30:00.000Z", "Europe/Berlin", usual)).toBe(true);
  });
  it("tell times that can be said: full hours today, then noons and evenings, then evenings alone", () => {
    const usual = { opens: "08:00", closes: "17:00", days: [1, 2, 3, 4, 5] };
    const monday = calendarOf("2026-03-02T14:20:00.000Z", "UTC", usual, 7);
    const said = timesToSay(monday, "UTC", usual).map((at) => instantAt(monday, at).slice(5, 16));
    expect(said.slice(0, 5)).toEqual([
      "03-02T15:00",
      "03-02T16:00",
      "03-02T17:00",
      "03-03T12:00",
      "03-03T17:00",
    ]);
    // The seventh open day has an evening alone.
    expect(said.slice(-2)).toEqual(["03-09T17:00", "03-10T17:00"]);
  });
  it("move with summer time, which begins in the night to 29 March 2026", () => {
    const friday = calendarOf("2026-03-27T07:00:00.000Z", ZONE, USUAL_HOURS, 5);
    expect(instantAt(friday, friday.opens[1]!)).toBe("2026-03-30T06:00:00.000Z");
  });

  it("are those of the shop's own clock, however far from Greenwich", () => {
    const auckland = calendarOf("2026-03-01T19:00:00.000Z", "Pacific/Auckland", USUAL_HOURS, 2);
    // 8 in the morning of Monday there.
    expect(auckland.opens[0]).toBe(0);
    expect(auckland.closes[0]).toBe(9 * HOUR);
    const honolulu = calendarOf("2026-03-02T18:00:00.000Z", "Pacific/Honolulu", USUAL_HOURS, 2);
    expect(honolulu.opens[0]).toBe(0);
    expect(honolulu.closes[0]).toBe(9 * HOUR);
  });

  it("count work from now to a day's beginning and end", () => {
    expect(endOf(CALENDAR, ZONE, USUAL_HOURS, "2026-03-02")).toBe(8 * HOUR + 20);
    expect(startOf(CALENDAR, ZONE, USUAL_HOURS, "2026-03-03")).toBe(DAY - 40);
    expect(workUntil(CALENDAR, endOf(CALENDAR, ZONE, USUAL_HOURS, "2026-03-03"))).toBe(
      8 * HOUR + 20 + 9 * HOUR,
    );
    expect(workUntil(CALENDAR, -30)).toBe(0);
  });

  it("are refused where nobody ever works", () => {
    expect(() => calendarOf(NOW, ZONE, { ...USUAL_HOURS, days: [] }, 5)).toThrow(RangeError);
    expect(() => calendarOf(NOW, ZONE, { ...USUAL_HOURS, closes: "08:00" }, 5)).toThrow(RangeError);
  });
});

describe("when a motor is ready", () => {
  const CERTAIN: Rest = { readings: [], works: [], proof: 0, run: 0, close: 10 };
  const played = (id: string, rest: Partial<Rest>, more: Partial<Played> = {}): Played => ({
    job: { id, notBefore: 0 },
    rest: { ...CERTAIN, ...rest },
    awaits: false,
    ...more,
  });
  const middle = (ends: readonly number[]) => ends[Math.floor(ends.length / 2)]!;

  it("is when its work is done, in the middle of all plays, and the same at every look", () => {
    const one = [played("a", { works: [{ chance: 1, minutes: 60, wait: 0, days: 0, proof: 0, run: 0 }] })];
    const ends = playedThrough(one, CALENDAR).get("a")!;
    expect(ends).toHaveLength(PLAYS);
    expect(middle(ends)).toBeGreaterThan(62);
    expect(middle(ends)).toBeLessThan(78);
    expect(playedThrough(one, CALENDAR).get("a")).toEqual(ends);
  });

  it("spreads work as said: one in six takes over 1.4 times as long (log-normal, sigma 0.35)", () => {
    const ends = playedThrough(
      [played("a", { works: [{ chance: 1, minutes: 100, wait: 0, days: 0, proof: 0, run: 0 }], close: 0 })],
      CALENDAR,
    ).get("a")!;
    const over = ends.filter((end) => end > 100 * Math.exp(0.35)).length / PLAYS;
    expect(over).toBeGreaterThan(0.13);
    expect(over).toBeLessThan(0.19);
  });

  it("weighs what may have to be done by its chance", () => {
    const ends = playedThrough(
      [
        played("a", {
          works: [
            { chance: 0.7, minutes: 30, wait: 0, days: 0, proof: 0, run: 0 },
            { chance: 0.3, minutes: 30, wait: 0, days: 5, proof: 0, run: 0 },
          ],
        }),
      ],
      CALENDAR,
    ).get("a")!;
    expect(chanceBy(ends, 8 * HOUR)).toBeGreaterThan(0.62);
    expect(chanceBy(ends, 8 * HOUR)).toBeLessThan(0.78);
  });

  it("lets waits run by themselves while others are worked on", () => {
    const ends = playedThrough(
      [
        played("dry", { works: [{ chance: 1, minutes: 20, wait: 240, days: 0, proof: 0, run: 0 }] }),
        played("other", { works: [{ chance: 1, minutes: 60, wait: 0, days: 0, proof: 0, run: 0 }] }),
      ],
      CALENDAR,
    );
    expect(middle(ends.get("other")!)).toBeLessThan(110);
    expect(middle(ends.get("dry")!)).toBeGreaterThan(240);
    expect(middle(ends.get("dry")!)).toBeLessThan(300);
  });

  it("starts what bleeds down and comes back when it is over", () => {
    const settles: Played = {
      job: { id: "fan", notBefore: 0 },
      rest: { settle: 20, readings: [{ chance: 1, minutes: 9 }], works: [], proof: 0, run: 0, close: 1 },
      awaits: false,
    };
    const { settle: _, ...rest } = settles.rest;
    const middle = (one: Played) => playedThrough([one], CALENDAR).get("fan")![PLAYS / 2]!;
    expect(middle(settles) - middle({ ...settles, rest })).toBeCloseTo(21, 9);
  });
  it("has whoever stands before it wait for nobody, and the later ones wait for them", () => {
    const work = { works: [{ chance: 1, minutes: 120, wait: 0, days: 0, proof: 0, run: 0 }] };
    const ends = playedThrough([played("first", work), played("second", work)], CALENDAR);
    expect(middle(ends.get("second")!) - middle(ends.get("first")!)).toBeGreaterThan(100);
  });

  it("waits for a part, which may come late", () => {
    const tomorrow = DAY - 40;
    const [ends] = [
      ...playedThrough(
        [played("a", {}, { job: { id: "a", notBefore: tomorrow }, awaits: true })],
        CALENDAR,
      ).values(),
    ];
    expect(ends![0]).toBeGreaterThanOrEqual(tomorrow);
    expect(chanceBy(ends!, tomorrow + 2 * HOUR)).toBeGreaterThan(0.72);
    expect(chanceBy(ends!, tomorrow + 2 * HOUR)).toBeLessThan(0.88);
  });

  it("is said as the first time that holds more often than not, with its chance", () => {
    const ends = Array.from({ length: 10 }, (_, i) => (i + 1) * 60);
    expect(readyBy(ends, [60, 240, 360, 480])).toEqual({ at: 360, chance: 0.6 });
    expect(readyBy(ends, [60, 120])).toBeNull();
  });
});
