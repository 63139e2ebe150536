import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { choose, expect, onDisk, goTo, noSeriousProblem, test, toTips, sayDone, pick } from "./bench.ts";

test.setTimeout(480_000);

/** Acknowledges caution after caution; each Enter moves the focus to the next. */
async function makeSafe(page: Page) {
  const done = page.getByText(/^done \d\d:\d\d/u);
  for (let i = 0; i < 4; i += 1) {
    await expect(done).toHaveCount(i);
    await expect(page.getByRole("button", { name: "Done" }).first()).toBeFocused();
    await page.keyboard.press("Enter");
  }
  await expect(page.getByText(/Dead and safe/u)).toBeVisible();
}

async function typePairs(page: Page, tips: string, pairs: readonly string[]) {
  await toTips(page);
  await page.keyboard.type(tips);
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Winding temperature")).toBeFocused();
  await page.keyboard.type("21");
  await page.keyboard.press("Enter");
  for (const [i, pair] of pairs.entries()) {
    await expect(page.getByLabel(`Pair ${["A–B", "B–C", "C–A"][i]!}`)).toBeFocused();
    await page.keyboard.type(pair);
    await page.keyboard.press("Enter");
  }
}

test("a motor goes the whole way by keyboard: in, safe, looked at, measured, decided, mended, proved, closed, reported", async ({
  page,
  bench,
}) => {
  await page.clock.install();
  await page.goto(bench.url);
  await expect(page.getByRole("heading", { name: /^Do now/u })).toBeVisible();

  // Take in: a missing name is said at its field.
  await page.keyboard.press("n");
  await expect(page.getByLabel("Serial or label")).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByText("Name the machine and where the motor sits in it.")).toBeVisible();
  await expect(page.getByText("Say which kind of motor it is", { exact: false })).toBeVisible();
  await expect(page.getByText("Say what is wrong with it", { exact: false })).toBeVisible();
  await page.getByLabel("Machine and place").fill("Lock gate winch");
  await choose(page, "Complaint", "does not run");
  await choose(page, "Family", "Hub motor");
  await page.getByLabel("In the customer's words").fill("hums and does not lift");
  // Its plate is the second page; a problem that stands there brings it back.
  await page.getByLabel("How to reach them").press("Tab");
  await page.keyboard.press("p");
  await pick(page, "Connection", "star (wye)");
  await page.getByLabel("Expected pair resistance").fill("0,3 V");
  await page.getByLabel("Pole pairs").fill("2.5");
  await page.getByRole("button", { name: "1 What is it" }).click();
  await page.getByRole("button", { name: /^Take it in E/u }).press("Enter");
  await expect(page.getByText("Pole pairs come whole; 2.5 is not.")).toBeVisible();
  await expect(page.getByText(/does not fit a resistance/u)).toBeVisible();
  await page.getByLabel("Pole pairs").fill("10");
  await page.getByLabel("Expected pair resistance").fill("160m");
  await noSeriousProblem(page);
  await page.keyboard.press("Enter");

  // Nobody has said yet who works here.
  await expect(page.getByRole("button", { name: "MO, Maud Oakhanger" })).toBeFocused();
  await noSeriousProblem(page);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Lock gate winch" })).toBeVisible();

  // No meter before the cautions.
  await page.getByRole("link", { name: /Three pairs/u }).click();
  await expect(page.getByRole("heading", { name: "Make it safe first" })).toBeVisible();
  await page.keyboard.press("n");
  await noSeriousProblem(page);
  await makeSafe(page);

  // Look and turn.
  await page.keyboard.press("n");
  await expect(page.getByRole("heading", { name: "Look and turn" })).toBeVisible();
  await page.getByRole("radio", { name: "Even steps" }).focus();
  await page.keyboard.press("Enter");
  await page.getByLabel("Play, push and pull").getByRole("radio", { name: "None" }).press("Enter");
  await page.getByRole("radio", { name: "Opened up" }).press("Enter");
  await page.getByRole("button", { name: "Nothing of these" }).press("Enter");
  await page.getByLabel("Note", { exact: true }).fill("joint looks brittle");
  await page.getByLabel("Note", { exact: true }).press("Enter");
  await expect(onDisk(page)).toBeVisible();
  await expect(page.getByRole("link", { name: /agrees Look and turn even/u })).toBeVisible();
  await noSeriousProblem(page);

  // The server is restarted in the middle; nothing typed before is lost.
  await bench.end("SIGTERM");
  await bench.comeBack();
  await page.reload();
  await expect(page.getByLabel("Note", { exact: true })).toHaveValue("joint looks brittle");

  // Frame: three keys.
  await page.getByRole("link", { name: /Leads to frame/u }).click();
  for (const lead of ["A", "B", "C"]) {
    await expect(page.getByLabel(`Lead ${lead} to frame`)).toBeFocused();
    await page.keyboard.press("o");
  }
  await expect(page.getByRole("link", { name: /agrees Leads to frame open/u })).toBeVisible();
  await expect(onDisk(page)).toBeVisible();
  await noSeriousProblem(page);

  // Three pairs, all open, killed in the middle.
  await page.getByRole("link", { name: /Three pairs/u }).click();
  await pick(page, "read with", "Milliohm meter, four-wire");
  await typePairs(page, "0.1m", ["OL", "OL"]);
  await expect(onDisk(page)).toBeVisible();
  await bench.end("SIGKILL");
  await bench.comeBack();
  await page.reload();
  await expect(page.getByRole("button", { name: "Correct OL" })).toHaveCount(2);
  await expect(page.getByLabel("Pair C–A")).toBeFocused();
  await page.keyboard.press("o");
  const verdict = page.getByRole("complementary", { name: "Standing verdict" });
  await expect(verdict.getByRole("heading")).toHaveText("Star joint open");
  await noSeriousProblem(page);

  // Decide: a reason is asked for.
  await page.keyboard.press("n");
  await expect(page.getByRole("radio", { name: /^Resolder the star joint >?\d/u })).toBeChecked();
  await page.getByRole("button", { name: "Decide: resolder" }).press("Enter");
  await expect(page.getByRole("alert")).toContainText("Say why");
  await page.getByRole("button", { name: "Take the findings as the reason" }).press("Enter");
  await noSeriousProblem(page);
  await page.getByRole("button", { name: "Decide: resolder" }).press("Enter");

  // Repair: the plan step by step, a part that is to come, then what was done.
  const plan = page.getByRole("region", { name: "Resolder the star joint" });
  await plan.getByRole("checkbox", { name: /^Open the rear screws/u }).press("Space");
  await expect(plan.getByText("1 of 7 steps done")).toBeVisible();
  await plan.getByLabel(/^Photo of: Lay bushing/u).setInputFiles("docs/screenshots/bench.png");
  await expect(plan.getByRole("img", { name: /^Photo 1 of: Lay bushing/u })).toBeVisible();
  await expect(plan.getByText("2 of 7 steps done")).toBeVisible();
  await page.getByText("A part is to come, or was taken").press("Enter");
  const part = page.getByRole("form", { name: "Add a part" });
  await part.getByRole("button", { name: "Ordered" }).press("Enter");
  await expect(part.getByRole("alert")).toContainText("Name the part by its rating");
  await part.getByLabel("Part, by its rating").fill("Sleeve, 6 mm, glass");
  await part.getByLabel("Expected on").fill("2026-03-09");
  await part.getByRole("button", { name: "Ordered" }).press("Enter");
  await expect(page.getByText("Still awaited: Sleeve, 6 mm, glass.")).toBeVisible();
  await expect(page.getByText(/^overdue by \d+ days$/u)).toBeVisible();
  await noSeriousProblem(page);
  await page.getByRole("button", { name: "Sleeve, 6 mm, glass is here" }).press("Enter");
  await expect(page.getByText("Still awaited")).toHaveCount(0);
  await page.getByLabel("What was done", { exact: true }).fill("Joint cleaned, tinned and soldered through.");
  await page.getByLabel("Minutes", { exact: true }).fill("soon");
  await page.getByRole("button", { name: "Record the repair" }).press("Enter");
  await expect(page.getByRole("alert")).toContainText("Give the minutes as a number");
  await noSeriousProblem(page);
  await page.getByLabel("Minutes", { exact: true }).fill("40");
  await page.getByLabel("Minutes", { exact: true }).press("Enter");
  await expect(page.getByText("Not proved yet: read again what departed.")).toBeVisible();

  // Prove: safe again, then the pairs that were open.
  await page.keyboard.press("n");
  await makeSafe(page);
  await page.keyboard.press("n");
  await pick(page, "read with", "Milliohm meter, four-wire");
  await typePairs(page, "0.1m", ["160.2m", "160.6m", "160.1m"]);
  await expect(verdict.getByRole("heading")).toHaveText("Sound after repair");
  await goTo(page, "Read again");
  await expect(page.getByText("Proved: everything that departed was read again and agrees.")).toBeVisible();
  await expect(page.getByRole("row", { name: /A–B OL 160.1 mΩ closed again/u })).toBeVisible();
  await noSeriousProblem(page);

  // It runs as long as its use asks, and is released: not before.
  await goTo(page, "Release");
  await expect(page.getByText(/^It ran evenly for 0 of 30 minutes/u)).toBeVisible();
  await expect(page.getByRole("radio", { name: "Released for use" })).toHaveCount(0);
  await page.keyboard.press("n");
  await expect(page.getByText(/^It is to run evenly for \d+ minutes\./u)).toBeVisible();
  // N starts the clock, once it is said what is on the shaft.
  await page.keyboard.press("n");
  await expect(page.getByRole("alert")).toContainText("Say what is on the shaft.");
  await page.getByRole("radio", { name: "A light load" }).press("Enter");
  await page.keyboard.press("n");
  await expect(page.getByRole("timer")).toBeVisible();
  await page.clock.fastForward("30:01");
  await expect(page.getByText("Its 30 minutes are over. Stop it.")).toBeVisible();
  await page.keyboard.press("n");
  const run = page.getByRole("form", { name: "A run" });
  await expect(run.getByLabel("Minutes")).toHaveValue("30");
  await run.getByRole("radio", { name: "Even" }).press("Enter");
  await run.getByLabel("Minutes").fill("a while");
  await run.getByRole("button", { name: "Write it down" }).press("Enter");
  await expect(run.getByRole("alert")).toContainText("Give the minutes it ran");
  await run.getByLabel("Minutes").fill("60");
  await run.getByLabel("Winding at the end").fill("93.2F");
  await run.getByRole("button", { name: "Write it down" }).press("Enter");
  await expect(page.getByText(/^It ran evenly for 60 minutes/u)).toBeVisible();
  // °F stands beside it where another test asked for it.
  const runs = page.getByRole("list", { name: "Runs after this repair" });
  await expect(runs).toContainText(/34 °C(?: \(93 °F\))? at the end/u);
  await page.keyboard.press("n");
  await expect(page.getByRole("radio", { name: "Released for use" })).toBeChecked();
  await noSeriousProblem(page);
  await page.getByRole("button", { name: "Sign it" }).press("Enter");
  await expect(page.getByText("Released for use.")).toBeVisible();

  // Close, and what is closed takes no more readings.
  await page.keyboard.press("n");
  await expect(page.getByRole("heading", { name: "Close the job" })).toBeVisible();
  // N only brings the closing under the hand; Enter closes.
  await page.keyboard.press("n");
  await expect(page.getByRole("button", { name: "Close the job" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Closed" })).toBeVisible();
  await goTo(page, "Three pairs");
  await expect(page.getByLabel("Pair C–A")).toBeDisabled();

  // Report, on screen and as PDF.
  await goTo(page, "Report");
  await expect(page.getByRole("heading", { name: "Repaired and proved" })).toBeVisible();
  await expect(page.getByText(/Star joint open: 9\d % likely before anything was done\./u)).toBeVisible();
  await expect(page.getByText("Released for use.")).toBeVisible();
  await expect(page.getByText("“hums and does not lift”")).toBeVisible();
  await noSeriousProblem(page);
  const [pdf] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Save as PDF" }).click(),
  ]);
  expect(
    readFileSync(await pdf.path())
      .subarray(0, 5)
      .toString(),
  ).toBe("%PDF-");

  // As a file to another bench: refused here, where its readings are already.
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Save the job as a file" }).click(),
  ]);
  const bundle = await file.path();
  await page.getByRole("link", { name: "Green Fable" }).click();
  await page.getByLabel("Job file").setInputFiles(bundle);
  await expect(page.getByRole("alert")).toContainText("on this bench already");
  await page.getByLabel("Job file").setInputFiles({
    name: "newer.json",
    mimeType: "application/json",
    buffer: Buffer.from(JSON.stringify({ format: "green-fable-job", version: 99 })),
  });
  await expect(page.getByRole("alert")).toContainText(/version/iu);

  // A closed job opens again only with a reason; what was made safe before it was closed is not safe any more.
  await page.getByRole("main").getByRole("button", { name: "Show", exact: true }).click();
  await page.getByRole("link", { name: /Lock gate winch/u }).click();
  await goTo(page, "Close");
  await page.getByRole("button", { name: "Open it again" }).press("Enter");
  await expect(page.getByRole("alert")).toContainText("Say why it is opened again.");
  await page.getByLabel("Why it is opened again").fill("came back humming");
  await page.getByLabel("Why it is opened again").press("Enter");
  await expect(page.getByRole("heading", { name: "Close the job" })).toBeVisible();
  await goTo(page, "Three pairs");
  await expect(page.getByRole("heading", { name: "Make it safe first" })).toBeVisible();
  await goTo(page, "Made safe");
  const again = page.getByRole("button", { name: "Done", exact: true });
  await expect(again.first()).toBeVisible();
  for (let left = await again.count(); left > 0; left -= 1) {
    await again.first().press("Enter");
    await expect(again).toHaveCount(left - 1);
  }
  await goTo(page, "Three pairs");
  await expect(page.getByLabel("Pair C–A")).toBeEnabled();
});

