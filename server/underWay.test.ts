import { describe, expect, it } from "vitest";
import { underWay } from "./underWay.ts";

describe("work under way", () => {
  it("is waited for until all of it ended, what failed and what began meanwhile too", async () => {
    const work = underWay();
    const ended: string[] = [];
    let end = () => {};
    const first = work.follow(
      new Promise<void>((resolve) => (end = resolve)).then(() => ended.push("first")),
    );
    const failing = work.follow(Promise.reject(new Error("no such job")));
    const idle = work.idle().then(() => ended.push("idle"));
    await expect(failing).rejects.toThrow("no such job");
    void work.follow(
      first.then(() => new Promise((later) => setTimeout(later, 5))).then(() => ended.push("second")),
    );
    end();
    await idle;
    expect(ended).toEqual(["first", "second", "idle"]);
  });

  it("is none where nothing began", async () => {
    await expect(underWay().idle()).resolves.toBeUndefined();
  });
});
