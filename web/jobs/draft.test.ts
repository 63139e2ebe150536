// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from "vitest";
import { draftKept, dropDraft, keepDraft } from "./draft.ts";
import { EMPTY } from "./intakeForm.ts";

beforeEach(() => localStorage.clear());

describe("a take-in begun and not finished", () => {
  it("is kept on this device as it was typed, until it is dropped", () => {
    expect(draftKept()).toBeNull();
    keepDraft({ ...EMPTY, name: "Barge pump", polePairs: "1x" });
    expect(draftKept()).toEqual({ ...EMPTY, name: "Barge pump", polePairs: "1x" });
    dropDraft();
    expect(draftKept()).toBeNull();
  });

  it("with nothing in it leaves nothing behind", () => {
    keepDraft({ ...EMPTY, name: "B" });
    keepDraft(EMPTY);
    expect(localStorage).toHaveLength(0);
  });

  it("that cannot be read is no draft; one from before a field was added has it empty", () => {
    localStorage.setItem("green-fable.take-in", "{torn");
    expect(draftKept()).toBeNull();
    localStorage.setItem("green-fable.take-in", '{"name":"B"}');
    expect(draftKept()).toEqual({ ...EMPTY, name: "B" });
  });
});
