import type { Page } from "@playwright/test";
import { Bench, expect, openJob, test } from "./bench.ts";

test.setTimeout(240_000);

/** What has the focus in words; empty where the page itself has it, and every key but those of the view would be lost. */
const focused = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const { activeElement: at } = document;
    if (!at || at === document.body) return "";
    return `${at.tagName} ${at.getAttribute("aria-label") ?? at.textContent}`.trim();
  });

const held = (page: Page, where: string) => expect.poll(() => focused(page), where).not.toBe("");

/** Letters of the plan, in its order. */
async function lettersOf(page: Page): Promise<string[]> {
  const lines = page.getByRole("navigation", { name: "Plan" }).locator("a[href]");
  return Array.from({ length: await lines.count() }, (_, at) => String.fromCharCode("a".charCodeAt(0) + at));
}

/** Into a field a letter is typed: its title takes the focus, as Tab back from the field does. */
const leaveField = (page: Page) =>
  page.evaluate(() => {
    if (document.activeElement?.matches("input, textarea"))
      document.querySelector<HTMLElement>("main h2")?.focus();
  });

for (const [kind, name] of [
  ["a hub motor", /Cargo trike 7, front hub/u],
  ["a blower", /Fan bay 6, greenhouse/u],
  ["a motor after its repair", /Cargo trike 1, front hub/u],
] as const)
  test(`of ${kind} no step loses the focus to the page, whatever of N, Enter, U and Esc is pressed`, async ({
    page,
  }) => {
    await using bench = await Bench.open();
    await openJob(page, bench, name);
    for (const letter of await lettersOf(page)) {
      await leaveField(page);
      await page.keyboard.press("j");
      await page.keyboard.press(letter);
      const at = () => `${letter}: ${page.url().split("/").at(-1)}`;
      await expect
        .poll(() => page.evaluate(() => document.activeElement?.closest("main") !== null), at())
        .toBe(true);
      for (const key of ["Enter", "Escape", "u", "Escape", "n"]) {
        if (key === "u") await leaveField(page);
        await page.keyboard.press(key);
        await held(page, `${at()} after ${key}`);
      }
    }
  });
