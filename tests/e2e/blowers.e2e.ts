import type { Page } from "@playwright/test";
import {
  atTheBench,
  type Bench,
  choose,
  expect,
  goTo,
  noSeriousProblem,
  test,
  waitOut,
  pick,
  reloadKept,
} from "./bench.ts";

test.setTimeout(180_000);

/** Takes a blower in by keyboard and opens its live readings. */
async function blower(page: Page, bench: Bench, name: string, complaint: string, family: string, model = "") {
  await atTheBench(page, bench);
  await page.keyboard.press("n");
  await page.getByLabel("Machine and place").fill(name);
  await choose(page, "Complaint", complaint);
  if (model) {
    await page.getByRole("button", { name: /^Its plate first/u }).click();
    await pick(page, "Model", model);
    await page.getByLabel("Model", { exact: true }).press("Enter");
  } else {
    await choose(page, "Family", family);
    await page.getByLabel("Machine and place").press("Enter");
  }
  await expect(page.getByRole("heading", { level: 1, name })).toBeVisible();
  await goTo(page, "Supply and call");
  await page.getByRole("button", { name: "Qualified, and ready: open the readings" }).press("Enter");
}
/** Reads points of the way by keyboard: each is gone to, typed and saved. */
async function read(page: Page, points: readonly (readonly [string, string])[]) {
  for (const [point, volts] of points) {
    await page.getByRole("button", { name: new RegExp(`^${point}, `, "u") }).press("Enter");
    await page.keyboard.type(volts);
    await page.keyboard.press("Enter");
    await expect(
      page.getByRole("button", { name: new RegExp(`^${point}, .*: (${volts} V|none)`, "u") }),
    ).toBeVisible();
  }
}
const say = (page: Page, question: RegExp, answer: string) =>
  page.getByLabel(question).getByRole("radio", { name: answer, exact: true }).press("Enter");
const verdict = (page: Page) => page.getByRole("complementary", { name: "Standing verdict" });
const leads = (page: Page, fault: string) =>
  expect(verdict(page).getByRole("listitem").filter({ hasText: /%/u }).first()).toContainText(fault);

test("no run, 16 pins: mains and call at the motor and no answer, so its own electronics", async ({
  page,
  bench,
}) => {
  await blower(page, bench, "Fan bay 21", "does not run", "ECM blower, constant airflow, 16-pin harness");
  await read(page, [
    ["Mains", "231"],
    ["Motor plug", "26.5"],
  ]);
  await say(page, /^Direct test at the motor/u, "No answer");
  // What the next reading would leave, and how far it still is.
  await expect(verdict(page).getByText(/more readings place it/u)).toBeVisible();
  await leads(page, "Built-in electronics failed");
});

test("no run, sealed on three phases: one line lost is the supply, however well the others read", async ({
  page,
  bench,
}) => {
  await atTheBench(page, bench);
  await page.keyboard.press("n");
  await page.getByLabel("Machine and place").fill("Roof unit 2");
  await choose(page, "Complaint", "does not run");
  await choose(page, "Family", "Sealed EC motor, analogue command");
  await page.getByRole("button", { name: /^Its plate first/u }).click();
  await pick(page, "Lines of the supply", "three phases");
  await page.getByLabel("Rated supply").fill("400 V");
  await page.getByLabel("Rated supply").press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "Roof unit 2" })).toBeVisible();
  await goTo(page, "Supply and call");
  await page.getByRole("button", { name: "Qualified, and ready: open the readings" }).press("Enter");
  await read(page, [
    ["L1–L2", "401"],
    ["L2–L3", "230"],
    ["L3–L1", "399"],
  ]);
  await expect(page.getByText("L2–L3 230 V: out of its band").first()).toBeVisible();
  await leads(page, "Mains out of its band");
  await noSeriousProblem(page);
});

test("no run, mini-split with bare leads: nothing out of the board while it calls, so the board", async ({
  page,
  bench,
}) => {
  await blower(page, bench, "Seed store 4", "does not run", "Mini-split fan, three bare windings");
  await read(page, [
    ["Mains", "229"],
    ["Board output", "0"],
  ]);
  await say(page, /is a call shown/u, "A call is shown");
  await leads(page, "Control board gives nothing");
});

