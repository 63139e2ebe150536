import type { Locator, Page } from "@playwright/test";
import { chanceFrom } from "#bench/chance";
import { DRIVEN, PLAIN_RUN, runLog } from "#bench/runLogger";
import { asSound, scoped } from "#bench/scope";
import { logFile, waveformFile } from "../recorded.ts";
import { expect, goTo, leaveTheWalk, noSeriousProblem, pick, takeIn, test, type Bench } from "./bench.ts";
import { drop, madeSafeAgain, repaired } from "./recording.ts";

test.setTimeout(240_000);

const SIZES = {
  desk: { viewport: { width: 1280, height: 800 } },
  tablet: { viewport: { width: 820, height: 1180 }, hasTouch: true },
  phone: { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true },
} as const;
type Size = keyof typeof SIZES;

/** Somebody at a motor, with a device in the hand. */
interface Hand {
  readonly page: Page;
  readonly bench: Bench;
  readonly press: (what: Locator) => Promise<void>;
  readonly toStep: (step: string) => Promise<void>;
}

function handOf(page: Page, bench: Bench, size: Size): Hand {
  const press = (what: Locator) => (size === "desk" ? what.click() : what.tap());
  return {
    page,
    bench,
    press,
    toStep: async (step) => {
      if (size === "phone") await press(page.getByRole("button", { name: /^Plan: step/u }));
      if (size === "tablet") await press(page.getByRole("button", { name: "Jump", exact: true }));
      await goTo(page, step);
    },
  };
}

/** Goes to a step after a repair, past the cautions, which stand anew. */
async function backTo({ page, toStep }: Hand, step: string): Promise<void> {
  await toStep(step);
  await madeSafeAgain(page);
  await toStep(step);
}

async function looksRight(page: Page): Promise<void> {
  await noSeriousProblem(page);
  const spilled = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(spilled).toBeLessThanOrEqual(0);
}

async function waveform(hand: Hand): Promise<void> {
  const { page, bench, press, toStep } = hand;
  const keep = page.getByRole("button", { name: /^Keep with the job/u });
  await toStep("Waveform");
  await drop(page, "arm.csv", waveformFile({ lower: { 2: 0.15 } }));
  await expect(page.getByText("7 cycles", { exact: false }).first()).toBeVisible();
  await press(page.getByRole("button", { name: /^How it is read/u }));
  await page.getByLabel("Pole pairs").fill("7");
  await expect(page.getByText(/One pole pair of every turn is low/u)).toBeVisible();
  await expect(page.getByRole("img", { name: /^14 magnets\. Low:/u })).toBeVisible();
  await looksRight(page);
  await press(keep);
  await expect(
    page.getByText(/Magnets at one place of every turn −1[45] % against the others/u).first(),
  ).toBeVisible();
  await repaired(page, bench);
  await backTo(hand, "Waveform");
  await drop(page, "after.csv", waveformFile());
  await press(page.getByRole("button", { name: /^How it is read/u }));
  await page.getByLabel("Pole pairs").fill("7");
  await page.getByLabel("Slots of the stator").fill("12");
  await press(keep);
  await expect(page.getByText("Magnets, before the repair")).toBeVisible();
  await looksRight(page);
  await toStep("Read again");
  await expect(page.getByText(/14 magnets alike within/u).first()).toBeVisible();
}

async function sensors(hand: Hand): Promise<void> {
  const { page, bench, press, toStep } = hand;
  const logged = page.getByRole("radio", { name: "Logged" });
  const keep = page.getByRole("button", { name: /^Keep with the job/u });
  await toStep("Sensors");
  await press(logged);
  await drop(page, "hub.csv", logFile({ late: [0, 14, 0] }));
  await expect(page.getByText(/^Sensor B stands 1[34]\.\d° \(electrical\) late/u)).toBeVisible();
  await press(page.getByRole("button", { name: /^How it is read/u }));
  await page.getByLabel("Pole pairs").fill("7");
  await expect(page.getByRole("heading", { name: "618 rpm" })).toBeVisible();
  await looksRight(page);
  await press(keep);
  await expect(page.getByText(/Sensor B stands 1[34]\.\d° \(electrical\) late/u).first()).toBeVisible();
  await repaired(page, bench, "hallSensor");
  await backTo(hand, "Sensors");
  await press(logged);
  await drop(page, "after.csv", logFile());
  await press(keep);
  await expect(page.getByText("Sensors, before the repair")).toBeVisible();
  await toStep("Read again");
  await expect(page.getByText(/Each sensor stands within 5° of its place/u).first()).toBeVisible();
}

