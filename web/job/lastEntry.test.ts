import { readingText } from "#core/judge";
import { describe, expect, it } from "vitest";
import { choice, DECISION, job, reading, REPAIR } from "../../tests/jobs.ts";
import { entriesIn, lastEntryOf } from "./lastEntry.ts";

const TURN = choice("mechanical", "turn", "even");
const PLAY = choice("mechanical", "axialPlay", "none");
const undone = (of: string) =>
  reading({ check: "mechanical", slot: "axialPlay", value: { kind: "undone" }, supersedes: of });
const HERE = { by: "MO", since: "2026-01-01T00:00:00.000Z" };
const last = (
  record: ReturnType<typeof job>,
  step: Parameters<typeof entriesIn>[1],
  { epoch = 0, here = HERE } = {},
) => lastEntryOf(entriesIn(record, step, epoch, readingText), here) ?? null;

describe("the last entry of a step", () => {
  it("is the last reading of its check, with its place and its words", () => {
    const other = reading({ check: "frame", slot: "A", value: { kind: "open" } });
    expect(last(job([TURN, PLAY, other]), "mechanical")).toMatchObject({
      id: PLAY.id,
      words: "Play, push and pull None",
      slot: "axialPlay",
    });
    expect(last(job([TURN]), "frame")).toBeNull();
    expect(last(job([TURN]), "mechanical", { epoch: 1 })).toBeNull();
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

  it("is of who is here and of this sitting; what others wrote, or of another day, is left to the record", () => {
    const record = job([TURN, { ...PLAY, by: "PR" }]);
    expect(last(record, "mechanical")?.id).toBe(TURN.id);
    expect(last(record, "mechanical", { here: { ...HERE, by: "PR" } })?.id).toBe(PLAY.id);
    expect(last(record, "mechanical", { here: { ...HERE, since: "2026-03-03T00:00:00.000Z" } })).toBeNull();
    expect(entriesIn(record, "mechanical", 0, readingText)).toHaveLength(2);
    // What somebody corrected since is theirs to take back.
    const right = { ...choice("mechanical", "turn", "rough"), by: "PR", supersedes: TURN.id };
    expect(last(job([TURN, right]), "mechanical")).toBeNull();
    const decided = job([], { decisions: [DECISION] });
    expect(last(decided, "decide", { here: { ...HERE, by: "PR" } })).toBeNull();
  });
});
