import { describe, expect, it } from "vitest";
import { FAMILIES } from "../record/index.ts";
import { FAMILY_FACTS } from "#core/families";
import { costOf, CURE_IDS, CURES, labour, paymentFor, termsOf, USUAL_HOURLY } from "./index.ts";

describe("what a cure costs", () => {
  it("is an example where the shop says nothing, and says so", () => {
    expect(termsOf("motor", "hub")).toEqual({
      price: FAMILY_FACTS.hub.newCosts,
      days: CURES.motor.days,
      example: true,
    });
    expect(termsOf("rotor", "hub").price).toBeCloseTo(0.4 * FAMILY_FACTS.hub.newCosts, 9);
    expect(termsOf("bearings", "traction")).toEqual(termsOf("bearings", "hobby"));
    // What needs no parts is no example that anybody should replace.
    expect(termsOf("settings", "hub")).toEqual({ price: 0, days: 0, example: false });
  });

  it("is what the shop says, and a share of the shop's own motor where it says only that", () => {
    const book = { motors: { hub: { price: 300, days: 12 } }, parts: { bearings: { price: 20, days: 0 } } };
    expect(termsOf("motor", "hub", book)).toEqual({ price: 300, days: 12, example: false });
    expect(termsOf("motor", "hobby", book).example).toBe(true);
    expect(termsOf("bearings", "hub", book)).toEqual({ price: 20, days: 0, example: false });
    expect(termsOf("rotor", "hub", book)).toEqual({ price: 120, days: CURES.rotor.days, example: true });
  });

  it("takes labour by the hour of the shop", () => {
    expect(labour(60)).toBe(USUAL_HOURLY);
    expect(labour(20, { hourly: 90 })).toBe(30);
    const book = { hourly: 60, parts: { bearings: { price: 20, days: 0 } } };
    expect(costOf("bearings", "hub", book)).toBe(20 + CURES.bearings.minutes);
  });

  it("is what is left where a warranty on the machine pays for work on the motor", () => {
    const book = { hourly: 60, parts: { bearings: { price: 20, days: 3 } } };
    const of = (warranty: "none" | "parts" | "whole") => paymentFor({ warranty }, book);
    expect(costOf("bearings", "hub", of("none"))).toBe(20 + CURES.bearings.minutes);
    expect(costOf("bearings", "hub", of("parts"))).toBe(CURES.bearings.minutes);
    expect(costOf("bearings", "hub", of("whole"))).toBe(0);
    // The days stay: who pays does not make a part arrive. A paid price is no example either.
    expect(termsOf("bearings", "hub", of("parts"))).toEqual({ price: 0, days: 3, example: false });
    expect(termsOf("motor", "hub", of("parts")).example).toBe(false);
    // Settings, papers and what feeds it are not the motor's.
    expect(costOf("settings", "hub", of("whole"))).toBe(costOf("settings", "hub", book));
    expect(paymentFor({}, book).covered).toBe("none");
  });

  it("is known for every cure in every family", () => {
    for (const cure of CURE_IDS)
      for (const family of FAMILIES) expect(costOf(cure, family), `${cure} ${family}`).toBeGreaterThan(0);
  });
});
