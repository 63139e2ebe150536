import { readFile } from "node:fs/promises";
import { atTheBench, Bench, expect, goTo, noSeriousProblem, sayDone, test } from "./bench.ts";

test.describe("the day", () => {
  test.describe.configure({ timeout: 240_000 });

  test("a morning: what presses and what is promised come first, what runs by itself runs, a part has its day", async ({
    page,
  }) => {
    await using own = await Bench.open();
    await atTheBench(page, own);
    const now = page.getByRole("region", { name: /^Do now/u });
    const rows = now.getByRole("listitem");
    await expect(rows.first()).toBeVisible();
    // Promised for today, and its owner stands still without it: the demo's own.
    const promised = rows.filter({ hasText: "Cargo trike 3, rear hub" });
    await expect(promised).toContainText(/promised today, (?:almost surely|hardly|\d in 10|10 in 10)/u);
    await expect(promised).toContainText("stands still");
    // A fan whose capacitors bleed down is not the first thing to be touched.
    await expect(rows.first()).not.toContainText("Fan bay 7");
    const others = page.getByRole("region", { name: /^Waiting for others/u });
    await expect(others.getByRole("listitem").filter({ hasText: "Seed store, indoor fan" })).toContainText(
      /overdue by \d+ days?/u,
    );
    await expect(page.getByRole("img", { name: /^The day until \d\d:\d\d: /u })).toBeVisible();
    await expect(page.getByRole("region", { name: "To order" })).toContainText("Motor");
    await noSeriousProblem(page);

    // Moved by a key it stays there, over a reload, until it is let go.
    const second = await rows.nth(2).getByRole("link").innerText();
    const name = second.split("\n")[1]!;
    await rows.nth(2).getByRole("link").focus();
    await page.keyboard.press("Alt+ArrowDown");
    const moved = rows.filter({ hasText: name });
    await expect(moved.getByRole("button", { name: `${name}: back to its own place` })).toBeVisible();
    await page.reload();
    await expect(moved.getByRole("button", { name: `${name}: back to its own place` })).toBeVisible();
    await moved.getByRole("button", { name: `${name}: back to its own place` }).click();
    await expect(moved.getByRole("button", { name: `${name}: back to its own place` })).toHaveCount(0);

    // Mine are a day of their own; Enter goes to a row's next step.
    await page.getByRole("button", { name: "Mine" }).click();
    await expect(rows.filter({ hasText: "Survey copter 4, arm 3" })).toHaveCount(0);
    await page.keyboard.press("ArrowDown");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("navigation", { name: "Plan" })).toBeVisible();
  });

  test("a caller is answered in two keys, and what was said and promised is kept", async ({
    page,
    context,
  }) => {
    await context.grantPermissions(["clipboard-read", "clipboard-write"]);
    await using own = await Bench.open();
    await atTheBench(page, own);
    // Found by the telephone they ring from.
    await page.keyboard.press("/");
    await page.keyboard.type("960 177");
    const found = page.getByRole("main").getByRole("link", { name: /Chair, left drive/u });
    await expect(found).toBeVisible();
    await found.focus();
    await page.keyboard.press("i");
    const card = page.getByRole("dialog", { name: /Chair, left drive/u });
    await expect(card).toContainText("Here for");
    await expect(card.getByRole("link", { name: "01632 960 177" })).toHaveAttribute(
      "href",
      "tel:01632960177",
    );
    await expect(card).toContainText("wanted soon");
    await noSeriousProblem(page);
    await page.keyboard.press("c");
    await expect(card.getByText("Copied.")).toBeVisible();
    const copied = await page.evaluate(() => navigator.clipboard.readText());
    expect(copied).toMatch(/^Chair, left drive is on our bench\. /u);
    await page.keyboard.press("t");
    await expect(card).toContainText(/told .*, MO: Chair, left drive is on our bench/u);
    // A day that is past is no promise.
    await page.keyboard.press("p");
    await card.getByLabel("Promised for").fill("2020-01-01");
    await page.keyboard.press("Enter");
    await expect(card.getByRole("alert")).toContainText("That day is past.");
    const day = new Date(Date.now() + 3 * 86_400_000).toISOString().slice(0, 10);
    await card.getByLabel("Promised for").fill(day);
    await page.keyboard.press("Enter");
    await expect(card.getByLabel("Promised for")).toHaveCount(0);
    await page.keyboard.press("Escape");
    await expect(card).toHaveCount(0);
    // It stands in the job, and with the day.
    await found.click();
    await goTo(page, "Complaint");
    await expect(page.getByRole("list", { name: "Corrections so far" })).toContainText(
      `promised for: ${day}`,
    );
    await goTo(page, "Made safe");
    await expect(page.getByRole("heading", { name: "Made safe" })).toBeVisible();
    await page.keyboard.press("i");
    await expect(page.getByRole("dialog", { name: /Chair, left drive/u })).toContainText(/promised /u);
  });

  test("a repair goes from decided to closed in under 40 presses", async ({ page }) => {
    await page.clock.install();
    await using own = await Bench.open();
    await atTheBench(page, own);
    await page
      .getByRole("main")
      .getByRole("link", { name: /Cargo trike 10, rear hub/u })
      .click();
    await expect(page.getByRole("heading", { name: /^Replace the bearings/u }).first()).toBeVisible();
    let presses = 0;
    const press = async (key: string) => {
      presses += 1;
      await page.keyboard.press(key);
    };
    const go = page.locator("main [data-go]");
    // Nine steps are still open; each N does the green one.
    while ((await go.textContent())?.startsWith("Done")) {
      const before = await page.getByRole("checkbox", { checked: true }).count();
      await press("n");
      await expect(page.getByRole("checkbox", { checked: true })).toHaveCount(before + 1);
    }
    await expect(go).toContainText("Record the repair");
    await press("n");
    await expect(page.getByRole("heading", { name: "Read again what departed" })).toBeVisible();
    await press("n");
    await expect(page.getByRole("heading", { name: "Made safe" })).toBeVisible();
    const cautions = await page.getByRole("button", { name: "Done", exact: true }).count();
    await sayDone(page);
    presses += cautions;
    await press("n");
    await expect(page.getByRole("heading", { name: "Look and turn" })).toBeVisible();
    // Each answer moves on to the next question; the first of most is that all is well.
    const isAt = (question: RegExp) =>
      expect(page.getByRole("radiogroup", { name: question }).getByRole("radio").first()).toBeFocused();
    for (const question of [/^Turned by hand/u, /^Play, push/u, /^Play, rocked/u, /^Rocked at/u, /^Sound/u]) {
      await isAt(question);
      await press("Enter");
    }
    await isAt(/^How far/u);
    await press("ArrowRight");
    await expect(page.getByRole("radio", { name: "Opened up" })).toBeFocused();
    await press("Enter");
    await page.getByRole("button", { name: "Nothing of these" }).press("Enter");
    presses += 2;
    await press("n");
    await expect(page.getByText(/^It is to run evenly for 30 minutes/u)).toBeVisible();
    await page.getByRole("radio", { name: "A light load" }).press("Enter");
    presses += 2;
    await press("n");
    await expect(page.getByRole("timer")).toBeVisible();
    await page.clock.fastForward("30:01");
    await press("n");
    await page.getByRole("radio", { name: "Even" }).press("Enter");
    presses += 2;
    await press("n");
    await expect(page.getByText(/^It ran evenly for 30 minutes/u)).toBeVisible();
    await press("n");
    await expect(page.getByRole("radio", { name: "Released for use" })).toBeChecked();
    await press("n");
    await press("Enter");
    await expect(page.getByText("Released for use.")).toBeVisible();
    await press("n");
    await expect(page.getByRole("heading", { name: "Close the job" })).toBeVisible();
    await press("n");
    await press("Enter");
    await expect(page.getByRole("heading", { name: "Closed" })).toBeVisible();
    process.stdout.write(`from decided to closed: ${presses} presses\n`);
    expect(presses).toBeLessThan(40);
  });

  test("the week ahead, parts by their supplier, and what a month earned as a sheet", async ({ page }) => {
    await using own = await Bench.open();
    await atTheBench(page, own);
    await expect(page.getByRole("region", { name: /^Do now/u })).toBeVisible();
    const toOrder = page.getByRole("region", { name: "To order" });
    await expect(toOrder.getByRole("heading", { name: "Small Parts Barge" })).toBeVisible();
    await page.getByRole("button", { name: "Week" }).press("Enter");
    const days = page.getByRole("region", { name: /bench work$/u });
    await expect(days.first()).toBeVisible();
    await expect(days.filter({ hasText: "Cargo trike 3, rear hub" }).first()).toContainText("promised");
    await noSeriousProblem(page);
    // Arrows go through the motors of the week as through those of the day.
    await page.keyboard.press("ArrowDown");
    await expect(days.first().getByRole("link").first()).toBeFocused();

    await page.goto(`${own.url}/shop/weeks`);
    await page.getByText("By month").click();
    const repaired = page.getByRole("row").filter({ hasText: "22.00 EUR" }).first();
    await expect(repaired).toContainText("1 h 5 min");
    await noSeriousProblem(page);
    const download = page.waitForEvent("download");
    await repaired.getByRole("link", { name: /as CSV$/u }).click();
    const saved = await download;
    expect(saved.suggestedFilename()).toMatch(/^closed-month-\d{4}-\d{2}-01\.csv$/u);
    const [heading, line] = (await readFile(await saved.path(), "utf8")).split("\r\n");
    expect(heading).toContain("minutes of repair,labour,parts,currency");
    expect(line).toContain(",65,49.83,22.00,EUR,");
  });
});
