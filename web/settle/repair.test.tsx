// @vitest-environment jsdom
import { act, cleanup, screen, waitFor, within } from "@testing-library/react";
import { useLocation } from "react-router";
import { afterEach, describe, expect, it, vi } from "vitest";
import { isRoadStage, type RoadStage } from "#core/judge";
import type { Entry, Reading, ShopLimits } from "#core/record";
import {
  choice,
  DECISION,
  frameOpen,
  HUB,
  lookedAndTurned,
  madeSafe,
  MILLIOHM,
  pairs,
  reading,
  REPAIR,
} from "../../tests/jobs.ts";
import { entriesOf, openBench } from "../../tests/openBench.tsx";
import Road from "./Road.tsx";

const AT = "2026-03-02T11:00:00.000Z";
const line = { by: "MO", at: AT };
const decided = (part: Partial<typeof DECISION> & { readonly cures?: readonly string[] } = {}): Entry => ({
  kind: "decision",
  body: { ...DECISION, cures: ["starJoint"], ...part },
});
const FOUND: readonly Entry[] = [
  ...entriesOf([
    ...madeSafe("hub"),
    ...lookedAndTurned(),
    ...frameOpen(),
    ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m"),
  ]),
  decided(),
];
const REPAIRED: readonly Entry[] = [...FOUND, { kind: "repair", body: REPAIR }];
const PROVED: readonly Entry[] = [
  ...REPAIRED,
  ...entriesOf(pairs(["127.8m", "128.1m", "128.0m"], MILLIOHM, "0.1m", 1)),
];
const ran = (minutes: number, sound: "even" | "rough" = "even"): Entry => ({
  kind: "burnIn",
  body: { id: `run-${minutes}`, epoch: 1, minutes, load: "free", celsius: 34, sound, note: "", ...line },
});
/** A stage of the road, and whichever it leads on to. */
function Here({ stage }: { readonly stage: RoadStage }) {
  const at = useLocation().pathname.split("/").at(-1) ?? "";
  return <Road stage={isRoadStage(at) ? at : stage} isPresent />;
}
const START = { id: "start-1", epoch: 1, load: "free" as const, ...line };
const bench = (
  entries: readonly Entry[],
  others: Omit<Parameters<typeof openBench>[1], "entries"> = {},
  stage: RoadStage = "repair",
) => openBench(<Here stage={stage} />, { entries, ...others });
/** The card of the plan stands within the region of the decision, which may bear its name. */
const plan = () => screen.getAllByRole("region", { name: "Resolder the star joint" }).at(-1)!;
const parts = () => screen.getByRole("region", { name: "Parts" });
const run = () => screen.getByRole("region", { name: "The run" });
const release = () => screen.getByRole("region", { name: "Release" });

afterEach(cleanup);

