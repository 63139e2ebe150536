import { expect, it } from "vitest";
import { limitsSchema } from "#contract/limitsSchema";
import { modelSchema } from "#contract/shopSchemas";
import { DEMO_MODELS, DEMO_SETTINGS } from "./parts.ts";

it("what the demo says of its shop and models is what a person could have typed", () => {
  expect(limitsSchema.validate(DEMO_SETTINGS, { convert: false }).error).toBeUndefined();
  for (const model of DEMO_MODELS)
    expect(modelSchema.validate(model, { convert: false }).error, model.name).toBeUndefined();
});
