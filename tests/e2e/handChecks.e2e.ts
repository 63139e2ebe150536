import type { Page } from "@playwright/test";
import {
  atTheBench,
  expect,
  goTo,
  noSeriousProblem,
  openJob,
  test,
  sayDone,
  pick,
  reloadKept,
} from "./bench.ts";

test.setTimeout(180_000);

/** Types into the focused entry and enters it; the next label then has the focus. */
async function enter(page: Page, label: string, typed: string) {
  await expect(page.getByLabel(label, { exact: true })).toBeFocused();
  await page.keyboard.type(typed);
  await page.keyboard.press("Enter");
}

test("the spin test: the gate first, then speed and three volts, a constant with its uncertainty, and a sister", async ({
  page,
  bench,
}) => {
  await openJob(page, bench, /Survey copter 2, arm 5/u);
  await goTo(page, "Spin test");
  await expect(page.getByLabel("Volts A–B", { exact: true })).toHaveCount(0);
  await enter(page, "Planned drill speed", "0");
  await expect(page.getByRole("alert")).toContainText("nothing spins");
  await page.getByLabel("Planned drill speed").fill("20000");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("rated for 14000 rpm");
  await page.getByLabel("Planned drill speed").fill("2000");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Below 30 V RMS: bare leads may be read.")).toBeVisible();
  // The gate opened: what is typed next is no second planned speed.
  await expect(page.getByLabel("Frequency before")).toBeFocused();
  await enter(page, "Frequency before", "0");
  await expect(page.getByRole("alert")).toContainText("nothing can be divided by it");
  await page.getByLabel("Frequency before").fill("235.1");
  await page.keyboard.press("Enter");
  await enter(page, "Volts A–B", "1.583");
  await enter(page, "Volts B–C", "1.580");
  await enter(page, "Volts C–A", "1.578");
  await enter(page, "Frequency after", "234.2");
  await expect(page.getByText(/Three equal voltages when spun/u).first()).toBeVisible();
  await expect(page.getByText(/^9\d\d ± \d+ rpm\/V$|^89\d ± \d+ rpm\/V$/u)).toBeVisible();
  await expect(page.getByText(/one constant, seen from both sides/u)).toBeVisible();
  await noSeriousProblem(page);
  await page.getByRole("button", { name: "Spin a known-good sister" }).press("Enter");
  await expect(page.getByLabel("Sister, Frequency before")).toBeFocused();
  await enter(page, "Sister, Frequency before", "234.0");
  await enter(page, "Sister, Volts A–B", "1.577");
  await enter(page, "Sister, Volts B–C", "1.576");
  await enter(page, "Sister, Volts C–A", "1.578");
  await enter(page, "Sister, Frequency after", "233.8");
  await expect(page.getByText(/against a known-good sister on this drill/u).first()).toBeVisible();
  await reloadKept(page);
  await expect(page.getByRole("link", { name: /Spin test .*rpm\/V/u })).toBeVisible();
});

test("above 30 V no bare leads: the safe speed is named, and insulated connections are a recorded choice", async ({
  page,
  bench,
}) => {
  await openJob(page, bench, /Cargo trike 6, rear hub/u);
  await goTo(page, "Spin test");
  await page.getByLabel("Planned drill speed").fill("380");
  await page.keyboard.press("Enter");
  // KV 9 at 380 rpm: 380/(√2·9) = 29.9 V, just below.
  await expect(page.getByText("Below 30 V RMS: bare leads may be read.")).toBeVisible();
  await openJob(page, bench, /Chair, left drive/u);
  await goTo(page, "Spin test");
  await enter(page, "Planned drill speed", "1300");
  await expect(page.getByText(/Above 30 V RMS: no bare leads\. Stay below 3\d\d rpm/u)).toBeVisible();
  await expect(page.getByLabel("Frequency before", { exact: true })).toHaveCount(0);
  await noSeriousProblem(page);
  await page.getByRole("button", { name: /Connections are insulated/u }).click();
  await expect(page.getByText(/Insulated connections, high-voltage rules: recorded/u)).toBeVisible();
  await expect(page.getByLabel("Frequency before")).toBeVisible();
});

