// @vitest-environment jsdom
import { cleanup, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { closedRecordOf } from "#core/closing";
import type { Entry } from "#core/record";
import {
  celsius,
  DECISION,
  frameOpen,
  job,
  lookedAndTurned,
  madeSafe,
  MILLIOHM,
  pairs,
  REPAIR,
  skipped,
} from "../../tests/jobs.ts";
import { JOB } from "../../tests/entries.ts";
import { entriesOf, openBench } from "../../tests/openBench.tsx";
import ReportPage from "./ReportPage.tsx";

const READ = [
  ...madeSafe("hub"),
  ...lookedAndTurned(),
  ...frameOpen(),
  celsius(20),
  ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m"),
  skipped("hall", "no plug"),
];
const AGAIN = [celsius(20, 1), ...pairs(["127.8m", "128.1m", "128.0m"], MILLIOHM, "0.1m", 1)];
const line = { epoch: 1, by: "PR", at: "2026-03-03T09:00:00.000Z" };
const MENDED: readonly Entry[] = [
  ...entriesOf(READ),
  { kind: "decision", body: { ...DECISION, cures: ["starJoint"] } },
  { kind: "repair", body: REPAIR },
  ...entriesOf(AGAIN),
  { kind: "release", body: { ...line, id: "r", as: "restricted", words: "Flat ground only." } },
];
const bench = (opening: Parameters<typeof openBench>[1]) => openBench(<ReportPage />, opening);
const page = () => within(screen.getByRole("article"));

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe("the report on screen", () => {
  it("answers first, and carries what was found, done, proved and measured", () => {
    const title = document.title;
    bench({ entries: MENDED });
    expect(page().getByRole("heading", { name: "Repaired, with a restriction" })).toBeTruthy();
    expect(page().getByText("Released with a restriction.").parentElement?.textContent).toContain(
      "Flat ground only.",
    );
    expect(page().getByText(/^Resolder the star joint: Resoldered\. 40 minutes \(MO\)\.$/u)).toBeTruthy();
    expect(page().getByText(/^Before: All pairs open.*After: Pairs read equal/u)).toBeTruthy();
    expect(page().getByText("Sensors: no plug")).toBeTruthy();
    expect(page().getByText("Measured, repaired, released: MO, PR")).toBeTruthy();
    // What departed before and after, as a drawing with its table, and the pairs of both sittings.
    expect(page().getByRole("heading", { name: "Before and after" })).toBeTruthy();
    expect(page().getAllByRole("table")).toHaveLength(3);
    expect(page().getByRole("row", { name: /^A–B.*127\.7 ± 0\.\d mΩ/u })).toBeTruthy();
    expect(page().queryByText(/What it cost/u)).toBeNull();
    expect(document.title).toBe("Cargo trike 3, rear hub, motor report");
    cleanup();
    expect(document.title).toBe(title);
  });

  it("bills what a shop has priced, to the cent and together", () => {
    bench({ entries: MENDED, limits: { prices: { hourly: 51, currency: "EUR" } } });
    expect(page().getByText("What it cost")).toBeTruthy();
    expect(page().getByRole("row", { name: "Labour, 40 minutes 34.00 EUR" })).toBeTruthy();
    expect(page().getByRole("row", { name: "Together 34.00 EUR" })).toBeTruthy();
  });

  it("says that nothing was measured where nothing was", () => {
    bench({});
    expect(page().getByText("Nothing was measured yet.")).toBeTruthy();
    expect(page().getByRole("heading", { name: "Not decided" })).toBeTruthy();
  });

  it("of a closed job is the one that was handed over, whatever the rules say now", () => {
    const closing = closedRecordOf(
      job(READ, { decisions: [DECISION] }),
      { number: 14, takenInAt: "2026-03-02T09:00:00.000Z" },
      "closing",
      { id: "c", reason: "", by: "MO", at: line.at },
      line.at,
    );
    const handedOver = { ...closing, report: { ...closing.report, answer: "As it was said then" } };
    bench({ entries: MENDED, closedAt: line.at, closing: handedOver });
    expect(page().getByRole("heading", { name: "As it was said then" })).toBeTruthy();
    cleanup();
    bench({ entries: MENDED, closing: handedOver });
    expect(page().queryByRole("heading", { name: "As it was said then" })).toBeNull();
  });

  it("prints, and leads to the files of the server", async () => {
    const print = vi.spyOn(window, "print").mockImplementation(() => undefined);
    const { user } = bench({ entries: MENDED });
    await user.click(screen.getByRole("button", { name: "Print" }));
    expect(print).toHaveBeenCalledTimes(1);
    const to = (name: string) => screen.getByRole("link", { name }).getAttribute("href");
    expect(to("Save as PDF")).toBe(`/api/v1/jobs/${JOB}/report.pdf`);
    expect(to("Save the job as a file")).toBe(`/api/v1/jobs/${JOB}/bundle`);
  });
});
