import { describe, expect, it } from "vitest";
import { ENTRY_KINDS } from "#core/record";
import { ENTRY_PATHS } from "#contract/routes";
import { notAllowed } from "./roles.ts";

const may = (role: Parameters<typeof notAllowed>[0], method: string, path: string) =>
  notAllowed(role, method, path) === null;

describe("what a role may do", () => {
  it("a trainee takes in, reads, leaves word and takes back; nothing else of a job", () => {
    expect(may("trainee", "PUT", "/jobs/1")).toBe(true);
    expect(may("trainee", "PUT", "/jobs/1/files/abc")).toBe(true);
    const allowed = ENTRY_KINDS.filter((kind) => may("trainee", "PUT", `/jobs/1/${ENTRY_PATHS[kind]}/2`));
    expect(allowed.toSorted()).toEqual(["note", "reading", "undo"]);
    expect(may("trainee", "PUT", "/jobs/1/import")).toBe(false);
    expect(may("trainee", "GET", "/jobs/1/report.pdf")).toBe(true);
  });

  it("a technician works on every job and on what the shop measures with", () => {
    for (const kind of ENTRY_KINDS)
      expect(may("technician", "PUT", `/jobs/1/${ENTRY_PATHS[kind]}/2`), kind).toBe(true);
    expect(may("technician", "PUT", "/instruments/1")).toBe(true);
    expect(may("technician", "PUT", "/models/1")).toBe(true);
  });

  it.each([
    ["PUT", "/limits"],
    ["PUT", "/technicians/1"],
    ["PUT", "/technicians/1/pass-phrase"],
    ["POST", "/copies"],
    ["GET", "/copies"],
    ["GET", "/copies/green-fable-2026-03-02.sqlite"],
    ["GET", "/export.zip"],
    ["GET", "/audit"],
  ])("%s %s is the owner's alone", (method, path) => {
    expect(may("owner", method, path)).toBe(true);
    expect(may("technician", method, path)).toBe(false);
    expect(may("trainee", method, path)).toBe(false);
  });

  it("everybody signs out, and sets their own pass-phrase", () => {
    expect(may("trainee", "DELETE", "/session")).toBe(true);
    expect(may("trainee", "PUT", "/session/pass-phrase")).toBe(true);
  });
});
