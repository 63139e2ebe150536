import type { Page } from "@playwright/test";
import { Bench, expect, goTo, openJob, sayDone, test, waitOut, onDisk } from "./bench.ts";

test.setTimeout(180_000);

/** Where nothing of a step was entered yet: its first choice is made, or its first field filled. */
async function enterSomething(page: Page): Promise<void> {
  const main = page.getByRole("main");
  await expect(main.getByRole("heading", { level: 2 }).first()).toBeVisible();
  // Power was on since it was made safe: what is done by hand asks for it anew.
  const gate = main.getByRole("link", { name: "To the cautions" });
  if ((await gate.count()) > 0) {
    const back = page.url();
    await gate.click();
    await sayDone(page);
    await page.goto(back);
    return enterSomething(page);
  }
  const ready = main.getByRole("button", { name: /^Qualified, and ready/u });
  if ((await ready.count()) > 0) await ready.press("Enter");
  // Which part of the sensors is on screen is no entry; a lamp that changes is one.
  const part = main.getByRole("radio", { name: "Step test" });
  if ((await part.count()) > 0) {
    await part.press("Enter");
    return main.getByRole("button", { name: "Lamp A" }).click();
  }
  // On the step of the cautions one of them is gone through.
  const caution = main.getByRole("button", { name: "Done", exact: true });
  if ((await caution.count()) > 0) return caution.first().press("Enter");
  const choice = main.getByRole("radio", { checked: false }).and(page.locator(":enabled")).first();
  if ((await choice.count()) > 0) await choice.press("Space");
  else {
    const field = main.getByRole("textbox").and(page.locator(":enabled")).first();
    await field.fill("500M");
    await field.press("Enter");
    // More than a winding reads: it is asked about once, and kept.
    const keep = main.getByRole("button", { name: /^Keep / });
    const asks = main.getByRole("alert").filter({ hasText: /is far more than this motor reads/u });
    if ((await asks.count()) > 0) await keep.press("Enter");
  }
}

async function stepsOf(page: Page): Promise<string[]> {
  const titles = await page
    .getByRole("navigation", { name: "Plan" })
    .getByRole("link")
    .evaluateAll((links) => links.map((link) => link.getAttribute("href")!.split("/").at(-1)!));
  return titles.filter((step) => step !== "report");
}

// The last is a step that stays open once what was made safe is taken back.
for (const [motor, name, steps, open] of [
  [
    "a hub motor",
    /Cargo trike 7, front hub/u,
    [
      "mechanical",
      "frame",
      "winding",
      "insulation",
      "backemf",
      // By hand, and so before what is read with power on.
      "setup",
      "hall",
      "feed",
      "run",
      // Last: what is not safe any more asks for it first.
      "safety",
    ],
    "Set-up health",
  ],
  [
    "a blower",
    /Fan bay 6, greenhouse/u,
    ["mechanical", "module", "air", "power", "safety"],
    "Supply and call",
  ],
] as const)
  test(`of ${motor} the last entry of every step is taken back by one key`, async ({ page }) => {
    await using bench = await Bench.open();
    await page.clock.install();
    await openJob(page, bench, name);
    if (motor === "a blower") await waitOut(page);
    const job = page.url().split("/jobs/")[1]!.split("/")[0]!;
    const all = await stepsOf(page);
    for (const step of steps) {
      expect(all).toContain(step);
      await page.goto(`${bench.url}/jobs/${job}/${step}`);
      const undo = page.getByRole("button", { name: /^Undo/u });
      await expect(undo).toBeVisible();
      await expect(onDisk(page)).toBeVisible();
      if (await undo.isDisabled()) await enterSomething(page);
      await expect(undo, step).toBeEnabled();
      const words = (await undo.getAttribute("aria-label"))!.replace(/^Undo /u, "");
      // Where a field has the focus a letter is a letter: the title takes it.
      await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
      await page.keyboard.press("u");
      await expect(page.getByRole("status").filter({ hasText: `Taken back: ${words}.` }), step).toBeVisible();
      await expect(onDisk(page)).toBeVisible();
    }
    // Nothing that was taken back is gone: the record of the check keeps both.
    await goTo(page, open);
    await page.getByText(/^Record of this check/u).press("Enter");
    await expect(page.getByRole("cell", { name: /taken back by MO$/u })).toHaveCount(1);
  });
