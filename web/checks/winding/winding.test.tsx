import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { BASIC, MILLIOHM, METERS } from "../../../tests/jobs.ts";
import { IntervalStrip } from "../drawing/IntervalStrip.tsx";
import { meterAdvice } from "./meterAdvice.ts";
import { WindingDrawing, type DrawnPair } from "../drawing/WindingDrawing.tsx";

const PAIRS: Record<"AB" | "BC" | "CA", DrawnPair> = {
  AB: { state: "agrees", text: "127.3" },
  BC: { state: "departs", text: "143.6", under: "+12 %" },
  CA: { state: "unread", text: "" },
};

describe("the winding drawing", () => {
  const draw = (
    connection: "star" | "delta" | "unknown",
    suspect: { phase: "C"; winding: "BC" } | null = null,
  ) =>
    renderToStaticMarkup(<WindingDrawing connection={connection} pairs={PAIRS} suspect={suspect} now="CA" />);

  it("says in words what it shows, the suspect included", () => {
    expect(draw("star", { phase: "C", winding: "BC" })).toContain(
      "Star winding: A–B 127.3, B–C 143.6 +12 %, C–A not read; suspect: limb C",
    );
    expect(draw("delta", { phase: "C", winding: "BC" })).toContain("suspect: winding B–C");
    expect(draw("star")).not.toContain("suspect");
  });

  it("draws an unknown connection as a star: three limbs meeting in a joint", () => {
    expect(draw("unknown")).toContain("Star winding");
    expect(draw("unknown")).toBe(draw("star"));
    expect(draw("delta")).not.toBe(draw("star"));
  });

  it("tells states apart by line as well as by colour", () => {
    const dashes = [...draw("star").matchAll(/stroke-dasharray="([^"]+)"/gu)].map(([, dash]) => dash);
    expect(new Set(dashes).size).toBe(3);
  });

  it("marks the pair being read", () => {
    expect(draw("star")).toContain(">now<");
  });

  it("holds no coordinate that is not a number", () => {
    for (const connection of ["star", "delta"] as const)
      expect(draw(connection)).not.toMatch(/NaN|undefined|Infinity/u);
  });
});

describe("the interval strip", () => {
  const strip = (rows: Parameters<typeof IntervalStrip>[0]["rows"], band = 0.05) =>
    renderToStaticMarkup(<IntervalStrip title="Against 128 mΩ" band={band} bandWords="±5 %" rows={rows} />);

  it("says each deviation with its uncertainty and judgement", () => {
    const drawn = strip([
      { label: "A–B", value: -0.005, expanded: 0.004, state: "agrees" },
      { label: "B–C", value: 0.122, expanded: 0.01, state: "departs" },
      { label: "C–A", value: 0.05, expanded: 0.02, state: "cannotTell" },
    ]);
    expect(drawn).toContain(
      "A–B −0.5 % ± 0.4 %, agrees; B–C +12 % ± 1.0 %, departs; C–A +5.0 % ± 2.0 %, cannot tell",
    );
  });

  it("keeps its scale readable from a fraction of a percent to several times the limit", () => {
    for (const value of [0.0004, 0.03, 0.4, 3, 40]) {
      const drawn = strip(
        [{ label: "A–B", value, expanded: value / 10, state: "departs" }],
        Math.min(0.05, value),
      );
      const marks = [...drawn.matchAll(/text-anchor="middle"[^>]*>([^<]+)</gu)];
      expect(marks.length, String(value)).toBeGreaterThan(1);
      expect(marks.length, String(value)).toBeLessThanOrEqual(10);
      expect(drawn).not.toMatch(/NaN|Infinity/u);
    }
  });

  it("stays in its frame when a value lies far outside", () => {
    const drawn = strip([{ label: "A–B", value: 500, expanded: 1, state: "departs" }]);
    const places = [...drawn.matchAll(/ x="(-?[\d.]+)"/gu)].map(([, x]) => Number(x));
    expect(Math.max(...places)).toBeLessThanOrEqual(640);
    expect(Math.min(...places)).toBeGreaterThanOrEqual(0);
  });
});

describe("the advice before the first reading", () => {
  it("says yes with how well, where the meter can", () => {
    expect(meterAdvice(0.128, 0.05, MILLIOHM)).toMatch(
      /^This meter can decide 5 % here: a reading is (good to|better than)/u,
    );
  });

  it("never promises 0.0 %", () => {
    for (const meter of METERS)
      for (const ohms of [0.01, 0.1, 1, 10, 100])
        expect(meterAdvice(ohms, 0.05, meter)).not.toContain(" 0.0 %");
  });

  it("says no with what would, and what the meter still shows", () => {
    const advice = meterAdvice(0.06, 0.05, BASIC);
    expect(advice).toMatch(/cannot decide 5 % here/u);
    expect(advice).toMatch(/milliohm meter/u);
    expect(advice).toMatch(/\d A from a bench supply/u);
    expect(advice).toMatch(/still shows open and shorted/u);
  });
});
