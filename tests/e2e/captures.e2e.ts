import { chanceFrom } from "#bench/chance";
import { DRIVEN, PLAIN_RUN, runLog } from "#bench/runLogger";
import { logFile, waveformFile } from "../recorded.ts";
import { drop, madeSafeAgain, repaired } from "./recording.ts";
import { atTheBench, Bench, expect, goTo, noSeriousProblem, openJob, pick, takeIn, test } from "./bench.ts";

test.setTimeout(240_000);

const DESK = { width: 1280, height: 800 };
const TABLET = { width: 820, height: 1180 };
const PHONE = { width: 390, height: 844 };

test("a waveform is dropped, put right by two keys and a field, kept, believed, and proves the repair", async ({
  page,
}) => {
  await page.setViewportSize(DESK);
  await using bench = await Bench.open();
  await takeIn(page, bench, "Cargo trike 14, rear hub", "TF-0140");
  await goTo(page, "Waveform");
  await expect(page.getByText(/never the earthed clip of a probe on a phase/u)).toBeVisible();
  await drop(page, "arm.csv", waveformFile({ lower: { 2: 0.15 } }));
  await expect(page.getByText("7 cycles", { exact: false }).first()).toBeVisible();
  // Nobody said how many poles it has: no speed, no constant, no magnets.
  await expect(page.getByRole("heading", { name: "Magnet ring" })).toHaveCount(0);

  await page.keyboard.press("e");
  await expect(page.getByText("AB is in volts: no unit stands above it.")).toBeVisible();
  await page.getByLabel("Pole pairs").fill("0");
  await expect(page.getByText("Pole pairs are a whole number from 1 to 200.")).toBeVisible();
  await page.getByLabel("Pole pairs").fill("7");
  await expect(page.getByRole("heading", { name: "Magnet ring" })).toBeVisible();
  await page.getByLabel("Slots of the stator").fill("12");
  await expect(page.getByText(/Through 12 slots one magnet 30 % weak shows as/u)).toBeVisible();
  const figures = page.getByRole("region", { name: "Figures" });
  await expect(figures.getByText(/^10\d\d ± 3\d rpm\/V$/u)).toBeVisible();
  await expect(page.getByText(/One pole pair of every turn is low/u)).toBeVisible();
  await noSeriousProblem(page);

  // By keys: the next magnet, one cycle on, closer, all of it; and kept.
  await page.getByRole("heading", { name: "Waveform" }).click();
  const ring = page.getByRole("img", { name: /^14 magnets\. Low:/u });
  await expect(ring).toBeVisible();
  for (const key of ["m", "ArrowRight", "+", "-", "0"]) await page.keyboard.press(key);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "Kept: arm.csv" })).toBeVisible();
  await expect(
    page.getByText(/Magnets at one place of every turn −1[45] % against the others/u).first(),
  ).toBeVisible();
  const plan = page.getByRole("navigation", { name: "Plan" });
  await expect(plan.getByRole("link", { name: /Waveform/u })).toContainText(/magnets −1[45] %/u);
  // The file itself comes back, packed.
  const file = await page.getByRole("link", { name: "The file, packed" }).getAttribute("href");
  expect((await page.request.get(`${bench.url}${file}`)).headers()["content-type"]).toContain(
    "application/gzip",
  );

  // Taken back and written again: as everything in the journal.
  await page.keyboard.press("u");
  await expect(page.getByRole("region", { name: "Kept: arm.csv" })).toHaveCount(0);
  await drop(page, "arm.csv", waveformFile({ lower: { 2: 0.15 } }));
  await expect(page.getByRole("heading", { name: "Magnet ring" })).toBeVisible();
  await page.getByRole("button", { name: /^Keep with the job/u }).click();
  await expect(page.getByRole("region", { name: "Kept: arm.csv" })).toBeVisible();

  await repaired(page, bench);
  await goTo(page, "Waveform");
  await madeSafeAgain(page);
  await goTo(page, "Waveform");
  await drop(page, "after.csv", waveformFile());
  await page.keyboard.press("e");
  // What was said of the motor before is there still.
  await expect(page.getByLabel("Slots of the stator")).toHaveValue("12");
  await page.getByLabel("Pole pairs").fill("7");
  await expect(page.getByRole("img", { name: /^14 magnets\. All alike/u })).toBeVisible();
  await page.getByRole("button", { name: /^Keep with the job/u }).click();
  const kept = page.getByRole("region", { name: "Kept: after.csv" });
  await expect(kept.getByText("Magnets, before the repair")).toBeVisible();
  await expect(kept.getByText("One cycle; dotted, before the repair")).toBeVisible();
  await goTo(page, "Read again");
  await expect(page.getByText(/14 magnets alike within/u).first()).toBeVisible();
});

