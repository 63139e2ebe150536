import type { Page } from "@playwright/test";
import type { JobList } from "#contract/jobs";
import type { Progress } from "#contract/practice";
import { API } from "#contract/routes";
import { Bench, expect, graveProblems, leaveTheWalk, test } from "./bench.ts";
import { layoutProblems } from "./layout.ts";

test.setTimeout(300_000);

const SIZES = {
  desk: { viewport: { width: 1280, height: 800 } },
  tablet: { viewport: { width: 820, height: 1180 }, hasTouch: true },
  phone: { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true },
} as const;

const button = (page: Page, name: RegExp | string) =>
  page.getByRole("main").getByRole("button", { name, exact: typeof name === "string" });
const inHand = (page: Page) => page.getByRole("region", { name: "In hand" });

async function lay(page: Page, bench: Bench, id: string): Promise<void> {
  await page.addInitScript(leaveTheWalk);
  await page.addInitScript(() => localStorage.setItem("green-fable.who", "MO"));
  await page.goto(`${bench.url}/practice/${id}`);
  await page.getByRole("button", { name: "Lay it on the bench" }).click();
  await expect(page.getByRole("toolbar", { name: "Tools" })).toBeVisible();
}
const take = (page: Page, tool: RegExp) =>
  page.getByRole("toolbar", { name: "Tools" }).getByRole("button", { name: tool }).click();

async function writeDown(page: Page, told: RegExp): Promise<void> {
  const written = inHand(page).getByText(/^Written into the job: /u);
  await expect(async () => {
    await button(page, /^Write it down/u).click();
    await expect(written).toHaveText(told, { timeout: 700 });
  }).toPass({ timeout: 20_000 });
}

async function makeSafe(page: Page): Promise<void> {
  await take(page, /Switch, plug/u);
  const cautions = page.getByRole("group", { name: "Cautions" });
  while (await cautions.isVisible()) {
    const first = cautions.getByRole("button").first();
    const name = await first.textContent();
    await first.click();
    await expect(cautions.getByRole("button", { name: name!, exact: true })).toHaveCount(0);
  }
}

async function toWord(page: Page): Promise<void> {
  const parts = page.getByRole("navigation", { name: "Parts of practice" });
  if (await parts.isVisible()) await parts.getByRole("button", { name: "Your word" }).click();
}

async function say(page: Page, fault: string, cure: string): Promise<void> {
  await toWord(page);
  await expect(page.getByRole("heading", { name: "Hidden while you practise" })).toBeVisible();
  await page.getByRole("combobox", { name: "Name what you suspect" }).click();
  await page.getByRole("option", { name: fault, exact: true }).click();
  const more = page.getByRole("button", { name: `${fault} more likely` });
  for (let n = 0; n < 4; n += 1) await more.click();
  await page.getByRole("button", { name: /^I have decided/u }).click();
  await button(page, "That is my word").click();
  await expect(page.getByRole("alert")).toHaveText(/Choose what is to be done/u);
  await button(page, cure).click();
  await button(page, "That is my word").click();
}

const looksRight = async (page: Page, touch: boolean) => {
  expect(await graveProblems(page)).toEqual([]);
  expect(await layoutProblems(page, touch)).toEqual([]);
};