test("Hall lamps by keyboard: one key a change, a skipped state refused, a dead signal named, wire or sensor told apart", async ({
  page,
  bench,
}) => {
  await openJob(page, bench, /Cargo trike 8, rear hub/u);
  await goTo(page, "Sensors");
  await expect(page.getByText(/Still to be seen: 011, 001/u)).toBeVisible();
  await page.getByRole("heading", { name: "Sensors" }).click();
  // 010 → 011 → 001 → 101 → 100
  for (const lamp of ["c", "b", "a", "c"]) await page.keyboard.press(lamp);
  await expect(page.getByText("All six states in order, 120°.").first()).toBeVisible();
  await page.keyboard.press("Backspace");
  await page.keyboard.press("c");
  await page.getByLabel("Whole state").fill("011");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("a state was skipped");
  await noSeriousProblem(page);
  await reloadKept(page);
  await expect(page.getByText("All six states in order, 120°.").first()).toBeVisible();

  await openJob(page, bench, /Cargo trike 7, front hub/u);
  await goTo(page, "Sensors");
  await expect(page.getByText("Signal C stuck low.").first()).toBeVisible();
  await page.getByRole("radio", { name: "Wire or sensor" }).click();
  await page
    .getByRole("radiogroup", { name: "Signal C" })
    .or(page.getByRole("group", { name: "Signal C" }))
    .getByText("Broken")
    .click();
  await page.getByRole("radio", { name: "Dead there too" }).click();
  const verdict = page.getByRole("complementary", { name: "Standing verdict" });
  await expect(verdict.getByText("Sensor wire broken or shorted").first()).toBeVisible();
  await expect(verdict.getByText("Hall sensor dead").first()).toBeVisible();
  await expect(page.getByText("Sensor wire C broken.").first()).toBeVisible();
  await noSeriousProblem(page);
});

test("insulation waits until the electronics are unplugged, and is judged at 40 °C", async ({
  page,
  bench,
}) => {
  await openJob(page, bench, /Cargo trike 8, rear hub/u);
  await goTo(page, "Insulation");
  await expect(page.getByText("Unplug the sensors and electronics first.")).toBeVisible();
  await page.getByRole("radio", { name: "Unplugged" }).click();
  await enter(page, "Test voltage", "1200");
  await expect(page.getByRole("alert")).toContainText("50 to 1000 V");
  await expect(page.getByText("Set the tester to 250 V")).toBeVisible();
  await page.getByLabel("Test voltage", { exact: true }).fill("500");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("this winding takes 250 V at most");
  await page.getByLabel("Test voltage", { exact: true }).fill("250");
  await page.keyboard.press("Enter");
  await enter(page, "Winding temperature", "20");
  await enter(page, "Insulation after one minute", "12M");
  await expect(page.getByText(/Insulation 12 MΩ, 3 MΩ at 40 °C/u).first()).toBeVisible();
  await noSeriousProblem(page);
});

test("run and swap, the controller's six readings, and the set-up's own health are recorded and weighed", async ({
  page,
  bench,
}) => {
  await openJob(page, bench, /Cargo trike 8, rear hub/u);
  await goTo(page, "Three pairs");
  await expect(page.getByText(/Dead and safe/u)).toBeVisible();
  await goTo(page, "Run and swap");
  await expect(page.getByText("Live step: powered")).toBeVisible();
  await page.getByRole("radio", { name: "Runs well" }).click();
  await page.getByRole("radio", { name: "It fails too" }).click();
  await page.getByRole("radio", { name: "Controller, six readings" }).click();
  for (const [label, typed] of [
    ["Phase A to plus rail", "0.51"],
    ["Phase A to minus rail", "0.52"],
    ["Phase B to plus rail", "0.50"],
    ["Phase B to minus rail", "0.01"],
    ["Phase C to plus rail", "0.52"],
    ["Phase C to minus rail", "0.51"],
  ] as const)
    await enter(page, label, typed);
  await expect(page.getByText("Controller shorted, B to minus.").first()).toBeVisible();
  await noSeriousProblem(page);
  await goTo(page, "Set-up health");
  await enter(page, "Known resistor", "10");
  await enter(page, "Meter on the known resistor", "10.02");
  // The motor ran since it was made safe: no meter is put on it before that is done again.
  await page.getByRole("link", { name: "By hand: make it safe first" }).click();
  await sayDone(page);
  await goTo(page, "Set-up health");
  await enter(page, "Pair A–B again", "128.1m");
  await expect(page.getByText(/A–B read again at the end: 128.1 mΩ after 128 mΩ/u).first()).toBeVisible();
  await noSeriousProblem(page);
});

