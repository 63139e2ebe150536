import type { Locator } from "@playwright/test";
import { atTheBench, choose, expect, noSeriousProblem, test } from "./bench.ts";

test.setTimeout(180_000);
test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

test("three pairs by thumb alone: own keypad, one slot after the other, undo, skip and next in reach", async ({
  page,
  bench,
}) => {
  let taps = 0;
  const tap = async (what: Locator) => {
    taps += 1;
    await what.tap();
  };
  const key = (name: string) =>
    page.getByRole("group", { name: "Keypad" }).getByRole("button", { name, exact: true });
  const type = async (text: string) => {
    for (const one of text) await tap(key(one));
  };
  await atTheBench(page, bench);
  await tap(page.getByRole("link", { name: /Take in/u }));
  await page.getByLabel("Machine and place").fill("Cargo trike 12, rear hub");
  await choose(page, "Complaint", "cuts out under load");
  await choose(page, "Family", "Hub motor");
  await tap(page.getByRole("button", { name: /^Take it in E/u }));
  await expect(page.getByRole("heading", { name: "Made safe" })).toBeVisible();
  const done = page.getByRole("button", { name: "Done", exact: true });
  for (let left = await done.count(); left > 0; left--) {
    await tap(done.first());
    await expect(done).toHaveCount(left - 1);
  }
  await expect(page.getByText(/^Dead, /u)).toBeVisible();

  await tap(page.getByRole("button", { name: /^Plan: step/u }));
  await tap(page.getByRole("link", { name: /Three pairs/u }));
  // The system's keyboard stays away; every key is wide enough for a gloved thumb.
  await expect(page.getByRole("main").locator("input[data-entry]")).toHaveAttribute("inputmode", "none");
  for (const name of ["7", "Save", "Open circuit", "Read again"]) {
    const box = await key(name).boundingBox();
    expect(box!.height, name).toBeGreaterThanOrEqual(54);
  }
  const before = taps;
  for (const slot of ["Probe tips together"]) await tap(page.getByRole("button", { name: slot }));
  await type("0.2");
  await tap(key("Save"));
  await tap(page.getByRole("button", { name: "Go to A–B" }));
  for (const pair of ["127", "143", "143"]) {
    await type(pair);
    await tap(key("Prefix"));
    await tap(key("Save"));
  }
  await expect(page.getByRole("button", { name: "Correct 127 mΩ" })).toBeVisible();
  // After the last value what was found takes the keypad's place; a touch of the field brings it back.
  await expect(page.getByRole("group", { name: "Keypad" })).toHaveCount(0);
  await expect(
    page
      .getByRole("status")
      .filter({ hasText: /repeat them/u })
      .first(),
  ).toBeInViewport();
  test
    .info()
    .annotations.push({ type: "taps", description: `three pairs ${taps - before}, from the bench ${taps}` });
  expect(taps - before).toBeLessThan(30);

  // Undo takes the last one back; skip asks for its reason; next is always there.
  await tap(page.getByRole("button", { name: /^Undo /u }));
  await expect(page.getByRole("status").filter({ hasText: "Taken back" })).toBeVisible();
  await tap(page.getByRole("button", { name: "Skip", exact: true }));
  await expect(page.getByLabel("Why this check is skipped")).toBeVisible();
  await tap(page.getByRole("button", { name: /Do it after all/u }));
  await expect(page.getByRole("button", { name: /^Next: /u })).toBeInViewport({ ratio: 1 });
  await tap(page.getByRole("button", { name: /^Verdict: /u }));
  await expect(page.getByRole("complementary", { name: "Standing verdict" })).toBeVisible();
  await noSeriousProblem(page);
});

test("three lamps the width of the screen, and nothing to scroll before them", async ({ page, bench }) => {
  await atTheBench(page, bench);
  await page.getByRole("link", { name: /Cargo trike 3, rear hub/u }).tap();
  await expect(page.getByRole("button", { name: /^Plan: step/u })).toBeVisible();
  await page.getByRole("button", { name: /^Plan: step/u }).tap();
  await page.getByRole("link", { name: /Sensors/u }).tap();
  for (const lamp of ["A", "B", "C"]) {
    const row = page.getByRole("button", { name: `Lamp ${lamp}` });
    await expect(row).toBeInViewport({ ratio: 1 });
    const box = await row.boundingBox();
    expect(box!.width).toBeGreaterThan(340);
    expect(box!.height).toBeGreaterThanOrEqual(72);
  }
  await noSeriousProblem(page);
});
