import { atTheBench, choose, expect, goTo, noSeriousProblem, openJob, takeIn, test } from "./bench.ts";

test.setTimeout(120_000);

test("the shop's own prices are weighed at the decision, and what is no price is refused at its field", async ({
  page,
  bench,
}) => {
  await page.goto(`${bench.url}/shop/prices`);
  const hour = page.getByLabel("An hour at the bench");
  await expect(hour).toHaveValue("46");
  await hour.fill("a lot");
  await page.getByLabel("Mend the phase lead or plug, days").fill("4");
  await page.getByRole("button", { name: "Keep these" }).press("Enter");
  await expect(page.getByRole("alert")).toHaveText([
    "An amount lies between 0 and 1 000 000.",
    "Give the price with the days.",
  ]);
  await hour.fill("60");
  await page.getByLabel("Currency").fill("EUR");
  await page.getByLabel("Mend the phase lead or plug, price").fill("7,5");
  await page.getByRole("button", { name: "Keep these" }).press("Enter");
  await expect(page.getByText(/^Kept\. Open jobs are weighed by these now/u)).toBeVisible();
  await noSeriousProblem(page);
  await page.reload();
  await expect(page.getByLabel("Mend the phase lead or plug, price")).toHaveValue("7.5");

  // Forty minutes at sixty an hour, eight of parts, and four days.
  await openJob(page, bench, /Cargo trike 4, rear hub/u);
  await goTo(page, "Decide");
  await expect(page.getByText(/^\d+ EUR$/u).first()).toBeVisible();
  const row = page.getByRole("radio", {
    name: /^Mend the phase lead or plug 9\d % 7\.50 EUR 40 EUR 40 min/u,
  });
  await expect(row).toBeChecked();
  await expect(page.getByText(/^Some prices are examples/u)).toHaveCount(0);
  // The limits stay when prices are kept, and the other way round.
  await page.goto(`${bench.url}/shop/limits`);
  await page.getByRole("button", { name: "Keep these" }).press("Enter");
  await expect(page.getByText(/^Kept\. Open jobs are judged/u)).toBeVisible();
  await page.goto(`${bench.url}/shop/prices`);
  await expect(page.getByLabel("Currency")).toHaveValue("EUR");
});

test("the shop sees how far its verdicts came true, and a new motor of a model what such ones had", async ({
  page,
  bench,
}) => {
  await atTheBench(page, bench);
  await page.getByRole("link", { name: "Shop" }).click();
  await page.getByRole("link", { name: "What we said" }).click();
  await expect(
    page.getByText(/^Of \d+ closed jobs that tell, what was said came true in \d+\./u),
  ).toBeVisible();
  await expect(page.getByRole("img", { name: /^What was said, in percent/u })).toBeVisible();
  const back = page.getByRole("row", { name: /Cargo trike 4, front hub 6 May 2025/u });
  await expect(back).toContainText("came back");
  await back.getByRole("link").click();
  await expect(page.getByRole("heading", { name: /^The motor is not at fault/u })).toBeVisible();

  await page.goto(`${bench.url}/take-in`);
  await choose(page, "Family", "Hub motor");
  await expect(page.getByText(/Here, hub motors: \d+ of \d+ had it in the bearing/u)).toBeVisible();
});

test("the owner lets what was found weigh, says why, and stops it again", async ({ page, bench }) => {
  await takeIn(page, bench, "Trike for the odds");
  const verdict = page.getByRole("complementary", { name: "Standing verdict" });
  await expect(verdict).toContainText("It does not weigh in the verdict");
  const job = page.url();
  await page.goto(`${bench.url}/shop/account`);
  await page.getByRole("button", { name: "Let them weigh" }).click();
  await expect(page.getByRole("alert")).toContainText("Say why");
  await page.getByLabel("Why they may weigh").fill("every job is written down here");
  await page.getByLabel("Why they may weigh").press("Enter");
  await expect(page.getByText(/weighs in every open job: every job is written down here/u)).toBeVisible();
  await page.goto(job);
  await expect(verdict).toContainText(/\d+ closed jobs of this family weigh in the odds: \d+ of them/u);
  await expect(verdict).not.toContainText("It does not weigh");
  await page.goto(`${bench.url}/shop/account`);
  await page.getByRole("button", { name: "Stop weighing them" }).press("Enter");
  await expect(page.getByRole("button", { name: "Let them weigh" })).toBeVisible();
});
