import {
  atTheBench,
  expect,
  goTo,
  openJob,
  takeIn,
  test,
  toTips,
  waitOut,
  pick,
  reloadKept,
  onDisk,
} from "./bench.ts";

test.setTimeout(120_000);

test("the third pair, typed and entered, settles the verdict, and a reload keeps it", async ({
  page,
  bench,
}) => {
  await openJob(page, bench, /Cargo trike 3, rear hub/u);
  const verdict = page.getByRole("complementary", { name: "Standing verdict" });
  await expect(verdict.getByRole("heading")).toHaveText("Not decided yet");
  await expect(page.getByLabel("Pair C–A")).toBeFocused();
  await page.keyboard.type("143.1m");
  await expect(page.getByText("= 143.1 mΩ")).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(verdict.getByRole("heading")).toHaveText("High joint or lead");
  await reloadKept(page);
  await expect(verdict.getByRole("heading")).toHaveText("High joint or lead");
  await expect(page.getByRole("button", { name: "Correct 143.1 mΩ" })).toBeVisible();
});

test("a wrong reading is corrected, and the old one stays with who corrected it", async ({ page, bench }) => {
  await openJob(page, bench, /Cargo trike 3, rear hub/u);
  await goTo(page, "Three pairs");
  await page.getByRole("button", { name: "Correct 143.1 mΩ" }).click();
  await expect(page.getByLabel("Pair C–A")).toHaveValue("143.1m");
  await page.keyboard.type("127.9m");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Correct 127.9 mΩ" })).toBeVisible();
  await page.getByText(/Record of this check/u).press("Enter");
  await expect(page.getByRole("row", { name: /Pair C–A 143.1 mΩ corrected by MO/u })).toBeVisible();
});

test("what cannot be a resistance is refused at the field and stays there", async ({ page, bench }) => {
  await page.clock.install();
  await openJob(page, bench, /Fan bay 6, greenhouse/u);
  await waitOut(page);
  await goTo(page, "Three pairs");
  await toTips(page);
  for (const [typed, sentence] of [
    ["12..3", "more than one decimal point"],
    ["1k2k", "1k2k"],
    ["5 V", "does not fit a resistance"],
  ] as const) {
    await page.getByLabel("Probe tips together", { exact: true }).fill(typed);
    await page.keyboard.press("Enter");
    await expect(page.getByRole("alert")).toContainText(sentence);
    await expect(page.getByLabel("Probe tips together", { exact: true })).toHaveValue(typed);
  }
});

test("O, + and Backspace do what the foot says, and readings outlive a kill of the server", async ({
  page,
  bench,
}) => {
  await page.clock.install();
  await openJob(page, bench, /Fan bay 6, greenhouse/u);
  await waitOut(page);
  await goTo(page, "Three pairs");
  await toTips(page);
  await page.keyboard.type("0.2");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Winding temperature")).toBeFocused();
  await page.keyboard.type("68 F");
  await expect(page.getByText("= 20 °C")).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Pair A–B")).toBeFocused();
  await page.keyboard.press("o");
  await expect(page.getByLabel("Pair B–C")).toBeFocused();
  await page.keyboard.type("11.8+");
  await expect(page.getByRole("button", { name: "Correct 11.8 Ω" })).toHaveCount(1);
  await page.keyboard.press("+");
  await expect(page.getByRole("button", { name: "Correct 11.8 Ω" })).toHaveCount(2);
  await expect(onDisk(page)).toBeVisible();
  await bench.end("SIGKILL");
  await bench.comeBack();
  await openJob(page, bench, /Fan bay 6, greenhouse/u);
  await goTo(page, "Three pairs");
  await expect(page.getByRole("button", { name: "Correct OL" })).toHaveCount(1);
  await expect(page.getByRole("button", { name: "Correct 11.8 Ω" })).toHaveCount(2);
  await expect(page.getByLabel("Pair C–A")).toBeFocused();
  await page.keyboard.press("Backspace");
  await expect(page.getByLabel("Pair B–C")).toBeFocused();
});

test("digits typed while the focus is elsewhere go to the reading", async ({ page, bench }) => {
  await page.clock.install();
  await openJob(page, bench, /Fan bay 6, greenhouse/u);
  await waitOut(page);
  await goTo(page, "Three pairs");
  await expect(page.getByRole("heading", { name: "Three pairs at rest" })).toBeVisible();
  await goTo(page, "Three pairs");
  await page.keyboard.type("11.9");
  await expect(page.getByLabel("Pair C–A")).toHaveValue("11.9");
});

test("before the first reading the app says whether this meter can decide", async ({ page, bench }) => {
  await openJob(page, bench, /Chair, left drive/u);
  await goTo(page, "Three pairs");
  await pick(page, "read with", "Basic 2000-count meter");
  await expect(page.getByText(/This meter cannot decide 2 % here/u)).toContainText("milliohm meter");
  await pick(page, "read with", "Milliohm meter, four-wire");
  await expect(page.getByText(/This meter can decide 2 % here/u)).toBeVisible();
});