test("a current is forced and millivolts are read where the meter at hand cannot decide", async ({
  page,
  bench,
}) => {
  await openJob(page, bench, /Survey copter 3, arm 1/u);
  await goTo(page, "Three pairs");
  await page.getByRole("button", { name: "Force a current" }).click();
  for (const [label, typed] of [
    ["Current through A–B", "2.00"],
    ["A–B volts", "96.1m"],
    ["Current through B–C", "2.00"],
    ["B–C volts", "96.3m"],
    ["Current through C–A", "2.00"],
    ["C–A volts", "95.9m"],
  ] as const)
    await enter(page, label, typed);
  await expect(page.getByText(/^48\.\d+ ± \d\.\d+ mΩ$/u).first()).toBeVisible();
  await noSeriousProblem(page);
});

test("across the bench: F opens, Enter enters, Space counts, Escape leaves, and the reading is in the job", async ({
  page,
  bench,
}) => {
  await openJob(page, bench, /Survey copter 3, arm 1/u);
  await goTo(page, "Leads to frame");
  await expect(page.getByLabel("Lead A to frame")).toBeFocused();
  await page.keyboard.press("f");
  const stage = page.getByRole("dialog", { name: "Across the bench" });
  await expect(stage.getByRole("heading", { name: "Lead A to frame" })).toBeVisible();
  await expect(stage.getByLabel("Lead A to frame")).toBeFocused();
  await page.keyboard.type("2.2M");
  await page.keyboard.press("Space");
  await expect(stage.getByRole("heading", { name: "Lead B to frame" })).toBeVisible();
  await page.keyboard.press("ArrowUp");
  await expect(stage.getByRole("heading", { name: "Lead A to frame" })).toBeVisible();
  await noSeriousProblem(page);
  await page.keyboard.press("Escape");
  await expect(stage).toHaveCount(0);
  await expect(page.getByText(/^2\.2 MΩ stands\./u)).toBeVisible();
});

test("the spin's count is spoken large: spin, hold, read", async ({ page, bench }) => {
  await openJob(page, bench, /Cargo trike 5, front hub/u);
  await goTo(page, "Spin test");
  await enter(page, "Planned drill speed", "300");
  await page.getByRole("button", { name: "Across the bench" }).click();
  const stage = page.getByRole("dialog", { name: "Across the bench" });
  await expect(stage.getByRole("heading", { name: "Frequency before" })).toBeVisible();
  await page.keyboard.press("Space");
  await expect(stage.getByText("Spin", { exact: true })).toBeVisible();
  await expect(stage.getByText("Hold", { exact: true })).toBeVisible({ timeout: 8000 });
  await expect(stage.getByText("Read", { exact: true })).toBeVisible({ timeout: 8000 });
});

test("drag of bridged pairs and coast-down are kept and judged; what is no time is refused at its field", async ({
  page,
  bench,
}) => {
  await openJob(page, bench, /Cargo trike 8, rear hub/u);
  await goTo(page, "Look and turn");
  await page.getByRole("radio", { name: "One differs" }).click();
  await page.getByLabel("Coast-down, seconds").fill("soon");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("is not a number");
  await page.getByLabel("Coast-down, seconds").fill("3.1");
  await page.keyboard.press("Enter");
  await page.getByLabel("Its sister, same speed").fill("8");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/Coasts down in 3.1 s, its sister in 8 s/u).first()).toBeVisible();
  await noSeriousProblem(page);
  await page.getByLabel("Add photos").setInputFiles("docs/screenshots/bench.png");
  await expect(page.getByRole("img", { name: "Photo 1, bench.png" })).toBeVisible();
  await page.getByLabel("Add photos").setInputFiles("README.md");
  await expect(page.getByRole("alert").filter({ hasText: "is no picture" })).toBeVisible();
  await reloadKept(page);
  await expect(page.getByRole("img", { name: "Photo 1, bench.png" })).toBeVisible();
  await page.getByRole("button", { name: "Take photo 1 off" }).click();
  await expect(page.getByRole("img", { name: "Photo 1, bench.png" })).toHaveCount(0);
});

