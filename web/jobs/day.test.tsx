// @vitest-environment jsdom
import { cleanup, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Day, DayRow, JobLine, Summary } from "#contract/jobs";
import { onPage } from "../../tests/onPage.tsx";
import { readyText, tenthsText } from "../ui/readyText.ts";
import { DayList, dayWords } from "./DayList.tsx";
import WeekList, { weekOf } from "./WeekList.tsx";

const moved = vi.hoisted(() => vi.fn());
vi.mock(import("../app/api.ts"), async (original) => ({
  ...(await original()),
  useMoveInDayMutation: (() => [moved, {}]) as never,
}));

const SUMMARY: Summary = {
  headline: "Not decided yet",
  leading: { name: "High joint or lead", probability: 0.72 },
  next: "Three pairs",
  to: "winding",
  minutes: 4,
  marks: [],
  disposition: null,
  by: "MO",
  clock: null,
};
const job = (n: number, name: string, summary: Partial<Summary> = {}): JobLine => ({
  id: `job-${n}`,
  number: n,
  name,
  owner: "Weir",
  stage: "reading",
  summary: { ...SUMMARY, ...summary },
  takenInAt: "2026-03-01T09:00:00.000Z",
  closedAt: null,
});
const row = (line: JobLine, more: Partial<DayRow> = {}): DayRow => ({
  job: line,
  person: "MO",
  start: "2026-03-02T09:00:00.000Z",
  minutes: 6,
  ready: { at: "2026-03-02T13:00:00.000Z", chance: 0.9 },
  kept: null,
  pinned: false,
  ...more,
});
const DAY: Day = {
  now: "2026-03-02T08:40:00.000Z",
  from: "2026-03-02T08:40:00.000Z",
  until: "2026-03-02T17:00:00.000Z",
  rows: [
    row(job(1, "Trike 3", { promised: "2026-03-02" }), { kept: 0.3 }),
    row(job(2, "Winch")),
    row(job(3, "Fan", { pressing: "standsStill" }), { person: "PR", pinned: true, ready: null }),
  ],
  blocks: [
    {
      row: 1,
      person: "MO",
      kind: "work",
      start: "2026-03-02T08:40:00.000Z",
      end: "2026-03-02T09:40:00.000Z",
    },
    {
      row: 1,
      person: "MO",
      kind: "wait",
      start: "2026-03-02T09:40:00.000Z",
      end: "2026-03-02T10:10:00.000Z",
    },
    {
      row: 2,
      person: "MO",
      kind: "work",
      start: "2026-03-02T16:30:00.000Z",
      end: "2026-03-02T17:00:00.000Z",
    },
    {
      row: 2,
      person: "MO",
      kind: "work",
      start: "2026-03-03T08:00:00.000Z",
      end: "2026-03-03T09:00:00.000Z",
    },
  ],
  waiting: [{ job: job(4, "Barge", { due: "2026-02-20" }), person: "MO", ready: null }],
  done: [job(5, "Pump")],
  unplanned: 3,
  parts: [],
  currency: "£",
  judging: { left: 0, of: 0 },
};

afterEach(() => {
  cleanup();
  moved.mockClear();
});

