import type { Page } from "@playwright/test";
import { atTheBench, Bench, expect, test } from "./bench.ts";

test.setTimeout(180_000);
test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

const AIRFLOW = /Fan bay 7, greenhouse/u;

async function toSupply(page: Page, bench: Bench): Promise<void> {
  await atTheBench(page, bench);
  await page.getByRole("main").getByRole("link", { name: AIRFLOW }).first().tap();
  await expect(page.getByRole("navigation", { name: "Steps" })).toBeVisible();
  const job = page.url().split("/jobs/")[1]!.split("/")[0]!;
  await page.goto(`${bench.url}/jobs/${job}/power`);
  const ready = page.getByRole("button", { name: /^Qualified, and ready/u });
  const reading = page.getByRole("list", { name: "Reading" });
  await expect(ready.or(reading).first()).toBeVisible();
  if (await ready.isVisible()) await ready.tap();
  await expect(reading).toBeVisible();
}

test("a tablet has its own keypad, every key's button beside it, a rail, and what warns stays in sight", async ({
  page,
}) => {
  await using bench = await Bench.open();
  await toSupply(page, bench);
  const keypad = page.getByRole("group", { name: "Keypad" });
  await expect(page.getByRole("main").locator("input[data-entry]")).toHaveAttribute("inputmode", "none");
  const foot = page.getByRole("contentinfo");
  for (const name of [/^Undo/u, "Skip, why", "Jump", /^Next: /u]) {
    const button = foot.getByRole("button", { name });
    await expect(button).toBeInViewport({ ratio: 1 });
    expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(54);
  }
  // What Next means is never cut.
  expect(
    await foot
      .getByRole("button", { name: /^Next: /u })
      .evaluate((button) => button.scrollWidth <= button.clientWidth && !button.querySelector(".truncate")),
  ).toBe(true);
  // However far the step is scrolled, the warning stays.
  const warning = page.getByRole("note").filter({ hasText: /^Live\./u });
  await page.getByRole("main").evaluate((main) => main.scrollTo(0, main.scrollHeight));
  await expect(warning).toBeInViewport({ ratio: 1 });
  // A value by the keypad, taken back by one tap, with the focus in its place again.
  await page
    .getByRole("button", { name: /^Mains/u })
    .first()
    .tap();
  for (const key of ["2", "3", "1"]) await keypad.getByRole("button", { name: key, exact: true }).tap();
  await keypad.getByRole("button", { name: "Save" }).tap();
  const undo = foot.getByRole("button", { name: /^Undo Mains 231 V/u });
  await undo.tap();
  await expect(page.getByRole("status").filter({ hasText: "Taken back: Mains 231 V" })).toBeVisible();
  await expect(page.getByRole("list", { name: "Reading" })).toContainText("Mains");
  // The rail goes to a step by one tap, the jump opens the whole plan.
  await page.getByRole("navigation", { name: "Steps" }).getByRole("link", { name: "Look and turn" }).tap();
  await expect(page.getByRole("heading", { name: /^(Look and turn|Make it safe first)$/u })).toBeVisible();
  await expect(keypad).toHaveCount(0);
  await foot.getByRole("button", { name: "Jump" }).tap();
  await expect(page.getByRole("navigation", { name: "Plan" })).toBeVisible();
  await page
    .getByRole("navigation", { name: "Plan" })
    .getByRole("link", { name: /Supply and call/u })
    .tap();
  await expect(keypad).toBeVisible();
});

test("every pin of a plug stands in its own column at every width", async ({ page }) => {
  await using bench = await Bench.open();
  await toSupply(page, bench);
  const plug = page
    .getByRole("img", { name: /^16-pin plug|16/u })
    .filter({ has: page.locator("[data-pin]") });
  // The harness plug is drawn where the call is read at it.
  await page
    .getByRole("button", { name: /^Motor plug/u })
    .first()
    .tap();
  for (const width of [360, 390, 640, 820, 1024, 1280]) {
    await page.setViewportSize({ width, height: 1180 });
    await expect(plug.locator("[data-pin]")).toHaveCount(16);
    const columns = await plug.locator("[data-pin]").evaluateAll((pins) =>
      Object.fromEntries(
        pins.map((pin) => {
          const { left, right } = pin.getBoundingClientRect();
          return [pin.getAttribute("data-pin"), [left, right]] as const;
        }),
      ),
    );
    for (let pin = 1; pin <= 8; pin += 1) {
      const [below, above] = [columns[pin]!, columns[pin + 8]!];
      expect(Math.abs(below[0] - above[0]), `pin ${pin} at ${width}`).toBeLessThan(1);
      // In order, and none over its neighbour.
      if (pin > 1) expect(columns[pin - 1]![1], `pin ${pin} at ${width}`).toBeLessThanOrEqual(below[0]);
    }
  }
});
