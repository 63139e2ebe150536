import { atTheBench, expect, noSeriousProblem, openJob, test, type Bench } from "./bench.ts";
import type { Page } from "@playwright/test";
import { layoutProblems } from "./layout.ts";

test.setTimeout(400_000);

const SIZES = [
  ["a desk", { width: 1280, height: 800 }, false],
  ["a tablet", { width: 820, height: 1180 }, true],
  ["a phone", { width: 390, height: 844 }, true],
] as const;

const OF_A_HUB = [
  ..."takenIn safety mechanical frame insulation winding backemf hall feed run setup".split(" "),
  ..."decide repair report".split(" "),
  "label",
];
const OF_A_BLOWER = "safety power air module winding decide".split(" ");
const ROOMS = [
  ..."take-in workings motors motors/TF-0022 nowhere shop/nowhere".split(" "),
  ..."instruments limits prices people account copies audit".split(" ").map((part) => `shop/${part}`),
];

const addressOf = async (page: Page, bench: Bench, name: RegExp) => {
  await openJob(page, bench, name);
  return new URL(page.url()).pathname.split("/").slice(1, 3).join("/");
};

/** Every view that there is, by its address. */
async function everyView(page: Page, bench: Bench): Promise<readonly string[]> {
  const hub = await addressOf(page, bench, /Cargo trike 3, rear hub/u);
  const blower = await addressOf(page, bench, /Fan bay 5, greenhouse/u);
  const repairing = await addressOf(page, bench, /Cargo trike 1, front hub/u);
  return [
    "",
    ...ROOMS,
    ...OF_A_HUB.map((step) => `${hub}/${step}`),
    ...OF_A_BLOWER.map((step) => `${blower}/${step}`),
    `${repairing}/repair`,
  ];
}

async function show(page: Page, bench: Bench, view: string): Promise<void> {
  await page.goto(`${bench.url}/${view}`);
  await expect(page.getByText(/^Fetching /u)).toHaveCount(0);
  await expect(page.getByRole("main")).toHaveText(/\S/u);
}

for (const [name, size, hasTouch] of SIZES)
  test.describe(name, () => {
    test.use({ viewport: size, hasTouch });

    test(`holds every view: nothing spills, nothing lies over another, and a finger has room, on ${name}`, async ({
      page,
      bench,
    }) => {
      const views = await test.step("at a desk, where the jobs are found", async () => {
        await page.setViewportSize(SIZES[0][1]);
        return everyView(page, bench);
      });
      await page.setViewportSize(size);
      for (const view of views) {
        await show(page, bench, view);
        await expect.poll(() => layoutProblems(page, hasTouch), { message: `/${view}` }).toEqual([]);
      }
    });
  });

for (const colorScheme of ["light", "dark"] as const)
  test(`axe finds nothing serious on any view, ${colorScheme}`, async ({ page, bench }) => {
    await page.emulateMedia({ colorScheme });
    for (const view of await everyView(page, bench)) {
      await show(page, bench, view);
      await test.step(`/${view}`, () => noSeriousProblem(page));
    }
  });

test("on a phone what is typed into stands above the keypad, wherever a step opens", async ({
  page,
  bench,
}) => {
  const hub = await addressOf(page, bench, /Cargo trike 3, rear hub/u);
  const own = await addressOf(page, bench, /Seed store, outdoor fan/u);
  await page.setViewportSize({ width: 390, height: 844 });
  await atTheBench(page, bench);
  for (const view of [`${own}/power`, `${hub}/frame`, `${hub}/winding`, `${hub}/feed`, `${hub}/run`]) {
    await page.goto(`${bench.url}/${view}`);
    const field = page.getByRole("main").locator("input[data-entry]");
    await expect(field, view).toBeFocused();
    await expect(field, view).toBeInViewport({ ratio: 1 });
  }
});