for (const [size, options] of Object.entries(SIZES)) {
  test(`a hub is practised on to its debrief on a ${size}`, async ({ browser, bench }) => {
    const context = await browser.newContext(options);
    const page = await context.newPage();
    const jobs = async () =>
      ((await (await page.request.get(`${bench.url}${API}/jobs`)).json()) as JobList).total;
    const before = await jobs();
    await lay(page, bench, "cuts-out-on-the-hill");
    await looksRight(page, "hasTouch" in options);

    // With its plug in the probes do not come to its leads: nothing is shown, and it is said.
    await makeSafe(page);
    await take(page, /Four.wire meter/u);
    await button(page, /^Lead A/u).click();
    await button(page, /^Lead B/u).click();
    await expect(inHand(page)).toContainText("Its plug is in");
    await take(page, /Switch, plug/u);
    await button(page, "Unplug it").click();
    await take(page, /Hands, eyes/u);
    await button(page, /^Turned by hand/u).click();
    await writeDown(page, /Turned by hand, it is: /u);
    await take(page, /Four.wire meter/u);
    for (const [red, black] of ["AB", "BC", "CA"]) {
      await button(page, new RegExp(`^Lead ${red}`, "u")).click();
      await button(page, new RegExp(`^Lead ${black}`, "u")).click();
      await writeDown(page, new RegExp(`${red}–${black} \\d+`, "u"));
    }
    // What was written at the bench stands in the real job, and nothing is lost by loading it anew.
    await page.reload();
    await expect(page.getByRole("list", { name: "What was done" })).toContainText("C–A");
    await page.goto(`${bench.url}/practice/cuts-out-on-the-hill/winding`);
    await expect(page.getByRole("heading", { name: "Three pairs at rest" })).toBeVisible();
    await expect(page.getByRole("main")).toContainText(/departs/u);
    await looksRight(page, "hasTouch" in options);
    await page.goto(`${bench.url}/practice/cuts-out-on-the-hill/bench`);
    await expect(page.getByRole("toolbar", { name: "Tools" })).toBeVisible();

    await say(page, "High joint or lead", "Resolder the joint or lead");
    await expect(page.getByRole("heading", { name: "High joint or lead" })).toBeVisible();
    const marks = page.getByRole("list", { name: "Marks" });
    await expect(marks).toContainText("Right: all it needs");
    await expect(marks).toContainText("the shortest way takes");
    await expect(marks.getByRole("listitem").filter({ hasText: "Unsafe acts" })).toContainText("None");
    await expect(page.getByRole("region", { name: "The verdict as it stood" })).toContainText("Three pairs");
    await looksRight(page, "hasTouch" in options);
    // Nothing of it is a job; the marks are kept by person.
    expect(await jobs()).toBe(before);
    const progress = (await (
      await page.request.get(`${bench.url}${API}/practice/progress`)
    ).json()) as Progress;
    expect(progress.attempts[0]).toMatchObject({
      ...{ caseId: "cuts-out-on-the-hill", by: "MO", outcome: "right", unsafe: 0, peeked: false },
    });
    await page.getByRole("button", { name: "To the other cases" }).click();
    await expect(page.getByRole("row", { name: /^MO/u })).toContainText(/\d of \d/u);
    await context.close();
  });

  test(`a blower is practised on to its debrief on a ${size}, unsafe act and all`, async ({
    browser,
    bench,
  }) => {
    const context = await browser.newContext(options);
    const page = await context.newPage();
    await lay(page, bench, "no-twenty-four");
    await looksRight(page, "hasTouch" in options);
    // A plug pulled live is told at once, and counts.
    await button(page, "Unplug it").click();
    await expect(inHand(page).getByRole("alert")).toContainText("A plug moved while it was live");
    await button(page, "Plug it in").click();
    await button(page, /^Live work is mine/u).click();
    await button(page, "Call the fan").click();
    await take(page, /^(?:\d )?Meter$/u);
    await button(page, "Set to alternating voltage").click();
    for (const [point, shows] of [
      ["Mains", /Mains 2\d\d/u],
      ["Transformer", /Transformer [0-7]/u],
    ] as const) {
      await button(page, new RegExp(`^${point}, `, "u")).click();
      await writeDown(page, shows);
    }
    // In the real job the meter feeds the open field.
    await page.goto(`${bench.url}/practice/no-twenty-four/power`);
    await expect(page.getByRole("heading", { name: "Supply and call" })).toBeVisible();
    await page.getByRole("combobox", { name: "Both probes at" }).click();
    await page.getByRole("option", { name: /^Limit/u }).click();
    const live = page.getByRole("group", { name: /, live$/u });
    await expect(live).toContainText(/at rest/u);
    await live.getByRole("button", { name: "Take it" }).click();
    await expect(page.getByRole("main")).toContainText(/Limit/u);
    await page.goto(`${bench.url}/practice/no-twenty-four/bench`);
    await expect(page.getByRole("toolbar", { name: "Tools" })).toBeVisible();
    await say(page, "Control transformer dead", "Replace the control transformer");
    const marks = page.getByRole("list", { name: "Marks" });
    await expect(marks).toContainText("Right: all it needs");
    await expect(marks.getByRole("listitem").filter({ hasText: "Unsafe acts" })).toContainText("2");
    await expect(page.getByRole("main")).toContainText("Switch off, wait, then unplug");
    await expect(page.getByRole("region", { name: "The way that is enough" })).toContainText("minute");
    await looksRight(page, "hasTouch" in options);
    await context.close();
  });
}