test("a log of the sensors is read by thumb: which stands off its place, and each figure", async ({
  browser,
}) => {
  await using bench = await Bench.open();
  const context = await browser.newContext({ viewport: PHONE, hasTouch: true, isMobile: true });
  await context.addInitScript(() => {
    localStorage["green-fable.walk-left"] = "before";
    localStorage["green-fable.who"] = "MO";
  });
  const page = await context.newPage();
  await page.goto(`${bench.url}/captures`);
  await drop(page, "hub.csv", logFile({ late: [0, 14, 0] }));
  await expect(page.getByText(/^Sensor B stands 1[34]\.\d° \(electrical\) late/u)).toBeVisible();
  await expect(page.getByRole("img", { name: /^Sensors in an electrical cycle/u })).toBeVisible();
  await noSeriousProblem(page);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(PHONE.width);
  // Taken to its job, and kept there.
  await page.getByLabel("Job").tap();
  await page.getByRole("option", { name: "Cargo trike 8, rear hub" }).tap();
  await page.getByRole("button", { name: "Take it there" }).tap();
  await madeSafeAgain(page);
  // It went along past the cautions.
  await page.getByRole("button", { name: /^Plan: step/u }).tap();
  await page.getByRole("link", { name: /Sensors/u }).tap();
  await page.getByRole("button", { name: /^Keep with the job/u }).tap();
  await expect(page.getByRole("region", { name: "Kept: hub.csv" })).toBeVisible();
  await expect(page.getByText(/Sensor B stands 1[34]\.\d° \(electrical\) late/u).first()).toBeVisible();

  // Repaired and logged again: the proof is the same log with the sensor in its place.
  await repaired(page, bench, "hallSensor");
  const toSensors = async () => {
    await page.getByRole("button", { name: /^Plan: step/u }).tap();
    await goTo(page, "Sensors");
  };
  await toSensors();
  await madeSafeAgain(page);
  await toSensors();
  await page.getByRole("radio", { name: "Logged" }).tap();
  await drop(page, "after.csv", logFile());
  await page.getByRole("button", { name: /^Keep with the job/u }).tap();
  await expect(page.getByText("Sensors, before the repair")).toBeVisible();
  await page.getByRole("button", { name: /^Plan: step/u }).tap();
  await goTo(page, "Read again");
  await expect(page.getByText(/Each sensor stands within 5° of its place/u).first()).toBeVisible();
  await context.close();
});

test("a log of a run shows the pack that gives way; one column is put right, and stays so", async ({
  page,
}) => {
  await using bench = await Bench.open();
  await openJob(page, bench, /Cargo trike 5, front hub/u);
  await goTo(page, "What feeds it");
  await page.setViewportSize(TABLET);
  const names = { ...PLAIN_RUN.names, motor: "channel 7" };
  const ride = runLog(
    { ...DRIVEN, pack: { volts: 53, ohms: 0.25, fade: 0.0002 } },
    { seconds: 120, rate: 10, room: 20 },
    { ...PLAIN_RUN, names },
    chanceFrom(4),
  );
  await drop(page, "ride.csv", ride, "Run log");
  const run = page.getByRole("region", { name: "A run, logged" });
  await expect(run.getByText(/The pack falls to \d+\.\d V at \d+ A/u)).toBeVisible();
  await run.getByRole("button", { name: /^What its columns hold/u }).click();
  await pick(page, "channel 7", "Motor current");
  await expect(run.getByText("Most motor current")).toBeVisible();
  await noSeriousProblem(page);
  await run.getByRole("button", { name: "Keep with the job" }).click();
  await expect(run.getByRole("region", { name: "Kept: ride.csv" })).toBeVisible();
  await expect(page.getByText(/In the logged run the battery falls to .* it sags/u).first()).toBeVisible();
  // The same layout again: nobody is asked.
  await drop(page, "ride2.csv", ride, "Run log");
  await expect(run.getByText("Most motor current")).toBeVisible();
  await run.getByRole("button", { name: /^What its columns hold/u }).click();
  await expect(page.getByLabel("channel 7", { exact: true })).toContainText("Motor current");
  await run.getByRole("button", { name: "Leave it" }).click();

  // Another pack, and the same ride: it holds.
  await page.setViewportSize(DESK);
  await repaired(page, bench, "battery");
  await goTo(page, "What feeds it");
  await madeSafeAgain(page);
  await goTo(page, "What feeds it");
  await page.setViewportSize(TABLET);
  const holds = runLog(DRIVEN, { seconds: 120, rate: 10, room: 20 }, { ...PLAIN_RUN, names }, chanceFrom(4));
  await drop(page, "after.csv", holds, "Run log");
  await run.getByRole("button", { name: "Keep with the job" }).click();
  await expect(run.getByText("beside ride.csv before the repair")).toBeVisible();
  await page.setViewportSize(DESK);
  await goTo(page, "Read again");
  await expect(page.getByText(/In the logged run the battery falls to/u).first()).toBeVisible();
});

test("what is no recording is refused by name, and another motor's is asked about once", async ({
  page,
  bench,
}) => {
  await page.setViewportSize(DESK);
  await atTheBench(page, bench);
  await page.goto(`${bench.url}/captures`);
  await drop(page, "letter.csv", new TextEncoder().encode("Dear workshop,\nplease call me.\n"));
  await expect(page.getByRole("alert")).toContainText("Nothing is read from this file.");
  await expect(page.getByRole("alert")).toContainText("No columns of numbers were found");
  await drop(page, "hum.csv", waveformFile({}, { seconds: 0.001 }));
  await expect(page.getByText(/holds less than one electrical cycle/u)).toBeVisible();

  await openJob(page, bench, /Survey copter 4, arm 3/u);
  await goTo(page, "Waveform");
  await drop(page, "other.csv", waveformFile({ constant: 90 }, { range: null }));
  await expect(page.getByText(/where the plate says 900 rpm\/V: another motor/u)).toBeVisible();
  await page.getByRole("button", { name: /^Keep with the job/u }).click();
  await expect(page.getByText("Say first that it is of this motor.")).toBeVisible();
  await page.keyboard.press("x");
  await expect(page.getByRole("button", { name: /^Keep with the job/u })).toHaveCount(0);
});