describe("the work", () => {
  it("follows a decision: without one there is none, and the way to it", () => {
    bench(FOUND.slice(0, -1));
    expect(screen.getByRole("heading", { name: "Nothing is decided yet" })).toBeTruthy();
    expect(screen.getByRole("link", { name: "To the decision" }).getAttribute("href")).toMatch(/\/decide$/u);
  });

  it.each(["undecided", "notMotor"] as const)("is none where the decision says %s", (disposition) => {
    bench([...FOUND, decided({ disposition: disposition as never, cures: [] })]);
    expect(screen.queryByRole("form", { name: "The repair" })).toBeNull();
    cleanup();
    bench([...FOUND, decided({ disposition: disposition as never, cures: [] })], {}, "close");
    expect(screen.getByRole("button", { name: "Close the job" })).toBeTruthy();
    expect(screen.queryByRole("navigation", { name: "The road back" })).toBeNull();
  });

  it("ticks a step as an entry, counts it, and takes it back by an undo of that entry", async () => {
    const { user, written } = bench(FOUND);
    expect(within(plan()).getByText(/0 of 7 steps done/u)).toBeTruthy();
    const step = within(plan()).getByRole("checkbox", { name: "Read the three pairs before closing." });
    await user.click(step);
    expect(written).toMatchObject([
      { kind: "work", body: { epoch: 0, plan: "Resolder the star joint", photos: [] } },
    ]);
    expect(within(plan()).getByText(/1 of 7 steps done/u)).toBeTruthy();
    await user.click(step);
    expect(written[1]).toMatchObject({ kind: "undo", body: { of: written[0]?.body.id } });
    expect(within(plan()).getByText(/0 of 7 steps done/u)).toBeTruthy();
  });

  it("keeps a step's refusal at the step", async () => {
    const { user } = bench(FOUND, { refusing: "This job was closed meanwhile." });
    await user.click(within(plan()).getAllByRole("checkbox")[0]!);
    expect(within(plan()).getByRole("alert").textContent).toBe("This job was closed meanwhile.");
  });

  it("adds another plan, and leaves either of two out, but never the last one", async () => {
    const { user } = bench(FOUND);
    expect(within(plan()).queryByRole("button", { name: "Leave it out" })).toBeNull();
    // What a sound bearing never asks for is not among them.
    // What a list that opens asks of a page, and this one does not have.
    Element.prototype.scrollIntoView = () => undefined;
    Element.prototype.hasPointerCapture = () => false;
    await user.click(screen.getByLabelText("Add another plan"));
    const another = await screen.findByRole("option", { name: "Mend the phase lead or plug" });
    expect(screen.queryByRole("option", { name: /bearings/iu })).toBeNull();
    await user.click(another);
    const leave = screen.getAllByRole("button", { name: "Leave it out" });
    expect(leave).toHaveLength(2);
    await user.click(within(plan()).getByRole("button", { name: "Leave it out" }));
    expect(screen.queryByText(/0 of 7 steps done/u)).toBeNull();
    expect(screen.queryByRole("button", { name: "Leave it out" })).toBeNull();
  });

  it("is recorded with what was done and its minutes, and then asks for its proof", async () => {
    const { user, written } = bench(FOUND);
    await user.click(screen.getByRole("button", { name: /^Record the repair/u }));
    expect(screen.getByText("Say what was done: it stands in the report.")).toBeTruthy();
    expect(written).toEqual([]);
    await user.type(screen.getByLabelText("What was done"), " Resoldered; one bundle was charred. ");
    await user.type(screen.getByLabelText("Minutes"), "45");
    await user.click(screen.getByRole("button", { name: /^Record the repair/u }));
    await waitFor(() => expect(written).toHaveLength(1));
    expect(written[0]).toMatchObject({
      kind: "repair",
      body: { plan: "Resolder the star joint", done: "Resoldered; one bundle was charred.", minutes: 45 },
    });
    expect(await screen.findByText("Not proved yet: read again what departed.")).toBeTruthy();
  });

  it("writes itself from the ticked steps, and stays as somebody wrote it", async () => {
    const { user, written } = bench(FOUND);
    const done = () => screen.getByLabelText<HTMLTextAreaElement>("What was done").value;
    const go = () => document.querySelector<HTMLElement>("[data-go]")!;
    expect(done()).toBe("");
    for (let step = 0; step < 6; step += 1) {
      expect(go().textContent).toMatch(/^Done/u);
      await user.click(go());
      await waitFor(() => expect(within(plan()).getByText(new RegExp(`${step + 1} of 7`, "u"))).toBeTruthy());
    }
    expect(done()).toMatch(/^The star joint was cleaned.* Left out: take every chip off the magnets/u);
    await user.click(go());
    await waitFor(() => expect(done()).toMatch(/insulated and tied\.$/u));
    expect(screen.getByLabelText<HTMLInputElement>("Minutes").value).toBe("45");
    expect(screen.getByText("As planned.")).toBeTruthy();
    expect(go().textContent).toMatch(/^Record the repair/u);
    await user.type(screen.getByLabelText("What was done"), " One bundle was charred.");
    await user.click(within(plan()).getAllByRole("checkbox")[0]!);
    expect(done()).toMatch(/tied\. One bundle was charred\.$/u);
    await user.click(screen.getByRole("button", { name: /^Record the repair/u }));
    await waitFor(() => expect(written.at(-1)).toMatchObject({ kind: "repair", body: { minutes: 45 } }));
  });

  it("is recorded once, however often it is pressed while it is on its way", async () => {
    const { user, written } = bench(FOUND, { answersAfter: 200 });
    await user.type(screen.getByLabelText("What was done"), "Resoldered.");
    await user.type(screen.getByLabelText("Minutes"), "45");
    const record = screen.getByRole("button", { name: /^Record the repair/u });
    await user.dblClick(record);
    await act(() => new Promise((resolve) => setTimeout(resolve, 500)));
    expect(written.filter(({ kind }) => kind === "repair")).toHaveLength(1);
  });

  it("brings what it used to the bill with its rating, and nothing that is taken off", async () => {
    const prices = { hourly: 40, currency: "£", parts: { bearings: { price: 9, days: 0 } } };
    const opening = { limits: { prices } as unknown as ShopLimits };
    const bearings = [decided({ disposition: "replacePart" as never, cures: ["bearings"] })];
    const work = () => screen.getAllByRole("region", { name: "Replace the bearings" }).at(-1)!;
    const { user, written } = bench([...FOUND.slice(0, -1), ...bearings], opening);
    expect(screen.queryByRole("group", { name: /^Parts used/u })).toBeNull();
    await user.click(within(work()).getAllByRole("checkbox")[0]!);
    await user.type(await screen.findByLabelText("Bearing, its rating"), "6202 2RS C3");
    await user.click(screen.getByRole("button", { name: /^Record the repair/u }));
    await waitFor(() => expect(written.map(({ kind }) => kind)).toEqual(["work", "part", "repair"]));
    expect(written[1]?.body).toMatchObject({
      part: "Bearing, 6202 2RS C3",
      state: "here",
      price: 9,
      replaces: null,
    });
    cleanup();
    const off = bench([...FOUND.slice(0, -1), ...bearings], opening);
    await off.user.click(within(work()).getAllByRole("checkbox")[0]!);
    await off.user.click(await screen.findByRole("checkbox", { name: "Bearing" }));
    await off.user.click(screen.getByRole("button", { name: /^Record the repair/u }));
    await waitFor(() => expect(off.written.map(({ kind }) => kind)).toEqual(["work", "repair"]));
  });

  it.each(["", "no time", "-3", "1,200"])("takes no minutes of %j", async (typed) => {
    const { user, written } = bench(FOUND);
    await user.type(screen.getByLabelText("What was done"), "Resoldered.");
    if (typed) await user.type(screen.getByLabelText("Minutes"), typed);
    await user.click(screen.getByRole("button", { name: /^Record the repair/u }));
    await waitFor(() => expect(screen.getByLabelText("Minutes").getAttribute("aria-invalid")).toBe("true"));
    expect(written).toEqual([]);
  });
});