test("no run, mini-split with its own driver: fed, commanded and silent, and a good motor runs there", async ({
  page,
  bench,
}) => {
  await blower(page, bench, "Seed store 5", "does not run", "Mini-split fan with its own driver, five wires");
  await read(page, [
    ["Mains", "229"],
    ["Motor supply", "318"],
    ["Low supply", "15.1"],
    ["Command", "4.2"],
  ]);
  await say(page, /^A motor of the same kind/u, "The trouble goes");
  await leads(page, "Built-in electronics failed");
  await expect(verdict(page).getByText("Replace the motor", { exact: false }).first()).toBeVisible();
});

test("will not stop: no call at the motor and it runs, so the module; a call that stands is none of it", async ({
  page,
  bench,
}) => {
  await blower(page, bench, "Fan bay 22", "runs on, will not stop", "ECM blower, constant torque, taps");
  await say(page, /^Nothing called, all delays/u, "A call stands at the board's terminal");
  await leads(page, "Normal: a delay or a standing call");
  await say(page, /^Nothing called, all delays/u, "Runs with no call at the motor");
  await leads(page, "Built-in electronics do not switch off");
});

test("comes and goes, and shows on no day: nothing wrong found, and what to look at when it comes back", async ({
  page,
  bench,
}) => {
  await page.clock.install();
  await blower(
    page,
    bench,
    "Seed store 6",
    "cuts out under load",
    "Mini-split fan with its own driver, five wires",
  );
  // Nobody wrote its plate down: what stands there is there, neither right nor wrong.
  await page.getByRole("button", { name: /^Mains, / }).press("Enter");
  await expect(page.getByRole("link", { name: "Write it down" })).toBeVisible();
  await read(page, [
    ["Mains", "229"],
    ["Motor supply", "318"],
    ["Low supply", "15.1"],
    ["Command", "4.2"],
    ["Feedback", "8"],
  ]);
  await say(page, /^Called, everything plugged/u, "Turns as called, and steadily");
  await say(page, /^A motor of the same kind/u, "No trouble with either");
  // Told beside a good one, the same trial is not asked for without it.
  await expect(page.getByLabel(/^Run as it is used/u)).toHaveCount(0);
  await say(page, /^No trouble then/u, "No trouble with either");
  await page.getByRole("button", { name: "No code" }).press("Enter");
  // Power was on for all of that: hands keep off until it is made safe.
  await goTo(page, "Look and turn");
  await expect(page.getByRole("heading", { name: "Make it safe first" })).toBeVisible();
  await waitOut(page);
  await goTo(page, "Look and turn");
  await say(page, /^Turned by hand/u, "Even steps");
  await page.getByRole("button", { name: "Nothing of these" }).press("Enter");
  await goTo(page, "Airflow");
  await say(page, /^Filter, duct/u, "A free way");
  // Somebody who measures wrongly brings in a sound one too.
  await goTo(page, "Set-up health");
  await page.getByLabel("Known resistor", { exact: true }).fill("10");
  await page.keyboard.press("Enter");
  await page.keyboard.type("10.02");
  await page.keyboard.press("Enter");
  await expect(verdict(page).getByRole("heading", { name: "Nothing wrong found" })).toBeVisible();
  await goTo(page, "Decide");
  await expect(page.getByText(/If it comes back, look at: a limit that trips warm/u)).toBeVisible();
});

test("hunting: the air first, and static pressure above the plate says so", async ({ page, bench }) => {
  await blower(page, bench, "Fan bay 23", "hunting, up and down", "ECM blower, constant torque, taps");
  await goTo(page, "Airflow");
  await page.getByLabel("Static pressure across the blower").fill("0.9 in");
  await page.keyboard.press("Enter");
  await page.keyboard.type("0.5 in");
  await page.keyboard.press("Enter");
  await expect(
    page.getByText(/Static pressure 224.* Pa, the plate allows 124.* Pa: the duct throttles it/u).first(),
  ).toBeVisible();
  await leads(page, "Air restricted");
});

