import { describe, expect, it } from "vitest";
import { ROLES } from "#contract/doors";
import { notAllowed } from "./roles.ts";

describe("what a role may do", () => {
  it.each([
    ["owner", ["owner", "technician", "trainee"]],
    ["technician", ["technician", "trainee"]],
    ["trainee", ["trainee"]],
  ] as const)("%s: everything that asks for %j at least", (role, may) => {
    expect(ROLES.filter((least) => notAllowed(role, least) === null)).toEqual(may);
  });

  it("says who does it, to whoever may not", () => {
    expect(notAllowed("technician", "owner")).toMatch(/owner/u);
    expect(notAllowed("trainee", "technician")).toMatch(/Ask a technician/u);
  });
});