async function run(hand: Hand): Promise<void> {
  const { page, bench, press, toStep } = hand;
  const names = { ...PLAIN_RUN.names, motor: "channel 7" };
  const ride = (pack: typeof DRIVEN.pack) =>
    runLog({ ...DRIVEN, pack }, { seconds: 120, rate: 10, room: 20 }, { ...PLAIN_RUN, names }, chanceFrom(4));
  const region = page.getByRole("region", { name: "A run, logged" });
  const keep = region.getByRole("button", { name: "Keep with the job" });
  await toStep("What feeds it");
  await drop(page, "ride.csv", ride({ volts: 53, ohms: 0.25, fade: 0.0002 }), "Run log");
  await expect(region.getByText(/The pack falls to \d+\.\d V at \d+ A/u)).toBeVisible();
  await press(region.getByRole("button", { name: /^What its columns hold/u }));
  await pick(page, "channel 7", "Motor current");
  await expect(region.getByText("Most motor current")).toBeVisible();
  await looksRight(page);
  await press(keep);
  await expect(page.getByText(/In the logged run the battery falls to/u).first()).toBeVisible();
  await repaired(page, bench, "battery");
  await backTo(hand, "What feeds it");
  await drop(page, "after.csv", ride(DRIVEN.pack), "Run log");
  await press(keep);
  await expect(region.getByText("beside ride.csv before the repair")).toBeVisible();
  await toStep("Read again");
  await expect(page.getByText(/In the logged run the battery falls to/u).first()).toBeVisible();
}

/** Five seconds of a motor as a microphone hears it. */
const heard = (noise: number) =>
  asSound(
    scoped(
      { polePairs: 7, constant: 1000, phases: [1, 1, 1], harmonics: {}, lower: {}, swing: 0, order: "ABC" },
      {
        ...{ seconds: 5, rate: 22_050, speed: () => 2000, noise, range: null, steps: 65_536, offset: 0 },
        probes: [{ of: "AB", way: 1 }],
      },
      chanceFrom(3),
    ),
    22_050,
    8,
  );

async function sound(hand: Hand): Promise<void> {
  const { page, bench, press, toStep } = hand;
  const keep = page.getByRole("button", { name: "Keep with the job" });
  await toStep("Run and swap");
  await press(page.getByRole("radio", { name: "Sound" }));
  await drop(page, "before.wav", heard(0.3), "Sound file");
  await expect(page.getByRole("img", { name: /^The sound by frequency/u })).toBeVisible();
  await page.getByLabel("Speed, rpm").fill("2000");
  await expect(page.getByText(/nothing is judged by it/u)).toBeVisible();
  await looksRight(page);
  await press(keep);
  await expect(page.getByText("before.wav").first()).toBeVisible();
  await repaired(page, bench, "bearings");
  await backTo(hand, "Run and swap");
  await press(page.getByRole("radio", { name: "Sound" }));
  await drop(page, "after.wav", heard(0.01), "Sound file");
  await press(keep);
  await expect(page.getByText(/dotted: before\.wav, before the repair/u)).toBeVisible();
  await looksRight(page);
}

/** Where a kind is seen at a size in a test of its own it is not repeated here. */
const HERE: readonly (readonly [string, readonly Size[], (hand: Hand) => Promise<void>])[] = [
  ["a waveform", ["tablet", "phone"], waveform],
  ["a log of the sensors", ["desk", "tablet"], sensors],
  ["a log of a run", ["desk", "phone"], run],
  ["a sound", ["desk", "tablet", "phone"], sound],
];

for (const [kind, sizes, follow] of HERE)
  for (const size of sizes)
    test(`on a ${size} ${kind} goes from its file to what is said, and proves a repair`, async ({
      page,
      bench,
      browser,
    }) => {
      const name = `Ferry hub, ${kind}, ${size}`;
      await takeIn(page, bench, name);
      const at = page.url();
      const context = await browser.newContext({ ...SIZES[size], locale: "en-GB" });
      await context.addInitScript(leaveTheWalk);
      await context.addInitScript(() => localStorage.setItem("green-fable.who", "MO"));
      const hand = await context.newPage();
      await hand.goto(at);
      await expect(hand.getByRole("heading", { level: 1, name })).toBeVisible();
      await follow(handOf(hand, bench, size));
      await context.close();
    });
