// @vitest-environment jsdom
import { afterEach, describe, expect, it } from "vitest";
import type { Entry } from "#core/record";
import { CASES } from "#bench/cases";
import { kit, kitId } from "#bench/caseFile";
import { marksOf } from "#bench/marks";
import { channelOf, forgetHeard } from "../live/heard.ts";
import { begin, changeRunning, endRunning, pushedBack, runningNow } from "./running.ts";
import { foundWords, sessionOf } from "./session.ts";
import { displayOf } from "./shownWords.ts";

const FILE = CASES.find(({ id }) => id === "no-twenty-four")!;
afterEach(() => {
  endRunning();
  forgetHeard();
});

describe("what is practised at this device", () => {
  it("is kept through a page that is loaded anew, act by act, and marked the same", () => {
    const running = begin(FILE, "MO");
    const session = sessionOf(running);
    session.perform({ do: "plug", in: false });
    session.perform({ do: "power", on: false });
    session.perform({ do: "wait", seconds: 300 });
    session.perform({ do: "sense", what: "mechanical.turn" });
    expect(session.worked()).toBe(20 + 20 + 300 + 20);
    const kept = JSON.parse(localStorage.getItem("green-fable.practice")!) as typeof running;
    expect(kept.acts.map(({ act }) => act.do)).toEqual(["plug", "power", "wait", "sense"]);
    expect(kept.done.map(({ words }) => words)).toEqual([
      "A plug moved while it was live: unsafe",
      "Switched off and locked",
      "Waited 5 min",
      expect.stringMatching(/^Turned by hand, it is: /u),
    ]);
    // Another page, with nothing but what was kept.
    const again = sessionOf({ ...kept, id: "another" });
    expect(again.table.state()).toEqual(session.table.state());
    expect(again.worked()).toBe(session.worked());
    expect(again.table.unsafe()).toEqual(session.table.unsafe());
    const marks = marksOf(FILE, { ...kept, decided: { cures: [] } });
    expect(marks.unsafe.map(({ kind }) => kind)).toEqual(["plugPulledLive"]);
    expect(marks.seconds).toBe(session.worked());
  });

  it("tells an unsafe act at once, with its reason, and what cannot be done", () => {
    const session = sessionOf(begin(FILE, "MO"));
    session.perform({ do: "plug", in: false });
    expect(session.told()?.unsafe?.why).toMatch(/Switch off, wait, then unplug/u);
    session.perform({ do: "touch", with: kitId("meter"), red: "A", black: "B" });
    expect(session.told()).toMatchObject({ unsafe: null, words: expect.stringMatching(/open it first/u) });
  });

  it("speaks for its instruments as real ones would", () => {
    const session = sessionOf(begin(FILE, "MO"));
    session.perform({ do: "dial", with: kitId("meter"), reads: "acVolts" });
    session.perform({ do: "reach", with: kitId("meter"), at: "mains" });
    for (let n = 0; n < 12; n += 1) session.tick();
    const { displays } = channelOf(kitId("meter"));
    expect(displays.length).toBeGreaterThan(12);
    expect(displays.at(-1)).toMatchObject({ reads: "acVolts" });
    expect(displays.at(-1)!.value).toBeGreaterThan(200);
    expect(session.shown(kitId("meter"))).toBe(displays.at(-1)!.value);
  });

  it("is given up without a trace", () => {
    begin(FILE, "MO");
    changeRunning(() => ({ peeked: true }));
    expect(runningNow()?.peeked).toBe(true);
    endRunning();
    expect(runningNow()).toBeNull();
    expect(localStorage.getItem("green-fable.practice")).toBeNull();
    changeRunning(() => ({ peeked: true }));
    expect(runningNow()).toBeNull();
  });
});

describe("words and moments", () => {
  it("push what was written back by the time that passes on the bench alone", () => {
    const entry = {
      kind: "reading",
      body: { id: "x", takenAt: "2026-03-02T09:10:00.000Z", slot: "discharge" },
    } as unknown as Entry;
    const [moved] = pushedBack([entry], 300);
    expect(moved!.body).toMatchObject({ takenAt: "2026-03-02T09:05:00.000Z", slot: "discharge" });
  });

  it.each([
    ["mechanical", "turn", { choice: "grinding" }, "Turned by hand, it is: grinding"],
    ["mechanical", "seen", { choices: [] }, "Seen: nothing out of the ordinary"],
    ["mechanical", "seen", { choices: ["rust", "chips"] }, "Seen: rust outside, chips in the gap"],
    ["air", "flashes", { count: 9 }, "Flashes counted: 9"],
    ["mechanical", "coastDown", { seconds: 4.26 }, /4\.3 s$/u],
  ] as const)("say what was found: %s %s", (check, slot, found, words) => {
    const said = foundWords(check, slot, found);
    if (typeof words === "string") expect(said).toBe(words);
    else expect(said).toMatch(words);
  });

  it("show a number with the digits of its range, and its unit apart", () => {
    const meter = kit()[0]!;
    expect(displayOf(meter, "ohms", null)).toEqual({ number: "OL", unit: "" });
    expect(displayOf(meter, "acVolts", 236.6)).toEqual({ number: "236.6", unit: "V" });
    expect(displayOf(kit()[1]!, "ohms", 0.2244)).toEqual({ number: "224.4", unit: "mΩ" });
  });
});