describe("parts", () => {
  const field = (label: string) => within(parts()).getByLabelText(label);
  it("are ordered with a day and a price, arrive in the old line's place, and can be taken off", async () => {
    const { user, written } = bench(FOUND);
    await user.type(field("Part, by its rating"), "bearing 6202-2RS");
    await user.type(field("Price"), "4.5");
    await user.type(field("Expected on"), "2026-03-06");
    await user.click(within(parts()).getByRole("button", { name: "Ordered" }));
    await waitFor(() =>
      expect(written[0]).toMatchObject({
        kind: "part",
        body: { part: "bearing 6202-2RS", price: 4.5, due: "2026-03-06", state: "awaited", replaces: null },
      }),
    );
    expect(screen.getByText(/^Still awaited: bearing 6202-2RS\./u)).toBeTruthy();
    await user.click(await screen.findByRole("button", { name: "bearing 6202-2RS is here" }));
    expect(written[1]?.body).toMatchObject({
      state: "here",
      due: null,
      price: 4.5,
      replaces: written[0]?.body.id,
    });
    expect(screen.queryByText(/^Still awaited/u)).toBeNull();
    await user.click(screen.getByRole("button", { name: "bearing 6202-2RS is not here yet" }));
    expect(written[2]).toMatchObject({ kind: "undo", body: { of: written[1]?.body.id } });
    expect(screen.getByText(/^Still awaited: bearing 6202-2RS\./u)).toBeTruthy();
  });

  it("from the shelf have no day, and none without a name is written", async () => {
    const { user, written } = bench(FOUND);
    await user.click(within(parts()).getByRole("button", { name: "On the shelf" }));
    expect(field("Part, by its rating").getAttribute("aria-invalid")).toBe("true");
    expect(written).toEqual([]);
    await user.type(field("Part, by its rating"), "heat-shrink");
    await user.type(field("Expected on"), "2026-03-06");
    await user.click(within(parts()).getByRole("button", { name: "On the shelf" }));
    await waitFor(() => expect(written[0]?.body).toMatchObject({ state: "here", due: null, price: null }));
  });

  it("of a motor with its own electronics are not ordered before what killed it is said", async () => {
    const motor = { ...HUB, family: "ecm" as const, polePairs: null };
    const { user, written } = bench([decided({ disposition: "replacePart" as never, cures: ["section"] })], {
      intake: { motor },
    });
    await user.type(field("Part, by its rating"), "motor section");
    await user.click(within(parts()).getByRole("button", { name: "Ordered" }));
    await waitFor(() => expect(field("Part, by its rating").getAttribute("aria-invalid")).toBe("true"));
    expect(written).toEqual([]);
    const why = within(parts()).getAllByText("Say first what killed it: a new one dies of the same cause.");
    expect(why.length).toBeGreaterThan(0);
    await user.click(within(parts()).getAllByRole("radio")[0]!);
    expect(written).toMatchObject([{ kind: "reading", body: { check: "module", slot: "killer" } }]);
    expect(within(parts()).getByText("Said, and in the record.")).toBeTruthy();
    await user.click(within(parts()).getByRole("button", { name: "Ordered" }));
    await waitFor(() => expect(written[1]).toMatchObject({ kind: "part", body: { state: "awaited" } }));
  });
});

