import { expect, it } from "vitest";
import type { JobLine } from "#contract/jobs";
import { nextOf } from "./nextOf.ts";

const HERE = { by: "MO", since: "2026-03-02T00:00:00.000Z" };
const line = (part: object) =>
  ({ summary: { next: "Sensors", to: "hall", minutes: 5, ...part } }) as unknown as JobLine;
const made = (at: string, by: string) => line({ safe: { at, by } });

it.each([
  ["today, by who looks", made("2026-03-02T09:00:00.000Z", "MO"), false],
  ["yesterday", made("2026-03-01T16:00:00.000Z", "MO"), true],
  ["by somebody else", made("2026-03-02T09:00:00.000Z", "PR"), true],
  ["where nothing needs it", line({}), false],
  ["never", line({ to: "safety", safeFirst: true }), true],
])(
  "what was made safe %s: the step keeps its name, and the way leads to what comes first",
  (_when, job, first) => {
    expect(nextOf(job, HERE)).toEqual({
      next: "Sensors",
      minutes: 5,
      to: first ? "safety" : "hall",
      safeFirst: first,
    });
  },
);
