import { atTheBench, expect, goTo, openJob, test } from "./bench.ts";

test.setTimeout(180_000);

test("a motor with a dead sensor by keyboard alone: no pointer, no direct focus, presses counted", async ({
  page,
  bench,
}) => {
  let presses = 0;
  const press = async (...keys: readonly string[]) => {
    for (const key of keys) {
      presses += 1;
      await page.keyboard.press(key);
    }
  };
  const type = async (text: string) => {
    presses += text.length;
    await page.keyboard.type(text);
  };
  /** Tab until the field with this label has the focus. */
  const tabTo = async (label: string) => {
    for (let tries = 0; tries < 40; tries += 1) {
      const focused = await page.evaluate(() => {
        const { activeElement } = document;
        return activeElement instanceof HTMLElement && "labels" in activeElement
          ? [...(activeElement as HTMLInputElement).labels!].map(({ textContent }) => textContent).join()
          : "";
      });
      if (focused.startsWith(label)) return;
      await press("Tab");
    }
    throw new Error(`no Tab leads to ${label}`);
  };
  /** Tab until one of the choices of this question has the focus. */
  const tabInto = async (question: string) => {
    for (let tries = 0; tries < 40; tries += 1) {
      const there = await page.evaluate(
        () => document.activeElement?.closest("[role=radiogroup]")?.getAttribute("aria-label") ?? "",
      );
      if (there === question) return;
      await press("Tab");
    }
    throw new Error(`no Tab leads to ${question}`);
  };
  await atTheBench(page, bench);
  await press("n");
  await expect(page.getByLabel("Serial or label")).toBeFocused();
  await tabTo("Machine and place");
  await type("Trike 14");
  await tabInto("Complaint");
  await type("tw");
  await tabInto("Family");
  await type("hub");
  await press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "Trike 14" })).toBeVisible();
  expect(presses).toBeLessThan(60);
  await expect(page.getByRole("button", { name: "Done", exact: true }).first()).toBeFocused();

  for (const left of [3, 2, 1, 0]) {
    await press("Enter");
    await expect(page.getByRole("button", { name: "Done", exact: true })).toHaveCount(left);
  }
  // N leads where the panel says, down to the field or the choice that is open.
  await press("n");
  await expect(page.getByRole("main").getByRole("heading", { level: 2 })).toBeVisible();
  const inMain = () =>
    page.evaluate(() => document.querySelector("main")?.contains(document.activeElement) ?? false);
  await expect.poll(inMain).toBe(true);

  // Any step by two keys: J, and the letter beside it.
  const letterOf = async (step: RegExp) =>
    (await page
      .getByRole("navigation", { name: "Plan" })
      .getByRole("link", { name: step })
      .textContent())!.trim()[0]!;
  await press("j", await letterOf(/Three pairs/u));
  await expect(page.getByRole("heading", { name: "Three pairs at rest" })).toBeVisible();
  await expect(page.getByLabel("Pair A–B").or(page.getByLabel("Probe tips")).first()).toBeVisible();
  for (let slots = 0; slots < 3; slots += 1) {
    const label = await page.evaluate(() => document.activeElement?.getAttribute("aria-label") ?? "");
    if (label === "Pair A–B") break;
    await type(label.includes("emperature") ? "19" : "100µ");
    await press("Enter");
  }
  await expect(page.getByLabel("Pair A–B")).toBeFocused();
  const pairs = presses;
  for (const pair of ["A–B", "B–C", "C–A"]) {
    await expect(page.getByLabel(`Pair ${pair}`)).toBeFocused();
    await type("128m");
    await press("Enter");
  }
  expect(presses - pairs).toBeLessThan(20);

  await press("j", await letterOf(/Sensors/u));
  await expect(page.getByRole("heading", { name: "Sensors" })).toBeVisible();
  await expect.poll(inMain).toBe(true);
  await press("Space");
  // C never changes: A and B alone.
  for (const lamp of ["a", "b", "a", "b", "a", "b", "a", "b"]) await press(lamp);
  await expect(
    page
      .getByRole("main")
      .getByText(/Signal C|C stuck|C never/u)
      .first(),
  ).toBeVisible();

  // The list of keys, and back; Escape throws nothing away that is typed.
  await press("?");
  await expect(page.getByRole("dialog", { name: "Keys here" })).toBeVisible();
  await press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await press("s");
  await type("no bench supply");
  await press("Escape");
  await expect(page.getByLabel("Why this reading is left out")).toHaveValue("no bench supply");
  expect(presses).toBeLessThan(120);
  test.info().annotations.push({ type: "presses", description: String(presses) });
});

test("safe does not last: another person, and another day, go through it again", async ({ page, bench }) => {
  await page.clock.install();
  await openJob(page, bench, /Cargo trike 5, front hub/u);
  await expect(page.getByText(/^Dead and safe, /u)).toBeVisible();
  await goTo(page, "Three pairs");
  await expect(page.getByLabel("Pair C–A")).toBeVisible();
  await page.getByRole("button", { name: /Change person/u }).click();
  await page.getByRole("menuitemradio", { name: /Pell Rushbrook/u }).click();
  await expect(page.getByRole("heading", { name: "Make it safe first" })).toBeVisible();
  await expect(page.getByText("MO made it safe. You take it over: go through it yourself.")).toBeVisible();
  await page.getByRole("button", { name: /Change person/u }).click();
  await page.getByRole("menuitemradio", { name: /Maud Oakhanger/u }).click();
  await expect(page.getByLabel("Pair C–A")).toBeVisible();
  await page.clock.fastForward("25:00:00");
  await page.reload();
  await expect(page.getByRole("heading", { name: "Make it safe first" })).toBeVisible();
  await expect(page.getByRole("link", { name: /^Not made safe: 2 open/u })).toBeVisible();

  // Behind the gate the foot names no key of the reading, and what it names works.
  const foot = page.getByRole("contentinfo");
  await expect(foot.getByText("open circuit")).toHaveCount(0);
  await expect(foot.getByText(/skip$/u).first()).toBeVisible();
  await page.keyboard.press("s");
  await expect(page.getByLabel("Why this check is skipped")).toBeFocused();
});
