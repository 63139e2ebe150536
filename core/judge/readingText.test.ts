import { expect, it } from "vitest";
import { celsius, leftOut, reading, skipped } from "../../tests/jobs.ts";
import { recordedSpun } from "../../tests/recorded.ts";
import { placeText, readingText } from "./index.ts";

it("reads a temperature as the shop does, and everything else alike", () => {
  expect(readingText(celsius(19))).toBe("19 °C");
  expect(readingText(celsius(19), { alsoFahrenheit: true })).toBe("19 °C (66 °F)");
  const pair = reading({ check: "winding", slot: "AB", value: { kind: "ohms", ohms: 0.128 } });
  expect(readingText(pair, { alsoFahrenheit: true })).toBe(readingText(pair));
});

it("keeps the digits of a display, and takes the zeros of a round number for none of them", () => {
  const text = (typed: string, farads: number) =>
    readingText({
      ...reading({
        check: "safety",
        slot: "bleedCapacitance",
        value: { kind: "quantity", quantity: "farads", value: farads },
      }),
      typed,
    });
  expect(text("1000µ", 1e-3)).toBe("1 mF");
  expect(text("1000.0µ", 1e-3)).toBe("1.0000 mF");
  expect(text("1.350m", 1.35e-3)).toBe("1.350 mF");
});

it("names a place by its slot, what was left out by its own words, and an older program's place as it was written", () => {
  expect(placeText(celsius(19))).toBe("Winding temperature");
  expect(placeText(leftOut("power", "sister", "none here", "A known-good motor"))).toBe("A known-good motor");
  expect(placeText(skipped("frame", "cover riveted"))).toBe("Skipped");
  expect(placeText(reading({ check: "hall", slot: "elsewhere", value: { kind: "open" } }))).toBe("elsewhere");
  expect(readingText(leftOut("power", "sister", "none here", "A known-good motor"))).toBe(
    "left out: none here",
  );
});

it("tells a recording by its file, its constant with the recorder in it, and what was said of it first", () => {
  expect(readingText(recordedSpun())).toMatch(/^recording\.csv; 100\d ± 3\d rpm\/V; nothing remarked$/u);
  expect(readingText(recordedSpun({ lower: { 2: 0.15 } }))).toMatch(
    /rpm\/V; One pole pair of every turn is low, the lowest by 1[45]\.\d %: it turns with the rotor\.$/u,
  );
});