test("a check is skipped with a reason, which the plan and the report show", async ({ page, bench }) => {
  await openJob(page, bench, /Chair, left drive/u);
  await goTo(page, "Leads to frame");
  await expect(page.getByLabel("Lead A to frame")).toBeFocused();
  await page.keyboard.press("s");
  await expect(page.getByLabel("Why this check is skipped")).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("Say why");
  await page.keyboard.type("casing is plastic");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("link", { name: /skipped Leads to frame casing is plastic/u })).toBeVisible();
  await goTo(page, "Report");
  await expect(page.getByText("Leads to frame: casing is plastic")).toBeVisible();
});

test("who goes elsewhere while a skip is on its way stays there, however late the view comes", async ({
  page,
  bench,
}) => {
  await openJob(page, bench, /Chair, left drive/u);
  await goTo(page, "Insulation");
  const written = page.waitForResponse(/\/readings\//u);
  let goes = () => {};
  const gone = new Promise<void>((resolve) => (goes = resolve));
  await page.route(/\/readings\//u, async (route) => {
    await gone;
    await route.continue();
  });
  await page.route(/\/assets\/ReportPage/u, async (route) => {
    goes();
    await written;
    // By then the entry would have carried the person on.
    await page.evaluate(() => new Promise((resolve) => setTimeout(resolve, 200)));
    await route.continue();
  });
  await page.keyboard.press("s");
  await page.getByLabel("Why this check is skipped").fill("no megohmmeter here");
  await page.keyboard.press("Enter");
  await goTo(page, "Report");
  await expect(page.getByText("Insulation: no megohmmeter here")).toBeVisible();
  await expect(page).toHaveURL(/\/report$/u);
});

test("a stale window is refused and told what changed", async ({ page, context, bench }) => {
  await openJob(page, bench, /Chair, left drive/u);
  await goTo(page, "Three pairs");
  const other = await context.newPage();
  await openJob(other, bench, /Chair, left drive/u);
  await goTo(other, "Three pairs");
  await toTips(other);
  await other.keyboard.type("0.1m");
  await other.keyboard.press("Enter");
  await expect(other.getByLabel("Winding temperature")).toBeFocused();
  await expect(other.getByRole("status").filter({ hasText: "on disk" })).toBeVisible();
  await page.bringToFront();
  await toTips(page);
  await page.getByLabel("Probe tips together", { exact: true }).fill("0.2m");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("MO wrote Probe tips together: 0.1m");
  await expect(page.getByLabel("Probe tips together", { exact: true })).toHaveValue("0.2m");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Winding temperature")).toBeFocused();
});

test("readings typed while the server is away are kept, shown, and delivered once", async ({
  page,
  bench,
}) => {
  await takeIn(page, bench, "Sluice winch");
  await goTo(page, "Three pairs");
  await pick(page, "read with", "Milliohm meter, four-wire");
  await toTips(page);
  for (const [typed, next] of [
    ["0.1m", "Winding temperature"],
    ["21", "Pair A–B"],
    ["48.0m", "Pair B–C"],
  ] as const) {
    await page.keyboard.type(typed);
    await page.keyboard.press("Enter");
    await expect(page.getByLabel(next)).toBeFocused();
  }
  await expect(onDisk(page)).toBeVisible();
  await bench.end("SIGKILL");
  await page.keyboard.type("47.9m");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Pair C–A")).toBeFocused();
  await page.keyboard.type("48.1m");
  await page.keyboard.press("Enter");
  await expect(page.getByText("2 entries kept on this device, on the way to the server")).toBeVisible();
  await expect(page.getByText(/Pairs read equal/u).first()).toBeVisible();
  await bench.comeBack();
  await reloadKept(page);
  await expect(page.getByRole("button", { name: "Correct 47.9 mΩ" })).toHaveCount(1);
  await expect(page.getByRole("button", { name: "Correct 48.1 mΩ" })).toHaveCount(1);
});

test("the bench is walked with the arrow keys and searched with one key", async ({ page, bench }) => {
  await atTheBench(page, bench);
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("main").getByRole("link").nth(1)).toBeFocused();
  await page.keyboard.press("/");
  await page.keyboard.type("moorings");
  await expect(page.getByRole("main").getByRole("link")).toHaveCount(1);
  await expect(page.getByRole("main").getByRole("link", { name: /Narrowboat drive/u })).toBeVisible();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Narrowboat drive" })).toBeVisible();
});

test("an Enter draws its row and then the verdict, once each, and nothing of the rest", async ({
  page,
  bench,
}) => {
  await page.addInitScript({ path: "scripts/bench/countDrawing.page.js" });
  await openJob(page, bench, /Cargo trike 3, rear hub/u);
  await goTo(page, "Three pairs");
  const field = page.getByLabel(/^Pair /u);
  await field.fill("151.3m");
  const verdict = page.getByRole("complementary", { name: "Standing verdict" });
  const before = await verdict.innerText();
  await page.evaluate(() =>
    (window as unknown as { counts: { commits: number[] } }).counts.commits.splice(0),
  );
  await field.press("Enter");
  await expect.poll(() => verdict.innerText()).not.toBe(before);
  await expect(page.getByText(/^Saved .*, on disk$/u)).toBeVisible();
  const commits = await page.evaluate(
    () => (window as unknown as { counts: { commits: number[] } }).counts.commits,
  );
  // What is on its way is said by a few components; the whole job is of a hundred and fifty.
  const large = commits.filter((drawn) => drawn >= 10);
  expect(large.length).toBeLessThanOrEqual(2);
  expect(Math.max(...large)).toBeLessThan(80);
});
