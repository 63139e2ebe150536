import { expect, it } from "vitest";
import type { JobLine } from "#contract/jobs";
import { nextOf } from "./nextOf.ts";

const HERE = { by: "MO", since: "2026-03-02T00:00:00.000Z" };
const line = (safe?: { at: string; by: string }) =>
  ({
    summary: { next: "Sensors", to: "hall", minutes: 5, ...(safe && { safe }) },
  }) as unknown as JobLine;

it.each([
  ["today, by who looks", { at: "2026-03-02T09:00:00.000Z", by: "MO" }, "Sensors", ""],
  ["yesterday", { at: "2026-03-01T16:00:00.000Z", by: "MO" }, "Made safe", "Sensors"],
  ["by somebody else", { at: "2026-03-02T09:00:00.000Z", by: "PR" }, "Made safe", "Sensors"],
  ["where nothing needs it", undefined, "Sensors", ""],
])("what was made safe %s", (_when, safe, next, then) => {
  expect(nextOf(line(safe), HERE)).toMatchObject({ next, then, to: next === "Sensors" ? "hall" : "safety" });
});
