import type { Locator } from "@playwright/test";
import { atTheBench, expect, noSeriousProblem, test } from "./bench.ts";

test.setTimeout(240_000);

for (const [device, width, height] of [
  ["phone", 390, 844],
  ["tablet", 820, 1180],
] as const)
  test.describe(`on a ${device}`, () => {
    test.use({ viewport: { width, height }, hasTouch: true, isMobile: device === "phone" });

    test("a job with a dead sensor goes from take-in to its decision by touch alone, taps counted", async ({
      page,
      bench,
    }) => {
      let taps = 0;
      const tap = async (what: Locator) => {
        taps += 1;
        await what.tap();
      };
      /** Words come from the system's own keyboard: a tap a letter. */
      const words = async (field: Locator, text: string) => {
        await tap(field);
        taps += text.length;
        await field.pressSequentially(text);
      };
      const button = (name: RegExp | string) =>
        page.getByRole("button", { name, exact: typeof name === "string" });
      const toStep = async (name: RegExp) => {
        const plan = page.getByRole("navigation", { name: "Plan" });
        if (device === "phone") await tap(button(/^Plan: step/u));
        else await tap(button("Show the plan"));
        await tap(plan.getByRole("link", { name }));
      };
      await atTheBench(page, bench);
      await tap(page.getByRole("link", { name: /Take (a motor )?in/u }));
      await words(page.getByLabel("Machine and place"), `Trike 5 ${device}`);
      await tap(page.getByRole("radio", { name: "twitches or cogs at start" }));
      await tap(page.getByRole("radio", { name: "Hub motor" }));
      await tap(button(/^Take it in E/u));
      const done = button("Done");
      await expect(done.first()).toBeVisible();
      for (let left = await done.count(); left > 0; left -= 1) {
        await tap(done.first());
        await expect(done).toHaveCount(left - 1);
      }
      const takenIn = taps;

      await toStep(/Sensors/u);
      await tap(button(/^Start here/u));
      for (const lamp of ["A", "B", "A", "B", "A", "B", "A", "B"]) await tap(button(`Lamp ${lamp}`));
      await expect(
        page
          .getByRole("main")
          .getByText(/Signal C|C stuck|C never/u)
          .first(),
      ).toBeVisible();
      await tap(page.getByRole("radio", { name: "Wire or sensor" }));
      for (const question of await page
        .getByRole("main")
        .getByRole("group", { name: /^Wire|wire/u })
        .all())
        await tap(question.getByRole("radio").first());
      await noSeriousProblem(page);
      // The last one taken back is one tap, wherever one is.
      await tap(button(/^Undo/u));

      await toStep(/Decide/u);
      await tap(page.getByRole("radio").first());
      await words(page.getByLabel("Reason"), "C is dead");
      await tap(button(/^Decide/u).last());
      await expect(page.getByRole("heading", { name: /Parts|Repair|Proof/u }).first()).toBeVisible();
      // Nothing is wider than the screen.
      const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect(overflow).toBeLessThanOrEqual(0);
      expect(taps).toBeLessThan(90);
      test
        .info()
        .annotations.push({ type: "taps", description: `take-in and safe ${takenIn}, whole ${taps}` });
      process.stdout.write(`${device}: take-in and safe ${takenIn} taps, to the decision ${taps}\n`);
    });
  });
