import type { JobView } from "#contract/jobs";
import { API } from "#contract/routes";
import { hasPostgres } from "../../scripts/postgres/server.ts";
import { expect, goTo, onDisk, openJob, reloadKept, takeIn, test, toTips } from "./bench.ts";
import { ChainBench } from "./chainBench.ts";

test.skip(!hasPostgres(), "there is no PostgreSQL server here");
test.setTimeout(300_000);

test("a job is taken in, read and judged through two processes by turns, and each shows all of it", async ({
  page,
}) => {
  await using chain = await ChainBench.open(2);
  await takeIn(page, chain, "Ferry davit, by turns");
  await goTo(page, "Three pairs");
  await toTips(page);
  for (const [label, typed] of [
    ["Probe tips together", "0.1m"],
    ["Winding temperature", "21"],
    ["Pair A–B", "120.4m"],
    ["Pair B–C", "120.2m"],
    ["Pair C–A", "191.3m"],
  ] as const) {
    await expect(page.getByLabel(label, { exact: true })).toBeFocused();
    await page.keyboard.type(typed);
    await page.keyboard.press("Enter");
  }
  await expect(page.getByRole("button", { name: "Correct 191.3 mΩ" })).toBeVisible();
  await expect(onDisk(page)).toBeVisible();
  const job = /jobs\/([0-9a-f-]{36})/u.exec(page.url())![1]!;
  const seenBy = async (n: number) =>
    (await (await fetch(`${chain.processes[n]!.url}${API}/jobs/${job}`)).json()) as JobView;
  expect(await seenBy(0)).toEqual(await seenBy(1));
  expect((await seenBy(0)).entries.filter(({ kind }) => kind === "reading").length).toBeGreaterThanOrEqual(4);

  // One is gone: the other goes on, with all that was acknowledged, and judges what is left.
  const before = await seenBy(1);
  await chain.kill(0);
  await reloadKept(page);
  await expect(page.getByRole("button", { name: "Correct 191.3 mΩ" })).toBeVisible();
  expect((await seenBy(1)).entries).toEqual(before.entries);
  await page.goto(chain.url);
  const line = page.getByRole("main").getByRole("link", { name: /Ferry davit, by turns/u });
  await expect(line).not.toContainText("Being weighed");
});

test("readings typed while the database is gone are kept on the device, and there once when it is back", async ({
  page,
}) => {
  await using chain = await ChainBench.open(2);
  await openJob(page, chain, /Cargo trike 3, rear hub/u);
  await expect(page.getByLabel("Pair C–A")).toBeFocused();
  const crashed = chain.crash();
  await page.keyboard.type("143.1m");
  await page.keyboard.press("Enter");
  await crashed;
  const verdict = page.getByRole("complementary", { name: "Standing verdict" });
  await expect(verdict.getByRole("heading")).toHaveText("High joint or lead");
  await expect(onDisk(page)).toBeVisible({ timeout: 60_000 });
  await page.reload();
  await expect(page.getByRole("button", { name: "Correct 143.1 mΩ" })).toHaveCount(1);
  await page.getByText(/Record of this check/u).press("Enter");
  await expect(page.getByRole("row", { name: /Pair C–A 143.1 mΩ/u })).toHaveCount(1);
});
