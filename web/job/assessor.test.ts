import type { Remote } from "comlink";
import { describe, expect, it } from "vitest";
import { assessorOf, type Startable } from "./assessor.ts";

interface Api {
  readonly double: (n: number) => Promise<number>;
}

/** Workers that answer as they are told, one after the other. */
function workersThat(...ways: ("answer" | "throw" | "hang" | "die")[]) {
  const ended: number[] = [];
  let made = 0;
  const start = (): Startable & { readonly way: string; die: () => void } => {
    const n = made;
    made += 1;
    let die = () => undefined as void;
    return {
      way: ways[Math.min(n, ways.length - 1)]!,
      addEventListener: (kind, listener) => {
        if (kind === "error") die = listener;
      },
      terminate: () => void ended.push(n),
      die: () => die(),
    };
  };
  const wrapped = (worker: ReturnType<typeof start>) =>
    ({
      double: (n: number) => {
        if (worker.way === "answer") return Promise.resolve(2 * n);
        if (worker.way === "throw") return Promise.reject(new Error("no such motor"));
        if (worker.way === "die") setTimeout(worker.die, 1);
        return new Promise<number>(() => undefined);
      },
    }) as unknown as Remote<Api>;
  return { assessor: assessorOf<Api, ReturnType<typeof start>>(start, wrapped, 30), ended, made: () => made };
}
const four = (assessor: ReturnType<typeof workersThat>["assessor"]) =>
  assessor.ask((remote) => remote.double(2) as Promise<number>);

describe("asking for a verdict", () => {
  it("keeps the worker that answers", async () => {
    const { assessor, ended, made } = workersThat("answer");
    expect([await four(assessor), await four(assessor)]).toEqual([4, 4]);
    expect([made(), ended]).toEqual([1, []]);
  });

  it.each(["throw", "hang", "die"] as const)("asks a new one where the first does %s", async (way) => {
    const { assessor, ended, made } = workersThat(way, "answer");
    expect(await four(assessor)).toBe(4);
    expect([made(), ended]).toEqual([2, [0]]);
  });

  it.each([
    ["throw", /no such motor/u],
    ["hang", /no answer in time/u],
    ["die", /lost/u],
  ] as const)("says so where both do %s, and asks anew the next time", async (way, why) => {
    const { assessor, ended } = workersThat(way, way, "answer");
    await expect(four(assessor)).rejects.toThrow(why);
    expect(ended).toEqual([0, 1]);
    expect(await four(assessor)).toBe(4);
  });
});
