import { expect, it } from "vitest";
import { ageText } from "./ageText.ts";

it.each([
  ["2026-03-02T09:59:59.000Z", "1 second"],
  ["2026-03-02T09:59:00.000Z", "1 minute"],
  ["2026-03-02T08:01:00.000Z", "1 hour"],
  ["2026-02-28T09:00:00.000Z", "2 days"],
  ["2026-01-20T10:00:00.000Z", "1 month"],
  ["2024-02-20T10:00:00.000Z", "2 years"],
  // A clock that is ahead of this one.
  ["2026-03-02T10:05:00.000Z", "0 seconds"],
])("says how long ago %s is", (at, words) => {
  expect(ageText(at, new Date("2026-03-02T10:00:00.000Z"))).toBe(words);
});