test("somebody new says who they are, and their readings carry it", async ({ page, bench }) => {
  await page.goto(bench.url);
  await page
    .getByRole("main")
    .getByRole("link", { name: /Chair, left drive/u })
    .click();
  await page.getByLabel("Initials").fill("toolong");
  await page.getByLabel("Name").fill("Quill Farthing");
  await page.getByRole("button", { name: "Add" }).click();
  await expect(page.getByRole("alert")).toContainText("one to four initials");
  await page.getByLabel("Initials").fill("MO");
  await page.getByRole("button", { name: "Add" }).click();
  await expect(page.getByRole("alert")).toContainText("MO is Maud Oakhanger already");
  await page.getByLabel("Initials").fill("qf");
  await page.getByRole("button", { name: "Add" }).click();
  await expect(page.getByRole("button", { name: "At the bench: QF. Change person" })).toBeVisible();
  // Whoever takes it over makes it safe: no hand is put on it before.
  await goTo(page, "Look and turn");
  await expect(page.getByRole("heading", { name: "Make it safe first" })).toBeVisible();
  await page.getByRole("link", { name: "To the cautions" }).click();
  await sayDone(page);
  await goTo(page, "Look and turn");
  await page.getByRole("radio", { name: "Smooth" }).press("Enter");
  await page.getByText(/Record of this check/u).press("Enter");
  await expect(page.getByRole("row", { name: /QF Turned by hand, it is Smooth/u })).toBeVisible();
  await page.getByRole("button", { name: /Change person/u }).press("Enter");
  await page.getByRole("menuitemradio", { name: /Pell Rushbrook/u }).press("Enter");
  await expect(page.getByRole("button", { name: "At the bench: PR. Change person" })).toBeVisible();
});
