import { describe, expect, it } from "vitest";
import { HUB, job, measured, TRUE_RMS } from "../../../tests/jobs.ts";
import { PAIRS } from "../../record/index.ts";
import { backemfCheck } from "./index.ts";

/** Three voltages and no speed, on a drill of so many rpm by its plate. */
const spunAt = (volts: readonly [number, number, number], rpm: number | null) =>
  backemfCheck.answer(
    job(
      [
        ...(rpm === null ? [] : [measured("backemf", "plannedSpeed", "rpm", rpm)]),
        ...PAIRS.map((pair, i) =>
          measured("backemf", pair, "volts", volts[i]!, { instrumentId: TRUE_RMS.id }),
        ),
      ],
      { motor: { ...HUB, speedConstant: { rpmPerVolt: 10, convention: "peak", source: "plate" } } },
    ),
    0,
  );

describe("a drill whose speed nobody counts", () => {
  it("compares the three pairs with each other, and gives no constant", () => {
    const { findings, state } = spunAt([20, 20.1, 19.9], 300);
    expect(findings.map(({ variable }) => variable)).toEqual(["spun"]);
    expect(findings[0]!.sentence).toMatch(
      /equal voltages.*nothing counted the speed, so compared with each other only/u,
    );
    expect(findings[0]!.departs).toBe(false);
    expect(state).not.toBe("inProgress");
  });

  it("asks for no sister: with no speed there is nothing to hold against hers", () => {
    expect(spunAt([20, 20.1, 19.9], 300).steps.map(({ name }) => name)).toEqual([]);
  });

  it("shows a limb that makes less", () => {
    expect(spunAt([14, 20, 14], 300).findings[0]).toMatchObject({ departs: true, place: { phase: "A" } });
  });

  it("says nothing before anybody said how fast it turns", () => {
    expect(spunAt([20, 20.1, 19.9], null)).toMatchObject({ findings: [], state: "inProgress" });
  });
});