test("keys alone practise a case, the verdict that is looked at ends the marks for judgement", async ({
  page,
}) => {
  await using bench = await Bench.open();
  await lay(page, bench, "growls");
  const press = (...keys: readonly string[]) =>
    keys.reduce((before, key) => before.then(() => page.keyboard.press(key)), Promise.resolve());
  // Nobody is told before they said their word, whatever address they ask for.
  await page.goto(`${bench.url}/practice/growls/debrief`);
  await expect(page.getByRole("toolbar", { name: "Tools" })).toBeVisible();
  await expect(page.getByText("Bearing worn or rusted")).toHaveCount(0);
  // The number keys take tools; R and K put the probes where the focus is.
  await press("2");
  await expect(page.getByRole("button", { name: /Four.wire meter/u, pressed: true })).toBeVisible();
  await press("8");
  await button(page, "Unplug it").focus();
  await expect(inHand(page)).toContainText("Its supply is on");
  await button(page, "Switch off").focus();
  await press("Enter");
  await expect(inHand(page)).toContainText("off and dead");
  await button(page, "Unplug it").focus();
  await press("Enter", "2");
  await button(page, /^Lead A/u).focus();
  await press("r");
  await button(page, /^Lead C/u).focus();
  await press("k");
  await expect(inHand(page)).toContainText("Red on A, black on C");
  await press("v");
  await expect(page.getByText("Looked at: this try marks no judgement any more.")).toBeVisible();
  await press("d");
  await button(page, "Replace the bearings").focus();
  await press("Enter");
  await button(page, "That is my word").focus();
  await press("Enter");
  await expect(page.getByRole("list", { name: "Marks" })).toContainText("Not marked");
});

test("a trainer adds a case of the shop, and what fits no motor is refused with its reason", async ({
  page,
}) => {
  await using bench = await Bench.open();
  await page.addInitScript(() => localStorage.setItem("green-fable.who", "MO"));
  await page.goto(`${bench.url}/practice`);
  await expect(page.getByRole("list", { name: "Cases", exact: true })).toBeVisible();
  const growls = (await (
    await page.request.get(`${bench.url}${API}/practice/cases/growls`)
  ).json()) as Record<string, unknown>;
  const give = (body: unknown) =>
    page.getByLabel("Add a case from a file").setInputFiles({
      name: "own.json",
      mimeType: "application/json",
      buffer: Buffer.from(JSON.stringify(body)),
    });
  await give(growls);
  await expect(page.getByRole("alert")).toHaveText(/ships with the program/u);
  await give({ ...growls, id: "own", ailments: [{ is: "bearing", amount: 7 }] });
  await expect(page.getByRole("alert")).toHaveText(/0\.3 to 1/u);
  await give({ ...growls, id: "own", said: "It sings." });
  await expect(page.getByRole("link", { name: /own: “It sings.”/u })).toBeVisible();
  await page.getByRole("button", { name: "Take away own" }).click();
  await expect(page.getByRole("link", { name: /It sings/u })).toHaveCount(0);
});