describe("the day on the bench", () => {
  const draw = () => {
    vi.useFakeTimers({ shouldAdvanceTime: true, now: new Date(DAY.now) });
    const called: string[] = [];
    const page = onPage(<DayList day={DAY} onCaller={(id) => called.push(id)} />);
    vi.useRealTimers();
    return { ...page, called };
  };

  it("counts the work that is left before the shop closes, and what is promised for today", () => {
    // An hour, and half an hour of what goes on tomorrow.
    expect(dayWords(DAY)).toBe("1 h 30 min of bench work left today, 1 promised");
    expect(dayWords({ ...DAY, rows: [], blocks: [] })).toBe("0 min of bench work left today");
    // In the evening the next stretch is another day's.
    const evening = { from: "2026-03-03T08:00:00.000Z", until: "2026-03-03T17:00:00.000Z" };
    expect(dayWords({ ...DAY, ...evening, now: "2026-03-02T18:00:00.000Z" })).toContain(
      "of bench work on Tuesday",
    );
  });

  it("numbers what is to be done, and says when it is ready and whether a promise holds", () => {
    draw();
    const rows = within(screen.getByRole("region", { name: /^Do now/u })).getAllByRole("listitem");
    expect(rows.map(({ textContent }) => textContent?.slice(0, 9))).toEqual([
      ...["1Trike 3h", "2Winchhig", "3Fanhigh "],
    ]);
    expect(rows[0]?.textContent).toContain("Today by 13:00");
    expect(rows[0]?.textContent).toContain("promised today, 3 in 10");
    expect(rows[2]?.textContent).toContain("nobody can tell");
    expect(rows[2]?.textContent).toContain("stands still");
    expect(screen.getByText("1 motor, 1 overdue")).toBeTruthy();
    expect(screen.getByText(/^3 older open jobs are not planned here/u)).toBeTruthy();
    expect(screen.getByRole("region", { name: "Done today" }).textContent).toContain("Pump");
    expect(
      screen.getByRole("img", { name: /^The day until 17:00: 08:40 Trike 3, 16:30 Winch/u }),
    ).toBeTruthy();
  });

  it("moves a row by Alt and an arrow among those of its person, and no further", async () => {
    const { user } = draw();
    screen.getByRole("link", { name: /Winch/u }).focus();
    await user.keyboard("{Alt>}{ArrowUp}{/Alt}");
    expect(moved).toHaveBeenCalledWith({ job: "job-2", place: 0 });
    expect(screen.getByText("Winch is number 1 now.")).toBeTruthy();
    // The only one of its person has nowhere to go.
    screen.getByRole("link", { name: /Fan/u }).focus();
    await user.keyboard("{Alt>}{ArrowDown}{/Alt}");
    expect(moved).toHaveBeenCalledTimes(1);
    await user.click(screen.getByRole("button", { name: "Fan: back to its own place" }));
    expect(moved).toHaveBeenLastCalledWith({ job: "job-3", place: null });
  });

  it("opens the card of a job for whoever rings", async () => {
    const { user, called } = draw();
    await user.click(screen.getByRole("button", { name: "How it stands: Winch", hidden: true }));
    expect(called).toEqual(["job-2"]);
  });
});

describe("the week on the bench", () => {
  it("says of each day what is worked on, what was promised, comes and is ready", () => {
    const week = weekOf(DAY);
    expect(week.map(({ day }) => day)).toEqual(["2026-03-02", "2026-03-03"]);
    const [today, tomorrow] = week.map(({ entries }) =>
      entries.map(({ job: { name }, minutes, words }) => [name, minutes, ...words]),
    );
    expect(today).toContainEqual(["Trike 3", 60, "promised", expect.stringMatching(/^ready, /u)]);
    expect(today).toContainEqual(expect.arrayContaining(["Winch", 30]));
    // What should be here already is looked for today.
    expect(today).toContainEqual(["Barge", 0, expect.stringMatching(/^should have come on /u)]);
    expect(tomorrow).toContainEqual(expect.arrayContaining(["Winch", 60]));
  });
  it("draws a heading a day with its work, and its motors as links", () => {
    onPage(<WeekList day={DAY} />);
    const today = screen.getByRole("region", { name: /^Today/u });
    expect(today.textContent).toContain("1 h 30 min of bench work");
    expect(
      within(today)
        .getByRole("link", { name: /Trike 3/u })
        .getAttribute("href"),
    ).toContain("/jobs/");
    expect(screen.getByRole("region", { name: /^Tuesday/u }).textContent).toContain("1 h of bench work");
    cleanup();
    onPage(<WeekList day={{ ...DAY, rows: [], blocks: [], waiting: [] }} />);
    expect(screen.getByText("Nothing lies ahead this week.")).toBeTruthy();
  });
});

describe("a time that can be told", () => {
  const now = new Date("2026-03-02T08:40:00.000Z");
  it.each([
    ["2026-03-02T13:00:00.000Z", "today by 13:00"],
    ["2026-03-03T12:00:00.000Z", "tomorrow noon"],
    ["2026-03-05T17:00:00.000Z", "Thursday evening"],
    ["2026-03-16T17:00:00.000Z", /^(?:16 Mar|Mar 16)$/u],
  ])("%s is %s", (at, words) => {
    if (typeof words === "string") expect(readyText(at, now)).toBe(words);
    else expect(readyText(at, now)).toMatch(words);
  });

  it.each([
    [0.6, "6 in 10"],
    [0.06, "1 in 10"],
    [0, "hardly"],
    [0.97, "almost surely"],
  ])("a chance of %s is %s", (chance, words) => expect(tenthsText(chance)).toBe(words));
});
