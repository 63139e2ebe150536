import { expect, it } from "vitest";
import { dueText } from "./dueText.ts";

it.each([
  ["2026-03-02", "expected today", false],
  ["2026-03-01", "overdue by 1 day", true],
  ["2026-02-20", "overdue by 10 days", true],
  ["2026-03-04", "expected Wed 4 Mar", false],
])("says of %s that it is %s", (due, words, late) => {
  expect(dueText(due, new Date("2026-03-02T10:00:00.000Z"))).toEqual({ words, late });
});
