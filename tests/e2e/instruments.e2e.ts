import { expect as check, type Page } from "@playwright/test";
import type { JobView } from "#contract/jobs";
import { API } from "#contract/routes";
import { readView } from "#contract/view";
import type { Reading } from "#core/record";
import { Bench, choose, expect, goTo, noSeriousProblem, onDisk, pick, takeIn, test } from "./bench.ts";
import { startStandIns, type StandIns } from "./standIns.ts";

test.setTimeout(240_000);

const PAIRS = [
  ["A", "B"],
  ["B", "C"],
  ["C", "A"],
] as const;

/** Readings of a check as the server has them. */
async function kept(page: Page, url: string, name: string): Promise<readonly Reading[]> {
  await expect(onDisk(page)).toBeVisible();
  const id = page.url().split("/jobs/")[1]!.split(/[/?#]/u)[0]!;
  const view = (await (await page.request.get(`${url}${API}/jobs/${id}`)).json()) as JobView;
  return readView(view, []).record.readings.filter((one) => one.check === name);
}

const live = (page: Page, name: RegExp) => page.getByRole("group", { name });

/** Nothing is typed on a page from here on: a digit would be noticed. */
async function noDigit(page: Page): Promise<() => Promise<void>> {
  await page.evaluate(() => {
    const typed: string[] = [];
    Object.assign(window, { typed });
    window.addEventListener("keydown", ({ key }) => typed.push(key), true);
  });
  return async () => {
    const typed = await page.evaluate(() => (window as unknown as { typed: string[] }).typed);
    expect(typed.filter((key) => /\d/u.test(key))).toEqual([]);
  };
}

test("three pairs and a spin come from instruments that speak, and no digit is typed", async ({ page }) => {
  await using bench = await Bench.open();
  const instruments: StandIns = await startStandIns(bench.url);
  try {
    await takeIn(page, bench, "Lock gate winch, spoken");
    const asked = await noDigit(page);

    // Three pairs with the four-wire meter, which the server asks over the network: by itself, pair after pair.
    await goTo(page, "Three pairs");
    await pick(page, "read with", /Milliohm/u);
    await page.getByRole("button", { name: "Go to A–B" }).click();
    const ohms = live(page, /Milliohm.*live/u);
    await expect(ohms).toContainText("overload");
    await ohms.getByRole("button", { name: "By itself" }).click();
    for (const [red, black] of PAIRS) {
      await expect(page.getByLabel(`Pair ${red}–${black}`)).toBeVisible();
      await instruments.act({ do: "touch", with: "meter-3", red, black });
      await expect(ohms).toContainText("taken", { timeout: 20_000 });
      await instruments.act({ do: "lift", with: "meter-3" });
      await expect(ohms).toContainText("overload");
    }
    const pairs = await kept(page, bench.url, "winding");
    check(pairs).toHaveLength(3);
    for (const { value, latched, instrumentId, typed } of pairs) {
      check(instrumentId).toBe("meter-3");
      check(latched).toMatchObject({ reads: "ohms" });
      check(latched!.count).toBeGreaterThanOrEqual(6);
      check(latched!.typeA.u).toBeGreaterThan(0);
      check(value.kind === "ohms" && Math.abs(value.ohms / 0.162 - 1)).toBeLessThan(0.02);
      check(typed).toMatch(/^0\.16\d* Ω$/u);
    }

    // The drill: its speed by the tachometer, then volts and speed of one moment by two instruments.
    await goTo(page, "Spin test");
    await instruments.act({ do: "spin", rpm: 150 });
    await expect(page.getByRole("button", { name: /^Planned drill speed 1[45]\d/u })).toBeVisible({
      timeout: 20_000,
    });
    await choose(page, "How speed is read", "Two meters");
    await pick(page, "speed with", /tachometer/iu);
    await instruments.act({ do: "dial", with: "meter-2", reads: "acVolts" });
    for (const [red, black] of PAIRS) {
      await page.getByRole("button", { name: `Go to ${red}–${black}` }).click();
      await instruments.act({ do: "touch", with: "meter-2", red, black });
      await expect(page.getByLabel(`Volts ${red}–${black}`)).toHaveCount(0, { timeout: 20_000 });
      await instruments.act({ do: "lift", with: "meter-2" });
      await expect(live(page, /true-RMS.*live/u)).not.toContainText("taken");
    }
    const spun = await kept(page, bench.url, "backemf");
    check(spun.map(({ slot }) => slot).filter((slot) => slot.startsWith("AB"))).toEqual(["AB", "AB.speed"]);
    check(spun.filter(({ latched }) => latched)).toHaveLength(7);
    await expect(page.getByText(/equal/iu).first()).toBeVisible();
    await asked();
    await noSeriousProblem(page);
  } finally {
    await instruments.close();
  }
});
