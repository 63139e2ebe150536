import { expect, it } from "vitest";
import { buildReport } from "#core/report";
import { celsius, HUB, job, lamps, MILLIOHM, pairs, REPAIR, SOUND_LAMPS } from "../tests/jobs.ts";
import { beforeAfterSchema } from "./closingSchema.ts";

const HEAD = { number: 1, takenInAt: "2026-03-02T09:00:00.000Z", closedAt: null };
const refused = (drawn: unknown) => beforeAfterSchema.validate(drawn).error !== undefined;

it("what a report draws before and after is taken in whole, and nothing that its drawing would stumble over", () => {
  const { beforeAfter = [] } = buildReport(
    job(
      [
        ...lamps("100 101 100 101 100 101 100"),
        ...lamps(SOUND_LAMPS, "forward", 1),
        celsius(20),
        ...pairs(["127.8m", "128.1m", "160m"], MILLIOHM, "0.1m"),
        celsius(20, 1),
        ...pairs(["127.8m", "128.1m", "128.0m"], MILLIOHM, "0.1m", 1),
      ],
      { repairs: [REPAIR], motor: HUB },
    ),
    HEAD,
  );
  expect(beforeAfter.map(({ kind }) => kind).toSorted()).toEqual(["ring", "strips"]);
  for (const drawn of beforeAfter) expect(refused(drawn), drawn.kind).toBe(false);
  expect(refused({ kind: "values", title: "Look and turn", rows: [["Turned", "Grinding", "Even"]] })).toBe(
    false,
  );
  // A file from elsewhere may say anything.
  const ring = beforeAfter.find(({ kind }) => kind === "ring")!;
  expect(refused({ kind: "ring", title: "Sensors" })).toBe(true);
  const states = Array.from({ length: 6 }, () => ({ state: "<a>", seen: true }));
  expect(refused({ ...ring, after: { states } })).toBe(true);
  expect(refused({ kind: "values", title: "Look and turn", rows: [["Turned"]] })).toBe(true);
  expect(refused({ kind: "another", title: "Sensors" })).toBe(true);
});