test("a unit shows its visits and trend, sisters show who stands out, and axe finds nothing serious", async ({
  page,
  bench,
}) => {
  await atTheBench(page, bench);
  await page.getByRole("link", { name: "Motors" }).click();
  await page.getByLabel("Search serial, machine, owner").fill("TF-0022");
  await page.getByRole("link", { name: /Cargo trike 2, rear hub/u }).click();
  await expect(page.getByRole("heading", { name: "Cargo trike 2, rear hub" })).toBeVisible();
  await expect(page.getByRole("row")).toHaveCount(5);
  await expect(page.getByRole("img", { name: /Mean pair at 20 °C, 4 visits/u })).toBeVisible();
  await noSeriousProblem(page);
  await page.getByRole("link", { name: "All motors" }).click();
  await pick(page, "Model", "Survey copter arm motor");
  await expect(page.getByRole("heading", { name: "Sisters side by side" })).toBeVisible();
  await expect(page.getByText("Survey copter 4, arm 3 and Survey copter 5, arm 6 stand out.")).toBeVisible();
  await expect(
    page.getByRole("row", { name: /Survey copter 5, arm 6 .* stands out, \+11 %/u }),
  ).toBeVisible();
  await expect(page.getByText(/Learned from 5 sound motors/u)).toBeVisible();
  await noSeriousProblem(page);
  await page.getByRole("button", { name: "Change this model" }).click();
  await page.getByLabel("Pole pairs").fill("27 poles");
  await page.getByRole("button", { name: "Keep the model" }).click();
  await expect(page.getByRole("alert")).toContainText("odd");
  await noSeriousProblem(page);
});

test("a changed limit wants its reason, judges an open job anew, and is taken back", async ({
  page,
  bench,
}) => {
  await atTheBench(page, bench);
  await page.getByRole("link", { name: "Shop" }).click();
  await page.getByRole("button", { name: /6000-count true-RMS meter/u }).click();
  await expect(page.getByLabel("Alternating voltage, range 1, % of reading")).toHaveValue("1");
  await page.getByLabel("Alternating voltage, range 1, one count").fill("0");
  await page.getByRole("button", { name: "Keep it" }).click();
  await expect(page.getByRole("alert")).toContainText("Give a value above zero.");
  await expect(page.getByLabel("Alternating voltage, range 1, one count")).toHaveAttribute(
    "aria-invalid",
    "true",
  );
  await noSeriousProblem(page);
  await page.getByRole("link", { name: "Units and limits" }).click();
  const limit = page.getByLabel("Hub motor, balance, limit in percent");
  await limit.fill("0.05");
  await page.getByRole("button", { name: "Keep these" }).click();
  await expect(page.getByRole("alert").first()).toContainText("Say why");
  await page.getByLabel("Hub motor, balance, why").fill("to see it judged anew");
  await page.getByRole("button", { name: "Keep these" }).click();
  await expect(page.getByRole("status").filter({ hasText: "Kept" })).toBeVisible();
  await noSeriousProblem(page);
  await openJob(page, bench, /Cargo trike 8, rear hub/u);
  await goTo(page, "Three pairs");
  await expect(page.getByText(/at ±0.05 % of the mean/u)).toBeVisible();
  await page.goto(`${bench.url}/shop/limits`);
  await page.getByLabel("Hub motor, balance, limit in percent").fill("");
  await page.getByRole("button", { name: "Keep these" }).click();
  await expect(page.getByRole("status").filter({ hasText: "Kept" })).toBeVisible();
});
