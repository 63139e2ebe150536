import type { Page } from "@playwright/test";
import { atTheBench, expect, goTo, noSeriousProblem, openJob, test, onDisk } from "./bench.ts";

test.setTimeout(180_000);

async function fitsTheWidth(page: Page) {
  const { wide, there } = await page.evaluate(() => ({
    wide: document.documentElement.scrollWidth,
    there: document.documentElement.clientWidth,
  }));
  expect(wide).toBeLessThanOrEqual(there);
}

test("a working is shared by its address, refuses at the field, and axe finds nothing serious", async ({
  page,
  bench,
}) => {
  await atTheBench(page, bench);
  await page.getByRole("link", { name: "Workings" }).click();
  const card = page.getByRole("region", { name: "Speed, frequency, poles" });
  await card.getByLabel("Frequency").fill("42.19");
  await card.getByLabel("Pole pairs").fill("2.5");
  await expect(card.getByRole("alert")).toContainText("whole number");
  await card.getByLabel("Pole pairs").fill("2");
  await expect(card.getByText("1266 rpm")).toBeVisible();
  const shared = page.url();
  await page.goto("about:blank");
  await page.goto(shared);
  await expect(card.getByText("1266 rpm")).toBeVisible();
  await noSeriousProblem(page);
  await fitsTheWidth(page);
  await page.keyboard.press("Escape");
  await expect(page.getByRole("heading", { name: /^Do now/u })).toBeVisible();
});

test("at 1280 by 800 the pairs, the verdict and the saved line are in view without scrolling", async ({
  page,
  bench,
}) => {
  await openJob(page, bench, /Cargo trike 5, front hub/u);
  await goTo(page, "Three pairs");
  await expect(page.getByLabel("Pair C–A")).toBeInViewport({ ratio: 1 });
  await expect(page.getByRole("img", { name: /^Star winding/u })).toBeInViewport({ ratio: 1 });
  await expect(page.getByRole("heading", { name: "Shorted turns" })).toBeInViewport({ ratio: 1 });
  await expect(onDisk(page)).toBeInViewport({ ratio: 1 });
});

test("on a tablet the plan folds away and opens again", async ({ page, bench }) => {
  await openJob(page, bench, /Cargo trike 5, front hub/u);
  await page.setViewportSize({ width: 820, height: 1180 });
  await expect(page.getByRole("link", { name: /Leads to frame/u })).toBeHidden();
  await page.getByRole("button", { name: "Show the plan" }).click();
  await goTo(page, "Leads to frame");
  await expect(page.getByRole("heading", { name: "Leads to frame" })).toBeVisible();
  await fitsTheWidth(page);
});

test("on a phone plan, step and verdict take turns: a strip opens the one, a line the other", async ({
  page,
  bench,
}) => {
  await openJob(page, bench, /Cargo trike 5, front hub/u);
  await page.setViewportSize({ width: 390, height: 844 });
  await fitsTheWidth(page);
  await page.getByRole("button", { name: /^Plan: step \d+ of 15/u }).click();
  await goTo(page, "Three pairs");
  await expect(page.getByLabel("Pair C–A")).toBeVisible();
  await expect(page.getByRole("complementary", { name: "Standing verdict" })).toBeHidden();
  await fitsTheWidth(page);
  await page.getByRole("button", { name: /^Verdict: /u }).click();
  await expect(page.getByRole("heading", { name: "Shorted turns" })).toBeVisible();
  await fitsTheWidth(page);
});

test("capacitors are waited out: the caution opens only when its clock is over, and the bench shows it", async ({
  page,
  bench,
}) => {
  await page.clock.install();
  await openJob(page, bench, /Fan bay 4, greenhouse/u);
  await expect(page.getByRole("heading", { name: "Made safe" })).toBeVisible();
  // Nothing is waited out before it is off.
  const start = page.getByRole("button", { name: "Start 5 minutes" });
  await start
    .or(page.getByRole("button", { name: "Done", exact: true }))
    .first()
    .waitFor();
  if ((await start.count()) === 0)
    await page.getByRole("button", { name: "Done", exact: true }).first().press("Enter");
  await start.click();
  await expect(page.getByRole("timer")).toHaveText(/^[45]:\d\d$/u);
  await expect(page.getByRole("button", { name: "Waited, and measured dead" })).toHaveCount(0);
  await page.getByRole("link", { name: "Green Fable" }).click();
  await expect(page.getByRole("link", { name: /Fan bay 4, greenhouse/u }).getByRole("timer")).toBeVisible();
  await page.goBack();
  await page.clock.fastForward("05:01");
  await page.getByRole("button", { name: "Waited, and measured dead" }).click();
  await expect(page.getByRole("button", { name: "Done", exact: true })).toHaveCount(2);
});

test("the bench's list is fetched while the page still reads what draws it, and once", async ({
  page,
  bench,
}) => {
  const asked: string[] = [];
  page.on("request", (request) => {
    if (new URL(request.url()).pathname === "/api/v1/day") asked.push(request.resourceType());
  });
  await page.goto(bench.url);
  await expect(page.getByRole("link", { name: /Survey copter 2, arm 5/u })).toBeVisible();
  // The browser itself, and no script of the page.
  expect(asked).toEqual(["other"]);
});
