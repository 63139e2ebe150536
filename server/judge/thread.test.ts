import { EventEmitter } from "node:events";
import { pino } from "pino";
import { describe, expect, it } from "vitest";
import { CannotJudge, type JudgeInput, type FreezeInput } from "./judge.ts";
import { judgingThread, type Thread } from "./thread.ts";
import type { Question } from "./worker.ts";

const log = pino({ level: "silent" });
const job = (jobId: string) => ({ jobId }) as JudgeInput;
const closing = (reason: string) => ({ turning: { reason } }) as FreezeInput;

type Way = "answers" | "refuses" | "hangs" | "dies" | "throws";

/** Threads that do as they are told, one after the other, and keep what they were asked. */
function threadsThat(...ways: Way[]) {
  const asked: Question[] = [];
  let started = 0;
  let ended = 0;
  const start = () => {
    const way = ways[Math.min(started, ways.length - 1)]!;
    started += 1;
    const thread = Object.assign(new EventEmitter(), {
      postMessage: (question: Question) => {
        asked.push(question);
        const reply = (message: object) => setTimeout(() => thread.emit("message", message), 1);
        if (way === "answers") reply({ id: question.id, result: question.input });
        if (way === "refuses") reply({ id: question.id, problem: "no such motor" });
        if (way === "dies") setTimeout(() => thread.emit("exit", 1), 1);
        if (way === "throws") setTimeout(() => thread.emit("error", new Error("out of memory")), 1);
      },
      terminate: () => {
        ended += 1;
        return Promise.resolve(0);
      },
    });
    return thread as unknown as Thread;
  };
  return { judge: judgingThread(start, log, 40), asked, started: () => started, ended: () => ended };
}

describe("the judging thread", () => {
  it("answers each in turn, in one thread", async () => {
    const { judge, asked, started } = threadsThat("answers");
    expect(await Promise.all([judge.judge(job("a")), judge.judge(job("b"))])).toEqual([job("a"), job("b")]);
    expect(asked.map(({ id }) => id)).toEqual([1, 2]);
    expect(started()).toBe(1);
  });

  it("hears a closing before the jobs that wait", async () => {
    const { judge, asked } = threadsThat("answers");
    await Promise.all([judge.judge(job("a")), judge.judge(job("b")), judge.freeze(closing("done"))]);
    expect(asked.map(({ kind }) => kind)).toEqual(["judge", "freeze", "judge"]);
  });

  it.each(["hangs", "dies", "throws"] as const)(
    "is started anew where it %s, and asked once more",
    async (way) => {
      const { judge, started, ended } = threadsThat(way, "answers");
      expect(await judge.judge(job("a"))).toEqual(job("a"));
      expect([started(), ended()]).toEqual([2, 1]);
      expect(await judge.freeze(closing("done"))).toEqual(closing("done"));
    },
  );

  it.each(["hangs", "dies", "throws"] as const)(
    "that %s twice refuses that job alone, and never waits for ever",
    async (way) => {
      const { judge, started } = threadsThat(way, way, "answers");
      const [first, second] = await Promise.allSettled([judge.judge(job("a")), judge.judge(job("b"))]);
      expect(first).toMatchObject({ status: "rejected", reason: expect.any(CannotJudge) as Error });
      expect(second).toEqual({ status: "fulfilled", value: job("b") });
      expect(started()).toBe(3);
    },
  );

  it("does not ask twice what it says cannot be judged", async () => {
    const { judge, asked } = threadsThat("refuses");
    await expect(judge.judge(job("a"))).rejects.toThrow("no such motor");
    expect(asked).toHaveLength(1);
  });

  it("refuses what waits when the shop closes, and what comes after", async () => {
    const { judge } = threadsThat("hangs");
    const waiting = Promise.allSettled([judge.judge(job("a")), judge.freeze(closing("done"))]);
    await judge.close();
    expect((await waiting).map(({ status }) => status)).toEqual(["rejected", "rejected"]);
    await expect(judge.judge(job("b"))).rejects.toThrow(CannotJudge);
  });
});
