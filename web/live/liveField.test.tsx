// @vitest-environment jsdom
import { act, cleanup, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { LiveDisplay } from "#contract/feed";
import type { Reading } from "#core/record";
import { madeSafe, MILLIOHM } from "../../tests/jobs.ts";
import type { OnPage } from "../../tests/onPage.tsx";
import { entriesOf, openBench } from "../../tests/openBench.tsx";
import { api } from "../app/api.ts";
import { store } from "../app/store.ts";
import { Winding } from "../checks/winding/Winding.tsx";
import { forgetHeard, hearDisplays, sayWatched } from "./heard.ts";

/** A line to the server that says nothing by itself. */
class SilentLine {
  static readonly CLOSED = 2;
  readonly readyState = 1;
  addEventListener() {}
  close() {}
}

let sequence = 0;
let clock = 1000;
/** The meter shows these, five a second, the last of them now. */
function shows(values: readonly (number | null)[], more: Partial<LiveDisplay> = {}) {
  clock += values.length / 5;
  vi.spyOn(performance, "now").mockReturnValue(clock * 1000);
  const displays = values.map((value, n): LiveDisplay => ({
    ...{ sequence: (sequence += 1), reads: "ohms", value, range: null, ago: (values.length - 1 - n) / 5 },
    ...more,
  }));
  act(() => hearDisplays(MILLIOHM.id, displays));
}
const steady = (value: number, count = 10) => Array.from({ length: count }, (_, n) => value + (n % 2) * 1e-5);
const lifted = [null, null, null] as const;

describe("a field whose meter speaks", () => {
  beforeEach(async () => {
    const speaks = { instrument: MILLIOHM.id, feed: { kind: "http" } } as const;
    await store.dispatch(api.util.upsertQueryData("feeds", undefined, [speaks]));
    vi.stubGlobal("EventSource", SilentLine);
    // A bench screen, with keys and a mouse.
    const noMatch = { matches: false, addEventListener() {}, removeEventListener() {} };
    vi.stubGlobal("matchMedia", () => noMatch);
    localStorage.clear();
  });
  afterEach(() => {
    cleanup();
    forgetHeard();
    store.dispatch(api.util.resetApiState());
    vi.restoreAllMocks();
    vi.unstubAllGlobals();
  });

  const open = async () => {
    const bench = openBench(<Winding />, { entries: entriesOf(madeSafe("hub")) });
    await screen.findByRole("group", { name: /live$/u });
    await bench.user.click(screen.getByRole("button", { name: "Go to A–B" }));
    const written = () => bench.written.map(({ body }) => body as Reading);
    return { ...bench, written };
  };
  /** Whatever this device chose before. */
  const byItself = async (user: OnPage["user"]) => {
    const button = screen.getByRole("button", { name: "By itself" });
    if (button.getAttribute("aria-pressed") !== "true") await user.click(button);
  };
  const live = () => screen.getByRole("group", { name: /live$/u });
  const field = (pair: string) => screen.findByLabelText(`Pair ${pair}`);

  it("shows it at rest, and Enter takes it with how it was shown", async () => {
    const { user, written } = await open();
    shows(steady(0.128));
    expect(live().textContent).toContain("at rest, mean of 10");
    await user.type(await field("A–B"), "{Enter}");
    expect(written()).toHaveLength(1);
    expect(written()[0]).toMatchObject({
      ...{ check: "winding", slot: "AB", instrumentId: MILLIOHM.id, typed: "0.128005 Ω" },
      value: { kind: "ohms", ohms: 0.128005 },
      latched: { reads: "ohms", range: null, count: 10 },
    });
    await field("B–C");
  });

  it("is taken by Space too, as a pedal sends it, and by a press", async () => {
    const { user, written } = await open();
    shows(steady(0.128));
    await user.type(await field("A–B"), " ");
    await waitFor(() => expect(written()).toHaveLength(1));
    shows(lifted);
    shows(steady(0.127));
    await user.click(screen.getByRole("button", { name: /^Take it/u }));
    await waitFor(() => expect(written().map(({ slot }) => slot)).toEqual(["AB", "BC"]));
  });

  it("is not taken while it moves, and says so", async () => {
    const { user, written } = await open();
    shows([0.13, 0.14, 0.16, 0.19, 0.23, 0.28, 0.34, 0.41]);
    await user.type(await field("A–B"), "{Enter}");
    expect(written()).toEqual([]);
    expect(screen.getByRole("alert").textContent).toMatch(/^It still moves: hold the probes still/u);
  });

  it("takes no value of another function, in the field's words", async () => {
    const { user, written } = await open();
    shows(steady(1.2), { reads: "dcVolts" });
    await user.type(await field("A–B"), " ");
    expect(written()).toEqual([]);
    expect(screen.getByRole("alert").textContent).toMatch(
      /This place takes resistance; .* shows direct voltage/u,
    );
  });

  it("goes grey once it is stale, and is not taken any more", async () => {
    const { user, written } = await open();
    shows(steady(0.128));
    clock += 3;
    vi.spyOn(performance, "now").mockReturnValue(clock * 1000);
    await waitFor(() => expect(live().textContent).toMatch(/\d s ago/u));
    await user.type(await field("A–B"), "{Enter}");
    expect(written()).toEqual([]);
  });

  it("what is typed counts, whatever the meter shows", async () => {
    const { user, written } = await open();
    shows(steady(0.128));
    await user.type(await field("A–B"), "0.13{Enter}");
    expect(written()[0]).toMatchObject({ typed: "0.13", value: { ohms: 0.13 } });
    expect(written()[0]!.latched).toBeUndefined();
  });

  it("takes it by itself where somebody chose so: once for each touch, pair after pair", async () => {
    const { user, written } = await open();
    await byItself(user);
    shows(lifted);
    shows(steady(0.128));
    await waitFor(() => expect(written()).toHaveLength(1));
    await field("B–C");
    // The probes stay: it is not taken for the next pair, however long.
    shows(steady(0.128, 30));
    expect(written()).toHaveLength(1);
    expect(live().textContent).toContain("move the probes on");
    shows(lifted);
    shows(steady(0.1275));
    await waitFor(() => expect(written().map(({ slot }) => slot)).toEqual(["AB", "BC"]));
  });

  it("takes nothing by itself that was touched before the place was opened: it may be another pair", async () => {
    const { user, written } = await open();
    await byItself(user);
    shows(steady(0.128, 20));
    expect(live().textContent).toContain("touched before this place was opened");
    expect(written()).toEqual([]);
    await user.type(await field("A–B"), "{Enter}");
    await waitFor(() => expect(written()).toHaveLength(1));
  });

  it("nor while another bench looks at the same meter: whose motor it touches nobody knows", async () => {
    const { user, written } = await open();
    await byItself(user);
    act(() => sayWatched(MILLIOHM.id, 2));
    shows(lifted);
    shows(steady(0.128));
    expect(live().textContent).toContain("Another bench looks at it too");
    expect(written()).toEqual([]);
    act(() => sayWatched(MILLIOHM.id, 1));
    await waitFor(() => expect(written()).toHaveLength(1));
  });

  it("says so where another bench has it read something else: a meter reads for one at a time", async () => {
    await open();
    act(() => sayWatched(MILLIOHM.id, 2, "dcVolts"));
    shows(steady(0.128));
    expect(live().textContent).toMatch(/Another bench has .+ read direct voltage just now/u);
    act(() => sayWatched(MILLIOHM.id, 1, "ohms"));
    expect(live().textContent).toContain("at rest");
  });

  it("a key pressed twice puts no pair into the next one's place: who means it says so again", async () => {
    const { user, written } = await open();
    shows(steady(0.128));
    await user.type(await field("A–B"), "{Enter}");
    await waitFor(() => expect(written()).toHaveLength(1));
    shows(steady(0.128));
    await user.type(await field("B–C"), "{Enter}");
    expect(written()).toHaveLength(1);
    expect(screen.getByRole("alert").textContent).toMatch(/have not moved/u);
    await user.type(await field("B–C"), "{Enter}");
    await waitFor(() => expect(written().map(({ slot }) => slot)).toEqual(["AB", "BC"]));
  });

  it("leaves what this motor could hardly read to a person", async () => {
    const { user, written } = await open();
    await byItself(user);
    shows(lifted);
    shows(steady(12.8));
    expect(live().textContent).toMatch(/Far from what this motor reads/u);
    expect(written()).toEqual([]);
    await user.type(await field("A–B"), "{Enter}");
    await waitFor(() => expect(written()).toHaveLength(1));
  });

  it("never takes an overload by itself, nor by Enter: O records it", async () => {
    const { user, written } = await open();
    await byItself(user);
    shows(Array.from({ length: 20 }, () => null));
    await user.type(await field("A–B"), "{Enter}");
    expect(written()).toEqual([]);
    await user.type(await field("A–B"), "o");
    await waitFor(() => expect(written()[0]).toMatchObject({ slot: "AB", value: { kind: "open" } }));
  });
});
