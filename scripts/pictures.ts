// Takes the pictures of docs/screenshots from a running demo: tsx scripts/pictures.ts http://127.0.0.1:4173
// That of a chain's own pages from one that the demo moved into, where its address is named second.
import { chromium, type Page } from "@playwright/test";
import { chanceFrom } from "#bench/chance";
import { asText, PLAIN_TEXT, scoped } from "#bench/scope";
import { peoplesBrowser } from "./browser.mjs";

const base = process.argv[2] ?? "http://127.0.0.1:4173";
const browser = await chromium.launch({
  executablePath: peoplesBrowser(),
  args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});

/** A motor on the drill, one of its magnets weak. */
const oneWeakMagnet = () =>
  asText(
    scoped(
      {
        ...{ polePairs: 7, constant: 1030, phases: [1, 1, 1], harmonics: { 5: 0.06, 7: 0.04 } },
        ...{ lower: { 2: 0.14 }, swing: 0, order: "ABC" },
      },
      {
        ...{ seconds: 0.25, rate: 50_000, speed: (t) => 2004 - 30 * t },
        ...{ noise: 0.02, range: 5, steps: 256, offset: 0 },
        probes: ["AB", "BC", "CA"].map((of) => ({ of, way: 1 as const })),
      },
      chanceFrom(5),
    ),
    { ...PLAIN_TEXT, names: ["AB", "BC", "CA"] },
  );

const DESK = { width: 1280, height: 800 };
const TABLET = { width: 820, height: 1180 };

interface Shot {
  readonly name: string;
  readonly size?: { readonly width: number; readonly height: number };
  readonly night?: boolean;
  readonly job?: RegExp;
  readonly step?: string;
  readonly then?: (page: Page) => Promise<void>;
}

const SHOTS: readonly Shot[] = [
  { name: "bench" },
  {
    name: "take-in",
    then: async (page) => {
      await page.keyboard.press("n");
      await page.getByLabel("Serial or label").fill("TF-0022");
      await page.getByRole("button", { name: "Take over what is known of it" }).click();
      await page.getByRole("radio", { name: "cuts out under load" }).click();
    },
  },
  {
    name: "workings",
    then: async (page) => {
      await page.goto(
        `${base}/workings?speed.f=42.19&speed.p=2&constant.n=2400&constant.v=0.5&constant.plate=3000&gate.kv=10&gate.n=600&heat.r=128m&heat.from=20&heat.to=100`,
      );
      await page.getByText("1266 rpm").waitFor();
    },
  },
  { name: "made-safe", job: /Fan bay 4, greenhouse/u, step: "Made safe" },
  { name: "look-and-turn", job: /Cargo trike 5, front hub/u, step: "Look and turn" },
  { name: "supply-and-call", job: /Fan bay 5, greenhouse/u, step: "Supply and call" },
  {
    name: "three-pairs",
    job: /Cargo trike 3, rear hub/u,
    then: async (page) => {
      await page.getByLabel("Pair C–A").fill("143.1m");
    },
  },
  { name: "spin-test", job: /Survey copter 4, arm 3/u, step: "Spin test" },
  {
    name: "sensors",
    job: /Cargo trike 7, front hub/u,
    step: "Sensors",
    then: async (page) => {
      await page.getByRole("radio", { name: "Step test" }).click();
    },
  },
  {
    name: "motor-trend",
    then: async (page) => {
      await page.goto(`${base}/motors/TF-0022`);
      await page.getByRole("img", { name: /Mean pair/u }).waitFor();
    },
  },
  {
    name: "sisters",
    then: async (page) => {
      await page.goto(`${base}/motors`);
      await page.getByLabel("Model", { exact: true }).click();
      await page.getByRole("option", { name: "Survey copter arm motor" }).click();
      await page.getByText(/is the odd one out/u).waitFor();
    },
  },
  {
    name: "waveform",
    job: /Survey copter 4, arm 3/u,
    step: "Waveform",
    then: async (page) => {
      const buffer = Buffer.from(oneWeakMagnet());
      await page.getByLabel("Recording", { exact: true }).setInputFiles({
        ...{ name: "arm3-drill.csv", mimeType: "text/csv", buffer },
      });
      await page.getByRole("heading", { name: "Magnet ring" }).waitFor();
      await page.waitForTimeout(800);
    },
  },
  {
    name: "practice",
    size: TABLET,
    night: true,
    then: async (page) => {
      await page.goto(`${base}/practice/cuts-out-on-the-hill`);
      await page.getByRole("button", { name: "Lay it on the bench" }).click();
      for (const caution of ["Switched off", "Verified dead", "Magnets", "Pack covered"])
        await page.getByRole("button", { name: caution, exact: true }).click();
      await page.getByRole("button", { name: "Unplug it" }).click();
      await page.getByRole("button", { name: /Four.wire meter/u }).click();
      for (const lead of ["A", "B"])
        await page.getByRole("button", { name: new RegExp(`^Lead ${lead}`, "u") }).click();
      await page.waitForTimeout(2500);
      await page.getByRole("button", { name: /^Write it down/u }).click();
    },
  },
  {
    name: "account",
    then: async (page) => {
      await page.goto(`${base}/shop/account`);
      await page.getByRole("img", { name: /What was said/u }).waitFor();
    },
  },
  { name: "decide", job: /Cargo trike 4, rear hub/u, step: "Decide" },
  { name: "repair-plan", job: /Cargo trike 10, rear hub/u, step: "Repair" },
  { name: "before-and-after", job: /Cargo trike 1, front hub/u, step: "Read again" },
  { name: "report", job: /Survey copter 1, arm 2/u, step: "Report" },
];

