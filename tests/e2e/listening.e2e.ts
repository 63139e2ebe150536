import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium, type Page } from "@playwright/test";
import { chanceFrom } from "#bench/chance";
import { asSound, scoped } from "#bench/scope";
import { Bench, expect, goTo, leaveTheWalk, noSeriousProblem, openJob, test } from "./bench.ts";
import { PACKAGES, testBrowser } from "../../scripts/browser.mjs";

test.setTimeout(240_000);

/** A motor on the line input: what the browser hears is this file, over and over. */
const heard = () =>
  asSound(
    scoped(
      {
        ...{ polePairs: 7, constant: 1000, phases: [1, 1, 1], harmonics: { 5: 0.06 } },
        ...{ lower: { 2: 0.2 }, swing: 0, order: "ABC" },
      },
      {
        ...{
          seconds: 12,
          rate: 48_000,
          speed: () => 2000,
          noise: 0.01,
          range: null,
          steps: 65_536,
          offset: 0,
        },
        probes: [
          { of: "AB", way: 1 },
          { of: "BC", way: 1 },
        ],
      },
      chanceFrom(3),
    ),
    48_000,
    4,
  );

async function withInput(use: (page: Page, bench: Bench) => Promise<void>): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), "line-in-"));
  const file = join(folder, "heard.wav");
  writeFileSync(file, heard());
  await using bench = await Bench.open();
  const browser = await chromium.launch({
    executablePath: testBrowser() ?? PACKAGES[0]!,
    args: [
      "--no-sandbox",
      "--use-fake-device-for-media-stream",
      "--use-fake-ui-for-media-stream",
      `--use-file-for-fake-audio-capture=${file}`,
    ],
  });
  try {
    const page = await (await browser.newContext({ locale: "en-GB" })).newPage();
    await page.addInitScript(leaveTheWalk);
    await use(page, bench);
  } finally {
    await browser.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

test("what comes in at the line is seen by its level, recorded and read: the magnets, and no constant", async () => {
  await withInput(async (page, bench) => {
    await page.goto(`${bench.url}/captures`);
    await page.getByText("Or record from the audio input").click();
    await expect(page.getByText(/10 kΩ and 470 Ω for up to 20 V/u)).toBeVisible();
    await page.getByRole("button", { name: "Record 5 seconds" }).click();
    const level = page.getByRole("meter", { name: "Level" });
    await expect.poll(async () => Number(await level.getAttribute("aria-valuenow"))).toBeGreaterThan(10);
    await expect(page.getByText("line-in.wav")).toBeVisible();
    await page.keyboard.press("e");
    await page.getByLabel("Pole pairs").fill("7");
    await expect(page.getByRole("heading", { name: "Magnet ring" })).toBeVisible();
    await expect(page.getByText(/One pole pair of every turn is low/u)).toBeVisible();
    // What full scale is in volts nobody said.
    await expect(page.getByText(/rpm\/V/u).first()).not.toBeVisible();
  });
});

test("a motor is listened to before a repair and after: a picture, and no verdict", async () => {
  await withInput(async (page, bench) => {
    await openJob(page, bench, /Cargo trike 8, rear hub/u);
    const verdict = page.getByRole("complementary", { name: "Standing verdict" });
    const before = await verdict.getByRole("heading").first().textContent();
    await goTo(page, "Run and swap");
    await page.getByRole("radio", { name: "Sound" }).click();
    await page.getByRole("button", { name: "Listen for 5 seconds" }).click();
    await expect(page.getByRole("meter", { name: "Level" })).toBeVisible();
    await page.getByRole("button", { name: "Keep with the job" }).click({ timeout: 30_000 });
    await expect(page.getByRole("img", { name: /^The sound by frequency/u })).toBeVisible();
    await page.getByLabel("Speed, rpm").fill("2000");
    await expect(page.getByText("sound.wav").first()).toBeVisible();
    await noSeriousProblem(page);
    expect(await verdict.getByRole("heading").first().textContent()).toBe(before);
  });
});
