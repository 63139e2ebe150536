import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { assessJob } from "#core/judge";
import { readBundle, recordOfBundle } from "#contract/bundle";
import { documents } from "./documents.ts";

describe("the generated documents", () => {
  it("are committed as they would be written: run npm run docs after a change", async () => {
    for (const [path, text] of Object.entries(await documents()))
      expect(readFileSync(path, "utf8"), path).toBe(text);
  });

  it("describe every part of a bundle", async () => {
    const schema = JSON.parse((await documents())["docs/job-bundle.schema.json"]!);
    expect(schema.properties.job.required.toSorted()).toEqual([
      "closings",
      "entries",
      "files",
      "instruments",
      "intake",
      "limits",
      "motorVersions",
      "number",
      "past",
    ]);
  });
});

describe("the example bundles", () => {
  it.each([
    ["star-joint", "Star joint open", "resolder", ["starJoint"]],
    ["battery", "Battery sags or is dead", "notMotor", ["battery"]],
  ] as const)("%s is read, and judged as its name says", (name, headline, decided, cures) => {
    const result = readBundle(readFileSync(`docs/examples/${name}.json`, "utf8"));
    expect(result.kind).toBe("read");
    if (result.kind !== "read") return;
    expect(assessJob(recordOfBundle(result.job))).toMatchObject({ headline, decided, action: { cures } });
  });
});
