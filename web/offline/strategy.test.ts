import { describe, expect, it } from "vitest";
import { jobWrittenTo, strategyFor } from "./strategy.ts";

const HOME = "http://127.0.0.1:4173";
const asked = (path: string, part: Partial<Pick<Request, "method" | "mode">> = {}) =>
  strategyFor({ method: "GET", mode: "cors", url: `${HOME}${path}`, ...part }, HOME, ["/assets/main-1.js"]);

describe("what is kept on a device for the time without a server", () => {
  it("is what the application is made of, its pages, and what the API last said", () => {
    expect(asked("/jobs/1/winding", { mode: "navigate" })).toBe("page");
    expect(asked("/assets/main-1.js")).toBe("asset");
    expect(asked("/api/v1/jobs/1")).toBe("answer");
    expect(asked("/api/v1/jobs?q=trike")).toBe("answer");
    expect(asked("/at/north/jobs/1", { mode: "navigate" })).toBe("page");
    expect(asked("/at/north/api/v1/jobs/1")).toBe("answer");
  });
  it.each([
    "/api/v1/health",
    "/api/v1/live?to=ohms:meter-3",
    "/api/v1/session",
    "/api/v1/audit",
    "/api/v1/copies",
    "/api/v1/copies/green-fable-2026-03-02.sqlite",
    "/api/v1/export.zip",
    "/api/v1/jobs/1/label.pdf",
    "/api/v1/jobs/1/bundle",
    "/at/north/api/v1/session",
    "/chain/api/v1/session",
    "/chain/api/v1/chain",
  ])("is never %s: it is old at once, never ends, is too large, or of one person alone", (path) => {
    expect(asked(path)).toBe("network");
  });
  it("is never what is written, nor what is large or belongs elsewhere", () => {
    expect(asked("/api/v1/jobs/1/readings/2", { method: "PUT" })).toBe("network");
    expect(asked("/api/v1/jobs/1/report.pdf")).toBe("network");
    expect(asked("/assets/main-0.js")).toBe("network");
    expect(strategyFor({ method: "GET", mode: "cors", url: "http://127.0.0.2/api/v1/jobs" }, HOME, [])).toBe(
      "network",
    );
  });
  it("is brought up to date for the job that was written into, and for nothing else", () => {
    const written = (path: string, method = "PUT", origin = HOME) =>
      jobWrittenTo({ method, url: `${origin}${path}` }, HOME);
    expect(written("/api/v1/jobs/7/readings/9")).toBe("/api/v1/jobs/7");
    expect(written("/at/north/api/v1/jobs/7/readings/9")).toBe("/at/north/api/v1/jobs/7");
    expect(written("/api/v1/jobs/7/readings/9", "GET")).toBeNull();
    expect(written("/api/v1/jobs/7")).toBeNull();
    expect(written("/api/v1/models/7")).toBeNull();
    expect(written("/api/v1/jobs/7/readings/9", "PUT", "http://127.0.0.2")).toBeNull();
  });
});
