import { atTheBench, Bench, expect, sayDone, test } from "./bench.ts";

test.setTimeout(240_000);

const COPTERS = "01980000-0000-7000-8000-00000000b002";

test("sisters are queued on one drill with one set-up, pasted from a sheet, copied out and opened by keys", async ({
  page,
  context,
}) => {
  await using bench = await Bench.open();
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  const sisters = `${bench.url}/motors?model=${COPTERS}`;
  await atTheBench(page, bench);
  await page.goto(sisters);
  const odd = page.getByRole("link", { name: /Survey copter 4, arm 3/u }).first();
  await expect(page.getByText(/stand out\./u)).toBeVisible();

  // Copied as a sheet takes it: headings, a row a motor, apart by tabs.
  await page.keyboard.press("c");
  await expect(page.getByRole("button", { name: "Copied" })).toBeVisible();
  const table = await page.evaluate(() => navigator.clipboard.readText());
  expect(table.split("\n")[0]).toMatch(/^serial\tmotor\tSpeed constant/u);
  expect(table).toMatch(/\nHO-43\tSurvey copter 4, arm 3\t105\d(\.\d+)?\t.*\tstands out/u);

  // Pasted: what reads plainly is written with its instrument, what does not is named.
  await page.keyboard.press("p");
  const dialog = page.getByRole("dialog", { name: "Readings from a sheet" });
  await dialog
    .getByLabel(/^Headings and rows/u)
    .fill("serial\tA-B\tB-C\tC-A\nHO-31\t81.2m\t81.0m\t81200\nHO-99\t1\t2\t3");
  await expect(dialog.getByText("not here: take it in first")).toBeVisible();
  await expect(dialog.getByText(/Write its unit/u)).toBeVisible();
  await dialog.getByRole("button", { name: "Write 2 readings" }).press("Enter");
  await expect(dialog).toHaveCount(0);
  await expect
    .poll(async () => {
      const unit = await (await page.request.get(`${bench.url}/api/v1/units?q=HO-31`)).json();
      const view = await (await page.request.get(`${bench.url}/api/v1/jobs/${unit.items[0].openJob}`)).json();
      return JSON.stringify(view);
    })
    .toMatch(/"typed":"81\.2m"/u);

  // Arrows go through the motors, Enter opens one.
  await odd.focus();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("link", { name: /Survey copter 5, arm 6/u }).first()).toBeFocused();

  // Queued: the set-up of the first is the set-up of the next, by one press.
  await page.goto(sisters);
  await page.getByRole("button", { name: /^Spin the 3 here/u }).press("Enter");
  const bar = page.getByRole("region", { name: "On one drill" });
  const title = page.getByRole("heading", { level: 1 });
  /** Made safe where that is asked first, and back to the drill. */
  const ready = async (after: string) => {
    await expect(title).not.toHaveText(after);
    const cautions = page.getByRole("link", { name: "To the cautions" });
    await expect(cautions.or(bar).first()).toBeVisible();
    if (!(await cautions.isVisible())) return;
    await cautions.click();
    await sayDone(page);
    await page.getByRole("link", { name: "To the drill" }).click();
  };
  await ready("Motors");
  const first = (await title.textContent())!;
  await expect(bar).toContainText("Motor 1 of 3 on this drill.");
  const speed = page.getByLabel("Planned drill speed");
  if (!(await speed.isVisible())) await page.getByRole("button", { name: /^Planned/u }).click();
  await speed.fill("1300");
  await speed.press("Enter");
  await expect(page.getByText("Below 30 V RMS: bare leads may be read.")).toBeVisible();
  // Set up as typed: a motor that was spun before shows its earlier set-up until then.
  await expect(page.getByRole("button", { name: /^Planned.*1300 rpm/u })).toBeVisible();
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await page.keyboard.press("q");
  await ready(first);
  await expect(bar).toContainText("Motor 2 of 3 on this drill.");
  await bar.getByRole("button", { name: /^Same set-up: 1300 rpm/u }).press("Enter");
  await expect(page.getByText("Below 30 V RMS: bare leads may be read.")).toBeVisible();
  await expect(page.getByLabel("Frequency before")).toBeFocused();
  await bar.getByRole("button", { name: "End the queue" }).click();
  await expect(bar).toHaveCount(0);
});
