import { expect, it } from "vitest";
import { celsius, reading } from "../../tests/jobs.ts";
import { readingText } from "./index.ts";

it("reads a temperature as the shop does, and everything else alike", () => {
  expect(readingText(celsius(19))).toBe("19 °C");
  expect(readingText(celsius(19), { alsoFahrenheit: true })).toBe("19 °C (66 °F)");
  const pair = reading({ check: "winding", slot: "AB", value: { kind: "ohms", ohms: 0.128 } });
  expect(readingText(pair, { alsoFahrenheit: true })).toBe(readingText(pair));
});
