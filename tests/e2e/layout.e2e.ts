import type { Browser, BrowserContextOptions, Page } from "@playwright/test";
import { atTheBench, expect, graveProblems, leaveTheWalk, openJob, test, type Bench } from "./bench.ts";
import { layoutProblems } from "./layout.ts";

test.setTimeout(400_000);

const SIZES = {
  desk: { width: 1280, height: 800 },
  tablet: { width: 820, height: 1180 },
  phone: { width: 390, height: 844 },
} as const;

const OF_A_HUB = [
  ..."takenIn safety mechanical frame insulation winding backemf hall feed run setup".split(" "),
  ..."decide repair report".split(" "),
  "label",
];
const OF_A_BLOWER = "safety power air module winding decide".split(" ");
const ROOMS = [
  ..."?week= take-in workings practice practice/growls motors motors/TF-0022 nowhere shop/nowhere".split(" "),
  ..."instruments limits prices people weeks account copies audit".split(" ").map((part) => `shop/${part}`),
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

const QUESTIONS = {
  desk: "nothing spills and nothing lies over another on a desk",
  tablet: "nothing spills, nothing lies over another, and a finger has room, on a tablet",
  phone: "nothing spills, nothing lies over another, and a finger has room, on a phone",
  light: "axe finds nothing serious in light",
  dark: "axe finds nothing serious in the dark",
  heading: "there is one heading of level one",
} as const;
type Found = Record<keyof typeof QUESTIONS, string[]>;

const PATIENCE_MILLISECONDS = 20_000;

/** Layout problems that stay: a page that still draws is looked at again. */
async function problemsOn(page: Page, size: keyof typeof SIZES): Promise<readonly string[]> {
  await page.setViewportSize(SIZES[size]);
  const since = Date.now();
  let problems: readonly string[];
  do problems = await layoutProblems(page, size !== "desk");
  while (problems.length > 0 && Date.now() - since < PATIENCE_MILLISECONDS);
  return problems;
}

/** Every view is opened once with a mouse and once with a finger, for all that is asked of it. */
async function walk(browser: Browser, bench: Bench): Promise<Found> {
  const found: Found = { desk: [], tablet: [], phone: [], light: [], dark: [], heading: [] };
  const note = (question: keyof Found, view: string, problems: readonly string[]) =>
    found[question].push(...problems.map((problem) => `/${view}: ${problem}`));
  const opened = async (options: BrowserContextOptions) => {
    const context = await browser.newContext({ locale: "en-GB", serviceWorkers: "block", ...options });
    const page = await context.newPage();
    await page.addInitScript(leaveTheWalk);
    return page;
  };

  const mouse = await opened({ viewport: SIZES.desk });
  const views = await everyView(mouse, bench);
  for (const view of views) {
    await show(mouse, bench, view);
    note("desk", view, await problemsOn(mouse, "desk"));
    const titles = await mouse.getByRole("heading", { level: 1 }).allTextContents();
    if (titles.length !== 1) note("heading", view, [`${titles.length}: ${titles.join(", ")}`]);
    for (const colorScheme of ["light", "dark"] as const) {
      await mouse.emulateMedia({ colorScheme });
      note(colorScheme, view, await graveProblems(mouse));
    }
  }
  await mouse.context().close();

  const finger = await opened({ hasTouch: true, viewport: SIZES.tablet });
  await finger.addInitScript(() => localStorage.setItem("green-fable.who", "MO"));
  for (const view of views) {
    await show(finger, bench, view);
    for (const size of ["tablet", "phone"] as const) note(size, view, await problemsOn(finger, size));
    await finger.setViewportSize(SIZES.tablet);
  }
  await finger.context().close();
  return found;
}

test.describe("of every view", () => {
  let found: Found;
  test.beforeAll(async ({ browser, bench }) => {
    test.setTimeout(1_200_000);
    found = await walk(browser, bench);
  });
  for (const question of Object.keys(QUESTIONS) as (keyof Found)[])
    test(QUESTIONS[question], () => {
      expect(found[question]).toEqual([]);
    });
});

test("on a phone what is typed into stands above the keypad, wherever a step opens", async ({
  page,
  bench,
}) => {
  const hub = await addressOf(page, bench, /Cargo trike 3, rear hub/u);
  const own = await addressOf(page, bench, /Seed store, outdoor fan/u);
  await page.setViewportSize(SIZES.phone);
  await atTheBench(page, bench);
  for (const view of [`${own}/power`, `${hub}/frame`, `${hub}/winding`, `${hub}/feed`, `${hub}/run`]) {
    await page.goto(`${bench.url}/${view}`);
    const field = page.getByRole("main").locator("input[data-entry]");
    await expect(field, view).toBeFocused();
    await expect(field, view).toBeInViewport({ ratio: 1 });
  }
});
