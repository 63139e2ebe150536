// @vitest-environment jsdom
import { cleanup, screen, waitFor, within } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { Entry, ShopLimits } from "#core/record";
import {
  DECISION,
  frameOpen,
  HUB,
  lookedAndTurned,
  madeSafe,
  MILLIOHM,
  pairs,
  REPAIR,
} from "../../tests/jobs.ts";
import { entriesOf, openBench } from "../../tests/openBench.tsx";
import RepairAndProve from "./RepairAndProve.tsx";

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
const bench = (entries: readonly Entry[], others: Omit<Parameters<typeof openBench>[1], "entries"> = {}) =>
  openBench(<RepairAndProve />, { entries, ...others });
/** The card of the plan stands within the region of the decision, which may bear its name. */
const plan = () => screen.getAllByRole("region", { name: "Resolder the star joint" }).at(-1)!;
const parts = () => screen.getByRole("region", { name: "Parts" });
const run = () => screen.getByRole("region", { name: /Run it$/u });
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
    expect(screen.getByRole("button", { name: "Close the job" })).toBeTruthy();
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
    await user.selectOptions(
      screen.getByLabelText("Add another plan"),
      screen.getByRole("option", { name: /bearings/iu }),
    );
    const leave = screen.getAllByRole("button", { name: "Leave it out" });
    expect(leave).toHaveLength(2);
    await user.click(within(plan()).getByRole("button", { name: "Leave it out" }));
    expect(screen.queryByText(/0 of 7 steps done/u)).toBeNull();
    expect(screen.queryByRole("button", { name: "Leave it out" })).toBeNull();
  });

  it("is recorded with what was done and its minutes, and then asks for its proof", async () => {
    const { user, written } = bench(FOUND);
    await user.click(screen.getByRole("button", { name: "Record the repair" }));
    expect(screen.getByText("Say what was done: it stands in the report.")).toBeTruthy();
    expect(written).toEqual([]);
    await user.type(screen.getByLabelText("What was done"), " Resoldered; one bundle was charred. ");
    await user.type(screen.getByLabelText("Minutes"), "45");
    await user.click(screen.getByRole("button", { name: "Record the repair" }));
    await waitFor(() => expect(written).toHaveLength(1));
    expect(written[0]).toMatchObject({
      kind: "repair",
      body: { plan: "Resolder the star joint", done: "Resoldered; one bundle was charred.", minutes: 45 },
    });
    expect(await screen.findByText("Not proved yet: repeat what departed.")).toBeTruthy();
    await waitFor(() => expect(document.activeElement?.id).toBe("proof-title"));
  });

  it.each(["", "no time", "-3", "1,200"])("takes no minutes of %j", async (typed) => {
    const { user, written } = bench(FOUND);
    await user.type(screen.getByLabelText("What was done"), "Resoldered.");
    if (typed) await user.type(screen.getByLabelText("Minutes"), typed);
    await user.click(screen.getByRole("button", { name: "Record the repair" }));
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
    bench(REPAIRED);
    const lines = within(screen.getByRole("list", { name: "What departed, and its repeat" }));
    expect(lines.getByRole("link", { name: /^Repeat: /u }).getAttribute("href")).toMatch(/\/winding$/u);
    expect(screen.getByText("not read again yet")).toBeTruthy();
    expect(screen.getByText("Another repair is needed")).toBeTruthy();
  });

  it("shows each pair before and after, and what moved", () => {
    bench(PROVED);
    expect(screen.getByText(/^Proved: /u)).toBeTruthy();
    expect(screen.queryByText("Another repair is needed")).toBeNull();
    const [row] = within(screen.getByRole("table")).getAllByRole("row").slice(1);
    expect(row?.textContent).toMatch(/OL.*127[.,]7.*closed again|OL.*127.*closed again/u);
  });

  it("has failed while the pairs are open still", () => {
    bench([...REPAIRED, ...entriesOf(pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m", 1))]);
    expect(screen.getByText(/^Not cured: /u)).toBeTruthy();
    expect(screen.getAllByText("still open")).toHaveLength(3);
  });

  it.each([
    [["OL", "142.0m", "142.0m"], ["128.0m", "128.0m", "128.1m"], /closed again.*down 14/u],
    [["128.0m", "142.0m", "142.0m"], ["OL", "142.0m", "142.0m"], /opened.*unchanged within/u],
    [["128.0m", "142.0m", "142.0m"], ["128.0m", "150.0m", "150.0m"], /unchanged within.*up 8/u],
  ] as const)("says of pairs %j and then %j what moved", (before, after, words) => {
    bench([
      ...entriesOf([...madeSafe("hub"), ...pairs([...before], MILLIOHM, "0.1m")]),
      decided(),
      { kind: "repair", body: REPAIR },
      ...entriesOf(pairs([...after], MILLIOHM, "0.1m", 1)),
    ]);
    expect(screen.getByRole("table").textContent).toMatch(words);
  });
});

describe("the run", () => {
  it("asks for minutes by what a failure hurts, adds them up, and starts anew after a rough one", async () => {
    const { user, written } = bench([...PROVED, ran(20)]);
    expect(within(run()).getByText(/^10 of 30 minutes are still to run\./u)).toBeTruthy();
    await user.type(within(run()).getByLabelText("Minutes"), "10");
    await user.type(within(run()).getByLabelText("Winding at the end"), "93 °F");
    await user.click(within(run()).getByRole("button", { name: "Write it down" }));
    await waitFor(() =>
      expect(written[0]).toMatchObject({
        kind: "burnIn",
        body: { epoch: 1, minutes: 10, load: "free", sound: "even" },
      }),
    );
    expect((written[0]?.body as { celsius: number }).celsius).toBeCloseTo(33.89, 2);
    expect(within(run()).getByText(/^It ran evenly for 30 minutes; 30 are asked\./u)).toBeTruthy();
    await user.type(within(run()).getByLabelText("Minutes"), "2");
    await user.selectOptions(within(run()).getByLabelText("Sound"), "rough");
    await user.click(within(run()).getByRole("button", { name: "Write it down" }));
    await waitFor(() => expect(within(run()).getByText(/^It ran rough\./u)).toBeTruthy());
  });

  it.each([
    ["", "Minutes"],
    ["0", "Minutes"],
    ["ten", "Minutes"],
  ])("takes no %j for minutes", async (typed) => {
    const { user, written } = bench(PROVED);
    if (typed) await user.type(within(run()).getByLabelText("Minutes"), typed);
    await user.click(within(run()).getByRole("button", { name: "Write it down" }));
    await waitFor(() =>
      expect(within(run()).getByLabelText("Minutes").getAttribute("aria-invalid")).toBe("true"),
    );
    expect(written).toEqual([]);
  });

  it("shows the shop's own degrees and the cautions of a motor that runs", () => {
    bench([...PROVED, ran(20)], { limits: { inFahrenheit: true } as unknown as ShopLimits });
    expect(within(run()).getByRole("list").textContent).toMatch(/20 min.*34 °C|93 °F/u);
    expect(within(run()).getByText(/never leave it alone/u)).toBeTruthy();
  });
});

describe("the release", () => {
  it("for use is not offered before the proof and the run are complete; a restriction needs its words", async () => {
    const { user, written } = bench(REPAIRED);
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
    bench([...PROVED, ran(29)]);
    expect(within(release()).getByText(/^It ran evenly for 29 of 30 minutes/u)).toBeTruthy();
    expect(within(release()).queryByRole("radio", { name: "Released for use" })).toBeNull();
  });

  it("for use says what the customer is to watch, in words that can be changed", async () => {
    const { user, written } = bench([...PROVED, ran(30)]);
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
    bench(REPAIRED);
    expect(screen.getByText(/^The repair is not proved\./u)).toBeTruthy();
    cleanup();
    bench(PROVED);
    expect(screen.getByText(/^It is not released yet\./u)).toBeTruthy();
  });

  it("writes last words if there are any; a refusal stays beside them", async () => {
    const { user, written } = bench(FOUND);
    await user.type(screen.getByLabelText("Last words, if any"), " fetched ");
    await user.click(screen.getByRole("button", { name: "Close the job" }));
    expect(written[0]).toMatchObject({ kind: "closing", body: { reason: "fetched" } });
    cleanup();
    const refused = bench(FOUND, { refusing: "Something changed meanwhile." });
    await refused.user.type(screen.getByLabelText("Last words, if any"), "fetched");
    await refused.user.click(screen.getByRole("button", { name: "Close the job" }));
    expect(screen.getByText("Something changed meanwhile.")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("Last words, if any").value).toBe("fetched");
  });

  it("is opened again only with a reason, and nothing else of it can be written", async () => {
    const { user, written } = bench([...PROVED, ran(30)], { closedAt: AT });
    expect(screen.queryByRole("form", { name: "A run" })).toBeNull();
    expect(screen.queryByRole("button", { name: "Sign it" })).toBeNull();
    await user.click(screen.getByRole("button", { name: "Open it again" }));
    expect(screen.getByText("Say why it is opened again.")).toBeTruthy();
    expect(written).toEqual([]);
    await user.type(screen.getByLabelText("Why it is opened again"), "it came back");
    await user.click(screen.getByRole("button", { name: "Open it again" }));
    expect(written).toMatchObject([{ kind: "reopening", body: { reason: "it came back" } }]);
  });
});
