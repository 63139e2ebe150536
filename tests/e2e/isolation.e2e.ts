import {
  atTheBench,
  choose,
  expect,
  goTo,
  noSeriousProblem,
  openJob,
  test,
  waitOut,
  reloadKept,
} from "./bench.ts";

test.setTimeout(180_000);

test("a blower that does not run, by keyboard: the call is followed to where it is lost, and read twice", async ({
  page,
  bench,
}) => {
  await atTheBench(page, bench);
  await page.keyboard.press("n");
  await page.getByLabel("Machine and place").fill("Fan bay 9, greenhouse");
  await choose(page, "Complaint", "does not run");
  await choose(page, "Family", "ECM blower, constant torque, taps");
  await page.getByLabel("Machine and place").press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "Fan bay 9, greenhouse" })).toBeVisible();
  await goTo(page, "Supply and call");
  await expect(page.getByText("Live step: powered")).toBeVisible();
  // No live reading before somebody says whose work it is.
  await expect(page.getByRole("list", { name: "Reading" })).toHaveCount(0);
  await page.getByRole("button", { name: "Qualified, and ready: open the readings" }).press("Enter");
  // It begins at the reading that tells most; who follows the way from its start goes there.
  await expect(page.getByRole("button", { name: /^Motor plug, .*: now$/u })).toBeVisible();
  await page.getByRole("button", { name: /^Mains, / }).press("Enter");
  for (const volts of ["231", "26.8", "0"]) {
    await page.keyboard.type(volts);
    await page.keyboard.press("Enter");
  }
  const call = page.getByRole("region", { name: "Call", exact: true });
  await expect(call.getByRole("status")).toHaveText("Lost between transformer and limit.");
  await page.keyboard.type("0");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Call 0 V: missing").first()).toBeVisible();
  await noSeriousProblem(page);

  // What one reading carries is read again before anything is said.
  await page.getByRole("button", { name: /^Limit, / }).press("Enter");
  await page.keyboard.type("0");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: /^Call, / }).press("Enter");
  await page.keyboard.type("0");
  await page.keyboard.press("Enter");
  const verdict = page.getByRole("complementary", { name: "Standing verdict" });
  await expect(
    verdict.getByRole("heading", { name: "Safety limit open", exact: true }).first(),
  ).toBeVisible();
  await reloadKept(page);
  await expect(call.getByRole("status")).toHaveText("Lost between transformer and limit.");
});

test("power on undoes what was made safe: the module is opened only after it was waited out anew", async ({
  page,
  bench,
}) => {
  await page.clock.install();
  await openJob(page, bench, /Fan bay 5, greenhouse/u);
  await goTo(page, "Harness, module");
  await expect(page.getByRole("group", { name: /^Harness, each wire/u })).toHaveCount(0);
  // Nothing is waited out before it is off, and nothing verified dead before that.
  await goTo(page, "Made safe");
  await expect(
    page.getByRole("listitem").filter({ hasText: "Verify dead" }).getByRole("button", { name: "Done" }),
  ).toBeDisabled();
  await waitOut(page);
  await goTo(page, "Harness, module");
  await page.getByRole("radio", { name: "Whole", exact: true }).click();
  await expect(page.getByText("Every wire and pin of the harness is whole").first()).toBeVisible();
  await noSeriousProblem(page);

  // One look with power on, and it is neither dead nor waited out any more.
  await goTo(page, "Supply and call");
  await page.getByRole("button", { name: /^Motor plug, / }).press("Enter");
  await page.keyboard.type("26.4");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Motor plug 26.4 V: there").first()).toBeVisible();
  await goTo(page, "Harness, module");
  await expect(page.getByRole("link", { name: /^Not made safe/u })).toBeVisible();
  await expect(page.getByRole("radio", { name: "Whole", exact: true })).toHaveCount(0);
});

test("airflow comes first where a blower hunts, and flashes are counted against what is demanded", async ({
  page,
  bench,
}) => {
  await page.clock.install();
  await openJob(page, bench, /Fan bay 5, greenhouse/u);
  await goTo(page, "Airflow");
  await page.getByLabel("Flashes counted").fill("8.5");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("whole");
  await page.getByLabel("Flashes counted").fill("8");
  await page.keyboard.press("Enter");
  await page.keyboard.type("1200");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Flashes 800 CFM where 1200 are demanded: too little").first()).toBeVisible();
  // It ran for that: no hand goes into it before it is made safe again.
  await expect(page.getByRole("radio", { name: "Dirty, blocked or closed" })).toBeDisabled();
  await page.getByRole("link", { name: "By hand: make it safe first" }).click();
  await waitOut(page);
  await goTo(page, "Airflow");
  await page.getByRole("radio", { name: "Dirty, blocked or closed" }).click();
  await expect(page.getByText("The air is restricted").first()).toBeVisible();
  await noSeriousProblem(page);
});

test("a reading that cannot be made here is left out by itself, with its reason, and the check goes on", async ({
  page,
  bench,
}) => {
  await atTheBench(page, bench);
  await page.keyboard.press("n");
  await page.getByLabel("Machine and place").fill("Cold room fan 2");
  await choose(page, "Complaint", "cuts out under load");
  await choose(page, "Family", "Sealed EC motor, analogue command");
  await page.getByLabel("Machine and place").press("Enter");
  await goTo(page, "Supply and call");
  await page.getByRole("button", { name: "Qualified, and ready: open the readings" }).press("Enter");
  const asked = page.getByRole("paragraph").filter({ hasText: /^Motor: command it gets$/u });
  await expect(asked.first()).toBeVisible();
  await page.keyboard.press("Escape");
  await page.locator("body").press("s");
  await expect(page.getByRole("radio", { name: "Motor: command it gets" })).toBeChecked();
  await page.getByLabel("Why this reading is left out").fill("plug behind the coil");
  await page.keyboard.press("Enter");
  await expect(asked).toHaveCount(0);
  // The bench goes on by itself to what comes next.
  await expect(page).not.toHaveURL(/\/power$/u);
  await goTo(page, "Supply and call");
  await expect(page.getByText("Live step: powered")).toBeVisible();
  await page.getByText(/^Record of this check/u).press("Enter");
  await expect(page.getByRole("cell", { name: "left out: plug behind the coil", exact: true })).toBeVisible();
  // Taken back by the key that takes anything back, it is asked for again.
  await page.locator("body").press("u");
  await expect(asked.first()).toBeVisible();
  // The whole check can be left out as before.
  await page.locator("body").press("s");
  await page.getByRole("radio", { name: "The whole check" }).press("Enter");
  await page.getByLabel("Why this check is skipped").fill("no supply here");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("navigation", { name: "Plan" }).getByText("no supply here")).toBeVisible();
});
