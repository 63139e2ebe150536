import type { Locator, Page } from "@playwright/test";
import { atTheBench, Bench, expect, noSeriousProblem, test } from "./bench.ts";

test.setTimeout(240_000);

type Device = "phone" | "tablet";

/** A hand without mouse or keys: fingers alone, each touch counted. */
function fingers(page: Page, device: Device) {
  let taps = 0;
  const tap = async (what: Locator) => {
    taps += 1;
    await what.tap();
  };
  const button = (name: RegExp | string) =>
    page.getByRole("button", { name, exact: typeof name === "string" });
  return {
    tap,
    button,
    taps: () => taps,
    /** Words come from the system's own keyboard: a tap a letter. */
    words: async (field: Locator, text: string) => {
      await tap(field);
      taps += text.length;
      await field.pressSequentially(text);
    },
    toStep: async (name: RegExp) => {
      await tap(device === "phone" ? button(/^Plan: step/u) : button("Jump"));
      const plan = page.getByRole("navigation", { name: "Plan" });
      await expect(plan).toBeVisible();
      const link = plan.getByRole("link", { name });
      // What was found, and what nobody needed, stands folded once it is decided.
      const folded = plan.locator("details:not([open]) > summary");
      while ((await folded.count()) > 0 && !(await link.first().isVisible())) await tap(folded.first());
      await tap(link);
    },
    /** On, as the foot offers it. */
    next: async () => {
      const on = button(/^Next/u);
      await expect(on).toBeEnabled();
      await tap(on);
    },
    makeSafe: async () => {
      const done = button("Done");
      await expect(done.first()).toBeVisible();
      for (let left = await done.count(); left > 0; left -= 1) {
        await tap(done.first());
        await expect(done).toHaveCount(left - 1);
      }
    },
  };
}

/** Nothing is wider than the screen. */
async function fits(page: Page): Promise<void> {
  const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(overflow).toBeLessThanOrEqual(0);
}

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
      const { tap, button, taps, words, toStep, makeSafe } = fingers(page, device);
      await atTheBench(page, bench);
      await tap(page.getByRole("link", { name: /Take (a motor )?in/u }));
      // The plate is photographed before anything is typed.
      await page.getByLabel("Photograph its plate").setInputFiles("docs/screenshots/bench.png");
      await expect(page.getByRole("img", { name: "Its plate" })).toBeVisible();
      await words(page.getByLabel("Machine and place"), `Trike 5 ${device}`);
      await tap(page.getByRole("radio", { name: "twitches or cogs at start" }));
      await tap(page.getByRole("radio", { name: "Hub motor" }));
      await tap(button(/^Take it in E/u));
      await makeSafe();
      const takenIn = taps();
      // The plate is with the job: its line in the journal, and its picture.
      const [job] = /[\da-f]{8}-[\da-f-]{27}/u.exec(page.url())!;
      const view = async () =>
        JSON.stringify(await (await page.request.get(`${bench.url}/api/v1/jobs/${job}`)).json());
      await expect.poll(view).toMatch(/"photo":"[\da-f]{64}"[^}]*\},"typed":"plate"/u);
      const [, file] = /"photo":"([\da-f]{64})"/u.exec(await view())!;
      expect((await page.request.get(`${bench.url}/api/v1/jobs/${job}/files/${file}`)).status()).toBe(200);

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
      // By its group: under load the step before may still be on the screen.
      await tap(page.getByRole("group", { name: "What you could do" }).getByRole("radio").first());
      await words(page.getByLabel("Reason"), "C is dead");
      await tap(button(/^Decide/u).last());
      await expect(page.getByRole("form", { name: "The repair" })).toBeVisible();
      await fits(page);
      expect(taps()).toBeLessThan(90);
      process.stdout.write(`${device}: take-in and safe ${takenIn} taps, to the decision ${taps()}\n`);
    });

    test("a motor under repair is mended, proved, run, released and closed by touch alone", async ({
      page,
    }) => {
      // Closed on the phone it would be closed on the tablet too: each has a shop of its own.
      await using own = await Bench.open();
      const { tap, button, taps, words, next, makeSafe } = fingers(page, device);
      await atTheBench(page, own);
      await tap(page.getByRole("main").getByRole("link", { name: /Cargo trike 10, rear hub/u }));
      await expect(page.getByRole("form", { name: "The repair" })).toBeVisible();
      for (const step of await page.getByRole("checkbox").all())
        if (!(await step.isChecked())) await tap(step);
      // The ticked steps have written what was done, and how long it took.
      await expect(page.getByLabel("What was done", { exact: true })).toHaveValue(/^The motor was dried/u);
      await tap(button(/^Record the repair/u));
      await expect(page.getByText("Not proved yet: read again what departed.")).toBeInViewport();
      await fits(page);
      await next();
      await makeSafe();
      await next();
      for (const [question, answer] of [
        [/^Turned by hand/u, "Even steps"],
        [/^Play, push/u, "None"],
        [/^Play, rocked/u, "None"],
        [/^Rocked at/u, "None"],
        [/^Sound/u, "Quiet"],
        [/^How far/u, "Opened up"],
      ] as const)
        await tap(
          page.getByRole("radiogroup", { name: question }).getByRole("radio", { name: answer, exact: true }),
        );
      await tap(button("Nothing of these"));
      await next();
      // Everything that departed was read again: what comes is its run.
      await expect(page.getByRole("heading", { name: "Let it run" })).toBeVisible();
      const run = page.getByRole("form", { name: "A run" });
      const ranThirty = async () => {
        await tap(page.getByRole("radio", { name: "Nothing" }));
        await tap(button("It ran already"));
        await words(run.getByLabel("Minutes"), "30");
        await tap(run.getByRole("radio", { name: "Even" }));
        await tap(run.getByRole("button", { name: "Write it down" }));
        await expect(page.getByText(/^It ran evenly for 30 minutes/u)).toBeVisible();
      };
      await ranThirty();
      // What was written down is one tap away from being taken back.
      await tap(button(/^Undo/u));
      await expect(page.getByText(/^It ran evenly for 30 minutes/u)).toHaveCount(0);
      await ranThirty();
      await next();
      await expect(page.getByRole("radio", { name: "Released for use" })).toBeChecked();
      await tap(button("Sign it"));
      await expect(page.getByText("Released for use.")).toBeVisible();
      await noSeriousProblem(page);
      await next();
      await tap(button("Close the job"));
      await expect(page.getByRole("heading", { name: "Closed" })).toBeVisible();
      await tap(page.getByRole("link", { name: "See the report" }));
      await expect(page.getByRole("heading", { name: "Repaired and proved" })).toBeVisible();
      await fits(page);
      expect(taps()).toBeLessThan(50);
      process.stdout.write(`${device}: from the repair to the report ${taps()} taps\n`);
    });
  });
