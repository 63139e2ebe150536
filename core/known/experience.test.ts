import { describe, expect, it } from "vitest";
import { assessJob } from "#core/judge";
import type { ExperienceOf } from "#core/record";
import { choice, HUB, job, lookedAndTurned } from "../../tests/jobs.ts";
import { experienceFactors, experienceFor, experienceText, factsOf } from "./index.ts";

const MODEL = "01980000-0000-7000-8000-0000000000aa";
const of = (known: number, cures: ExperienceOf["cures"], model: string | null = MODEL): ExperienceOf => ({
  model,
  family: "hub",
  known,
  cures,
});
const limits = (...counts: ExperienceOf[]) => ({
  experience: { counted: "2026-11-01", reason: "we write all of them down", of: counts },
});

describe("which count weighs", () => {
  it("is the model's, else the family's, and none below ten jobs", () => {
    const [model, family] = [of(10, {}), of(40, {}, null)];
    expect(experienceFor(limits(family, model), { ...HUB, modelId: MODEL })).toBe(model);
    expect(experienceFor(limits(family, model), HUB)).toBe(family);
    expect(experienceFor(limits(of(9, {}), family), { ...HUB, modelId: MODEL })).toBe(family);
    expect(experienceFor(limits(family), { ...HUB, family: "hobby" })).toBeNull();
    expect(experienceFor(limits(of(9, {})), { ...HUB, modelId: MODEL })).toBeNull();
    expect(experienceFor(undefined, HUB)).toBeNull();
    expect(experienceFor({}, HUB)).toBeNull();
  });
});

describe("how a count moves the odds (Beta-binomial, Gelman et al.)", () => {
  // Two faults alone: bearing at 0.08 of hubs and another; shares by hand.
  const faults = ["bearing", "battery"] as const;
  const [bearing, battery] = faults.map((id) => factsOf(id).prior.hub);
  const share = bearing! / (bearing! + battery!);
  const odds = (p: number) => p / (1 - p);

  it("is the mean of a Beta prior worth twenty jobs and the jobs counted", () => {
    const factors = experienceFactors(of(20, { bearings: 10, battery: 10 }), faults);
    const moved = (20 * share + 10) / 40;
    expect(factors.bearing).toBeCloseTo(odds(moved) / odds(share), 12);
    const rest = (20 * (1 - share) + 10) / 40;
    expect(factors.battery).toBeCloseTo(odds(rest) / odds(1 - share), 12);
  });

  it("leaves the odds where the count is what was expected, and moves none more than fourfold", () => {
    const usual = experienceFactors(of(100, { bearings: 100 * share, battery: 100 * (1 - share) }), faults);
    expect(usual.bearing).toBeCloseTo(1, 9);
    const far = experienceFactors(of(10_000, { bearings: 10_000 }), faults);
    expect(far).toEqual({ bearing: 4, battery: 0.25 });
  });

  it("says nothing of papers and set-up, which nobody brings a motor in for", () => {
    expect(experienceFactors(of(20, { record: 20 }), ["bearing", "wrongPlate", "setup"])).not.toHaveProperty(
      "wrongPlate",
    );
  });
});

describe("in a verdict", () => {
  const noisy = (weigh: ReturnType<typeof limits> | undefined) =>
    assessJob({
      ...job([...lookedAndTurned().slice(1), choice("mechanical", "turn", "tightSpot")]),
      complaint: "noisy",
      ...(weigh && { limits: weigh }),
    });
  const chance = (verdict: ReturnType<typeof noisy>) =>
    verdict.faults.find(({ fault }) => fault === "bearing")!.probability;

  it("it raises what this shop found, and says so; without the owner's word nothing moves", () => {
    const many = of(20, { bearings: 16 }, null);
    expect(noisy(undefined)).not.toHaveProperty("experience");
    expect(chance(noisy(limits(many)))).toBeGreaterThan(chance(noisy(undefined)) + 0.02);
    expect(noisy(limits(many)).experience).toBe(experienceText(many));
    expect(experienceText(many)).toBe(
      "20 closed jobs of this family weigh in the odds: 16 of them had it in the bearing",
    );
    expect(experienceText(of(12, {}))).toBe("12 closed jobs of this model weigh in the odds");
  });
});
