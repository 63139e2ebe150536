import { readingText } from "#core/judge";
import { describe, expect, it } from "vitest";
import { choice, DECISION, job, reading, REPAIR } from "../../tests/jobs.ts";
import { lastEntryOf } from "./lastEntry.ts";

const TURN = choice("mechanical", "turn", "even");
const PLAY = choice("mechanical", "axialPlay", "none");
const undone = (of: string) =>
  reading({ check: "mechanical", slot: "axialPlay", value: { kind: "undone" }, supersedes: of });
const last = (record: ReturnType<typeof job>, step: Parameters<typeof lastEntryOf>[1], epoch = 0) =>
  lastEntryOf(record, step, epoch, readingText);

describe("the last entry of a step", () => {
  it("is the last reading of its check, with its place and its words", () => {
    const other = reading({ check: "frame", slot: "A", value: { kind: "open" } });
    expect(last(job([TURN, PLAY, other]), "mechanical")).toEqual({
      id: PLAY.id,
      words: "Play, push and pull None",
    });
    expect(last(job([TURN]), "frame")).toBeNull();
    expect(last(job([TURN]), "mechanical", 1)).toBeNull();
  });

  it("goes back one further each time something is taken back", () => {
    expect(last(job([TURN, PLAY, undone(PLAY.id)]), "mechanical")?.id).toBe(TURN.id);
    expect(last(job([PLAY, undone(PLAY.id)]), "mechanical")).toBeNull();
  });

  it("is the correction, so that undo brings back what was corrected", () => {
    const right = { ...choice("mechanical", "axialPlay", "slight"), supersedes: PLAY.id };
    expect(last(job([PLAY, right]), "mechanical")?.id).toBe(right.id);
  });

  it("of deciding and of repairing is the last decision and repair; elsewhere there is none", () => {
    const record = job([TURN], { decisions: [DECISION], repairs: [REPAIR] });
    expect(last(record, "decide")).toMatchObject({ id: DECISION.id, words: "Resolder" });
    expect(last(record, "repair")?.id).toBe(REPAIR.id);
    expect(last(job([TURN]), "decide")).toBeNull();
    expect(last(record, "report")).toBeNull();
    expect(last(record, "takenIn")).toBeNull();
  });
});
