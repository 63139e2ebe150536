import { expect, it } from "vitest";
import { chanceFrom } from "#bench/chance";
import { damaged, smallRecordings } from "#bench/damaged";
import { readRun } from "../runlog/index.ts";
import { readSound } from "../sound/index.ts";
import { readCapture, type Figure } from "./index.ts";

const FILES = 2000;

it("a file that was damaged is read or refused, and every figure is a number with its doubt", () => {
  const chance = chanceFrom(29);
  const files = smallRecordings(chance);
  for (let n = 0; n < FILES; n += 1) {
    const file = damaged(chance.oneOf(files), chance);
    const polePairs = chance.oneOf([null, 3, 7]);
    const asWaveform = readCapture(file, {
      ...{ as: null, polePairs, slots: chance.oneOf([null, 12]), ratedConstant: chance.oneOf([null, 900]) },
      turned: chance.oneOf([null, "forward" as const]),
    });
    const asRun = readRun(file, { as: null, polePairs, constant: 9, resistance: 0.1 });
    for (const { outcome, figures, said } of [asWaveform, asRun, readSound(file)]) {
      if (outcome === "refused") {
        expect(said.length).toBeGreaterThan(0);
        expect(figures).toEqual({});
      }
      const { sectors = {}, ...others } = figures;
      for (const { value, u } of [...Object.values(others), ...(Object.values(sectors) as Figure[])]) {
        expect(Number.isFinite(value)).toBe(true);
        expect(u).toBeGreaterThanOrEqual(0);
      }
    }
  }
}, 60_000);