/** What was made safe on another day is gone through again, so that the step itself is on the picture. */
async function takeOver(page: Page): Promise<void> {
  const again = page.getByRole("link", { name: /Made safe again/u });
  if (!(await again.isVisible())) return;
  await again.click();
  const open = page.getByRole("button", { name: /^(Done|Waited, and measured dead)$/u });
  await open.first().waitFor();
  for (let left = await open.count(); left > 0; left -= 1) {
    await open.first().click();
    await page.waitForTimeout(250);
  }
}

for (const { name, size = DESK, night = false, job, step, then } of SHOTS) {
  const context = await browser.newContext({
    viewport: size,
    // What is held in the hand is touched.
    hasTouch: size !== DESK,
    colorScheme: night ? "dark" : "light",
    locale: "en-GB",
  });
  const page = await context.newPage();
  page.on("pageerror", (error) => process.stderr.write(`${name}: ${error.message}\n`));
  await page.addInitScript(() => {
    localStorage.setItem("green-fable.who", "MO");
    localStorage.setItem("green-fable.walk-left", "before");
  });
  await page.goto(base);
  await page.getByRole("heading", { name: /^Do now/u }).waitFor();
  if (job) {
    const link = page.getByRole("main").getByRole("link", { name: job });
    // Closed jobs are folded.
    if ((await link.count()) === 0) await page.getByRole("button", { name: "Show", exact: true }).click();
    await link.click();
    await page.getByRole("heading", { level: 1, name: job }).waitFor();
    await page.waitForTimeout(400);
    if (step !== "Report") await takeOver(page);
  }
  if (step) await page.getByRole("navigation", { name: "Plan" }).getByRole("link", { name: step }).click();
  await then?.(page);
  await page.waitForTimeout(600);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await context.close();
}
const chain = process.argv[3];
if (chain !== undefined) {
  const page = await browser.newPage({ viewport: DESK, colorScheme: "light", locale: "en-GB" });
  await page.addInitScript(() => {
    localStorage.setItem("green-fable.who/chain", "MO");
    localStorage.setItem("green-fable.walk-left", "before");
  });
  await page.goto(`${chain}/chain`);
  await page.getByRole("table", { name: "Shops of the chain" }).waitFor();
  await page.screenshot({ path: "docs/screenshots/chain.png" });
}
await browser.close();