describe("the proof", () => {
  it("names what is to be read again, each a way to its check", () => {
    bench(REPAIRED, {}, "readAgain");
    const lines = within(screen.getByRole("list", { name: "What departed, and its repeat" }));
    expect(lines.getByRole("link", { name: /^Repeat: /u }).getAttribute("href")).toMatch(/\/winding$/u);
    expect(screen.getByText("not read again yet")).toBeTruthy();
    cleanup();
    bench(REPAIRED);
    expect(screen.getByText("Another repair is needed")).toBeTruthy();
  });

  it("shows each pair before and after, and what moved", () => {
    bench(PROVED, {}, "readAgain");
    expect(screen.getByText(/^Proved: /u)).toBeTruthy();
    const [row] = within(screen.getByRole("table")).getAllByRole("row").slice(1);
    expect(row?.textContent).toMatch(/OL.*127[.,]7.*closed again|OL.*127.*closed again/u);
  });

  it("has failed while the pairs are open still", () => {
    bench([...REPAIRED, ...entriesOf(pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m", 1))], {}, "readAgain");
    expect(screen.getByText(/^Not cured: /u)).toBeTruthy();
    expect(screen.getAllByText("still open")).toHaveLength(3);
  });

  it.each([
    [["OL", "142.0m", "142.0m"], ["128.0m", "128.0m", "128.1m"], /closed again.*down 14/u],
    [["128.0m", "142.0m", "142.0m"], ["OL", "142.0m", "142.0m"], /opened.*unchanged within/u],
    [["128.0m", "142.0m", "142.0m"], ["128.0m", "150.0m", "150.0m"], /unchanged within.*up 8/u],
  ] as const)("says of pairs %j and then %j what moved", (before, after, words) => {
    bench(
      [
        ...entriesOf([...madeSafe("hub"), ...pairs([...before], MILLIOHM, "0.1m")]),
        decided(),
        { kind: "repair", body: REPAIR },
        ...entriesOf(pairs([...after], MILLIOHM, "0.1m", 1)),
      ],
      {},
      "readAgain",
    );
    expect(screen.getByRole("table").textContent).toMatch(words);
  });

  it("goes on to the reading that is missing, and to the run once all is read", async () => {
    const { user, address } = bench([...REPAIRED, ...entriesOf(madeSafe("hub", 1))], {}, "readAgain");
    await user.click(document.querySelector<HTMLElement>("[data-go]")!);
    // It was made safe on another day.
    expect(address()).toMatch(/\/safety$/u);
    cleanup();
    bench([...PROVED, ...entriesOf(madeSafe("hub", 1))], {}, "readAgain");
    expect(document.querySelector("[data-go]")?.textContent).toMatch(/^Let it run, 30 min/u);
    cleanup();
    bench([...REPAIRED, ...entriesOf(pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m", 1))], {}, "readAgain");
    expect(document.querySelector("[data-go]")?.textContent).toMatch(/^Repair it again/u);
  });

  it("draws what the sensors did before it and after it", () => {
    const states = (list: string, epoch: number) =>
      list.split(" ").map((state, i) => ({
        ...choice("hall", "forward", state, epoch),
        id: `hall-${epoch}-${i}`,
      }));
    bench(
      [
        ...entriesOf([...madeSafe("hub"), ...states("101 100 000 001 101", 0)]),
        decided({ disposition: "replacePart" as never, cures: ["hallSensor"] }),
        { kind: "repair", body: REPAIR },
        ...entriesOf(states("101 100 110 010 011 001 101", 1)),
      ],
      {},
      "readAgain",
    );
    const [before, after] = ["Before", "After"].map((name) => screen.getByRole("region", { name }));
    expect(within(before!).getByText(/^never seen: /u)).toBeTruthy();
    expect(within(after!).getByText("all six states")).toBeTruthy();
  });

  it("draws which lead found a way to the frame before it, and that none does after it", () => {
    const lead = (phase: string, value: Reading["value"], epoch: number) =>
      reading({ check: "frame", slot: phase, value, epoch, instrumentId: null });
    const ohms = { kind: "ohms", ohms: 120_000 } as const;
    bench(
      [
        ...entriesOf([...madeSafe("hub"), lead("A", { kind: "open" }, 0), lead("B", ohms, 0)]),
        decided(),
        { kind: "repair", body: REPAIR },
        ...entriesOf([lead("A", { kind: "open" }, 1), lead("B", { kind: "open" }, 1)]),
      ],
      {},
      "readAgain",
    );
    const said = screen
      .getAllByRole("img", { name: /^Leads to frame: /u })
      .map((one) => one.getAttribute("aria-label"));
    expect(said).toEqual([
      "Leads to frame: A open, B 120 kΩ, C not read.",
      "Leads to frame: A open, B open, C not read.",
    ]);
  });
});

describe("the run", () => {
  const button = (name: RegExp | string) => within(run()).getByRole("button", { name });
  const radio = (name: string) => within(run()).getByRole("radio", { name });
  const byHand = async (user: ReturnType<typeof bench>["user"]) => {
    const more = within(run()).queryByText("It runs once more");
    if (more) await user.click(more);
    await user.click(radio("Nothing"));
    await user.click(button("It ran already"));
  };

  it("asks for minutes by what a failure hurts, adds them up, and starts anew after a rough one", async () => {
    const { user, written } = bench([...PROVED, ran(20)], {}, "letRun");
    expect(screen.getByText(/^10 of 30 minutes are still to run\./u)).toBeTruthy();
    await byHand(user);
    await user.type(within(run()).getByLabelText("Minutes"), "10");
    await user.type(within(run()).getByLabelText("Winding at the end"), "93 °F");
    await user.click(button(/^Write it down/u));
    expect(await within(run()).findByText("Say how it ran.")).toBeTruthy();
    expect(written).toEqual([]);
    await user.click(radio("Even"));
    await user.click(button(/^Write it down/u));
    await waitFor(() =>
      expect(written[0]).toMatchObject({
        kind: "burnIn",
        body: { epoch: 1, minutes: 10, load: "free", sound: "even" },
      }),
    );
    expect((written[0]?.body as { celsius: number }).celsius).toBeCloseTo(33.89, 2);
    expect(await screen.findByText(/^It ran evenly for 30 minutes; 30 are asked\./u)).toBeTruthy();
    await byHand(user);
    await user.type(within(run()).getByLabelText("Minutes"), "2");
    await user.click(radio("Rough, or it stopped"));
    await user.click(button(/^Write it down/u));
    expect(await screen.findByText(/^It ran rough\./u)).toBeTruthy();
  });

  it.each(["", "0", "ten"])("takes no %j for minutes", async (typed) => {
    const { user, written } = bench(PROVED, {}, "letRun");
    await byHand(user);
    await user.click(radio("Even"));
    if (typed) await user.type(within(run()).getByLabelText("Minutes"), typed);
    await user.click(button(/^Write it down/u));
    await waitFor(() =>
      expect(within(run()).getByLabelText("Minutes").getAttribute("aria-invalid")).toBe("true"),
    );
    expect(written).toEqual([]);
  });

  it("has a clock: what is on the shaft is asked, its minutes are the run's, and what never ran is taken back", async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true, now: new Date("2026-03-02T12:00:00.000Z") });
    try {
      const { user, written } = bench(PROVED, {}, "letRun");
      await user.click(button(/^Start the clock, 30 min/u));
      expect(within(run()).getByText("Say what is on the shaft.")).toBeTruthy();
      expect(written).toEqual([]);
      await user.click(radio("A light load"));
      await user.click(button(/^Start the clock/u));
      expect(written).toMatchObject([{ kind: "runStart", body: { epoch: 1, load: "light" } }]);
      await act(() => vi.advanceTimersByTimeAsync(29 * 60_000));
      expect(within(run()).getByRole("timer").textContent).toMatch(/^29:0\d$/u);
      expect(within(run()).queryByText("Its 30 minutes are over. Stop it.")).toBeNull();
      await act(() => vi.advanceTimersByTimeAsync(61_000));
      expect(within(run()).getByText("Its 30 minutes are over. Stop it.")).toBeTruthy();
      await user.click(button(/^Stop it/u));
      expect(within(run()).getByLabelText<HTMLInputElement>("Minutes").value).toBe("30");
      await user.click(radio("Even"));
      await user.click(button(/^Write it down/u));
      await waitFor(() =>
        expect(written.at(-1)).toMatchObject({
          kind: "burnIn",
          body: { minutes: 30, load: "light", start: written[0]?.body.id },
        }),
      );
      expect(screen.getByText(/^It ran evenly for 30 minutes/u)).toBeTruthy();
      cleanup();
      const never = bench([...PROVED, { kind: "runStart", body: START }], {}, "letRun");
      await never.user.click(button("It never ran"));
      expect(never.written).toMatchObject([{ kind: "undo", body: { of: START.id } }]);
    } finally {
      vi.useRealTimers();
    }
  });

  it("stays stopped where the server answers late for its start", async () => {
    const { user } = bench(PROVED, { answersAfter: 400 }, "letRun");
    await user.click(radio("Nothing"));
    await user.click(button(/^Start the clock/u));
    await user.click(await within(run()).findByRole("button", { name: /^Stop it/u }));
    await user.click(radio("Even"));
    await act(() => new Promise((resolve) => setTimeout(resolve, 600)));
    expect(radio("Even").getAttribute("aria-checked")).toBe("true");
  });

  it("asks for the minutes where the clock was forgotten", async () => {
    const { user } = bench([...PROVED, { kind: "runStart", body: START }], {}, "letRun");
    await user.click(button(/^Stop it/u));
    expect(within(run()).getByText(/^The clock went on far longer than was asked\./u)).toBeTruthy();
    expect(within(run()).getByLabelText<HTMLInputElement>("Minutes").value).toBe("");
  });

  it("shows the shop's own degrees and the cautions of a motor that runs", () => {
    bench([...PROVED, ran(20)], { limits: { inFahrenheit: true } as unknown as ShopLimits }, "letRun");
    expect(screen.getByRole("list", { name: "Runs after this repair" }).textContent).toMatch(
      /20 min.*34 °C|93 °F/u,
    );
    expect(within(run()).getByText(/never leave it alone/u)).toBeTruthy();
  });
});

describe("the release", () => {
  it("for use is not offered before the proof and the run are complete; a restriction needs its words", async () => {
    const { user, written } = bench(REPAIRED, {}, "release");
    expect(within(release()).queryByRole("radio", { name: "Released for use" })).toBeNull();
    expect(within(release()).getByText(/^The proof is not complete/u)).toBeTruthy();
    await user.click(within(release()).getByRole("radio", { name: "Released with a restriction" }));
    await user.click(within(release()).getByRole("button", { name: "Sign it" }));
    expect(within(release()).getByText(/^Say what it may not be used for/u)).toBeTruthy();
    expect(written).toEqual([]);
    await user.type(within(release()).getByLabelText("What it may not be used for"), "Flat ground only.");
    await user.click(within(release()).getByRole("button", { name: "Sign it" }));
    expect(written[0]).toMatchObject({
      kind: "release",
      body: { epoch: 1, as: "restricted", words: "Flat ground only." },
    });
    expect(within(release()).getByText(/^Flat ground only\. Signed MO/u, { exact: false })).toBeTruthy();
  });

  it("is not offered after the proof alone: the run counts too", () => {
    bench([...PROVED, ran(29)], {}, "release");
    expect(within(release()).getByText(/^It ran evenly for 29 of 30 minutes/u)).toBeTruthy();
    expect(within(release()).queryByRole("radio", { name: "Released for use" })).toBeNull();
  });

  it("for use says what the customer is to watch, in words that can be changed", async () => {
    const { user, written } = bench([...PROVED, ran(30)], {}, "release");
    const words = within(release()).getByLabelText<HTMLTextAreaElement>("What the customer is to watch");
    expect(words.value).toMatch(/^Heat loosens such a joint/u);
    await user.clear(words);
    await user.type(words, "Come back in a month.");
    await user.click(within(release()).getByRole("button", { name: "Sign it" }));
    expect(written[0]?.body).toMatchObject({ as: "use", words: "Come back in a month." });
    expect(within(release()).queryByRole("button", { name: "Sign it" })).toBeNull();
  });
});

describe("the closing", () => {
  it("says that a repair is not proved, and later that it is not released", () => {
    bench(REPAIRED, {}, "close");
    expect(screen.getByText(/^The repair is not proved\./u)).toBeTruthy();
    cleanup();
    bench(PROVED, {}, "close");
    expect(screen.getByText(/^It is not released yet\./u)).toBeTruthy();
  });

  it("writes last words if there are any; a refusal stays beside them", async () => {
    const { user, written } = bench(FOUND, {}, "close");
    await user.type(screen.getByLabelText("Last words, if any"), " fetched ");
    await user.click(screen.getByRole("button", { name: "Close the job" }));
    expect(written[0]).toMatchObject({ kind: "closing", body: { reason: "fetched" } });
    cleanup();
    const refused = bench(FOUND, { refusing: "Something changed meanwhile." }, "close");
    await refused.user.type(screen.getByLabelText("Last words, if any"), "fetched");
    await refused.user.click(screen.getByRole("button", { name: "Close the job" }));
    expect(screen.getByText("Something changed meanwhile.")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("Last words, if any").value).toBe("fetched");
  });

  it("is opened again only with a reason, and nothing else of it can be written", async () => {
    const { user, written } = bench([...PROVED, ran(30)], { closedAt: AT }, "close");
    await user.click(screen.getByRole("button", { name: "Open it again" }));
    expect(screen.getByText("Say why it is opened again.")).toBeTruthy();
    expect(written).toEqual([]);
    await user.type(screen.getByLabelText("Why it is opened again"), "it came back");
    await user.click(screen.getByRole("button", { name: "Open it again" }));
    expect(written).toMatchObject([{ kind: "reopening", body: { reason: "it came back" } }]);
  });
});