test("a pin put right for a model stands for its sisters; nonsense is refused at its field", async ({
  page,
  bench,
}) => {
  const MODEL = "Saltmarsh circulation fan, newer kind";
  await blower(page, bench, "Fan bay 24", "does not run", "", MODEL);
  await page.getByRole("button", { name: /^Motor plug, / }).press("Enter");
  await page.keyboard.press("e");
  const form = page.getByRole("form", { name: "This motor's diagram at Motor plug" });
  await form.getByLabel("Probe pin").fill("77");
  await form.getByLabel("Probe pin").press("Enter");
  await expect(form.getByRole("alert")).toContainText("“Harness plug, 16 pins” has no pin “77”");
  await form.getByLabel("Probe pin").fill("12");
  await form.getByLabel("Where it was read").fill("label on bay 24");
  await form.getByLabel("Where it was read").press("Enter");
  await expect(form).toHaveCount(0);
  await expect(page.getByRole("img", { name: /probes at 12 and 1$/u })).toBeVisible();
  await reloadKept(page);
  await page.getByRole("button", { name: /^Motor plug, / }).press("Enter");
  await expect(page.getByRole("img", { name: /probes at 12 and 1$/u })).toBeVisible();
  // Its sister, taken in after it, has it from the model; so has the code table.
  await blower(page, bench, "Fan bay 25", "error code", "", MODEL);
  await page.getByRole("button", { name: /^Motor plug, / }).press("Enter");
  await expect(page.getByRole("img", { name: /probes at 12 and 1$/u })).toBeVisible();
  await page.getByLabel("Code on the machine").fill("B4");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/^Code b4, limit open/u).first()).toBeVisible();
  await page.getByLabel("Code on the machine").fill("z1");
  await page.keyboard.press("Enter");
  await page.getByLabel("z1 by the machine's label").fill("fan locked");
  await pick(page, "It speaks of", "the fan motor does not answer");
  await page.getByRole("button", { name: "Keep the code" }).click();
  await expect(page.getByText(/^Code z1, fan locked/u).first()).toBeVisible();
  await noSeriousProblem(page);
});

test("the discharge is as long as its capacitors need, outlives reload and restart, and is cut short only with a reason", async ({
  page,
  bench,
}) => {
  await page.clock.install();
  await blower(page, bench, "Fan bay 26", "does not run", "ECM blower, constant torque, taps");
  await goTo(page, "Made safe");
  await page.getByRole("button", { name: "Capacitor and bleed resistor are known" }).press("Enter");
  for (const typed of ["1000µ", "470k", "340"]) {
    await page.getByRole("list", { name: "What holds the charge" }).getByRole("textbox").fill(typed);
    await page.keyboard.press("Enter");
  }
  await page.getByRole("button", { name: "Done", exact: true }).first().press("Enter");
  await page.getByRole("button", { name: "Start 20 minutes" }).press("Enter");
  await expect(page.getByRole("timer")).toHaveText(/^(20:00|19:5\d)$/u);
  await page.clock.fastForward("06:00");
  await reloadKept(page);
  await expect(page.getByRole("timer")).toHaveText(/^1[34]:\d\d$/u);
  await bench.end("SIGKILL");
  await bench.comeBack();
  await page.reload();
  await expect(page.getByRole("timer")).toHaveText(/^1[34]:\d\d$/u);
  await expect(page.getByText(/^Bleeding down, 1[34]:/u)).toBeVisible();

  await page.getByRole("button", { name: "Measured dead already" }).press("Enter");
  await page.getByRole("button", { name: "Cut the wait short" }).press("Enter");
  await expect(page.getByRole("alert")).toContainText("Say what was measured");
  await page.getByLabel("What was measured, and why it cannot wait").fill("2 V across the main capacitor");
  await page.keyboard.press("Enter");
  await expect(page.getByText("The wait was cut short.")).toBeVisible();
  await reloadKept(page);
  await expect(page.getByText("2 V across the main capacitor").first()).toBeVisible();
});

test("nothing is ordered before somebody says what killed it", async ({ page, bench }) => {
  await blower(page, bench, "Fan bay 27", "does not run", "ECM blower, constant torque, taps");
  await goTo(page, "Decide");
  await page.getByRole("radio", { name: /^Replace the module/u }).press(" ");
  await page.getByLabel("Reason").fill("No tap starts it.");
  await page.getByRole("button", { name: /^Decide/u }).press("Enter");
  await expect(page.getByRole("heading", { name: "Parts", exact: true })).toBeVisible();
  const part = page.getByLabel("Part, by its rating");
  await part.fill("Module, bay fan, programmed");
  await page.getByRole("button", { name: "Ordered" }).press("Enter");
  await expect(page.getByRole("alert").first()).toContainText("what killed it");
  await say(page, /^What killed it/u, "Restricted air");
  await say(page, /^The module to be fitted/u, "Programmed for this model by its maker");
  await page.getByRole("button", { name: "Ordered" }).press("Enter");
  await expect(page.getByRole("list", { name: "Parts of this repair" })).toContainText("Module, bay fan");
});
