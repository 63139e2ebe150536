import { expect as check, type Page } from "@playwright/test";
import type { JobView } from "#contract/jobs";
import { API } from "#contract/routes";
import { readView } from "#contract/view";
import type { Reading } from "#core/record";
import {
  Bench,
  choose,
  expect,
  goTo,
  noSeriousProblem,
  onDisk,
  pick,
  reloadKept,
  takeIn,
  test,
} from "./bench.ts";
import { startStandIns, type StandIns } from "./standIns.ts";

test.setTimeout(240_000);

const PAIRS = [
  ["A", "B"],
  ["B", "C"],
  ["C", "A"],
] as const;

/** Readings of a check as the server has them. */
async function kept(page: Page, url: string, name: string): Promise<readonly Reading[]> {
  await expect(onDisk(page)).toBeVisible();
  const id = page.url().split("/jobs/")[1]!.split(/[/?#]/u)[0]!;
  const view = (await (await page.request.get(`${url}${API}/jobs/${id}`)).json()) as JobView;
  return readView(view, []).record.readings.filter((one) => one.check === name);
}

const live = (page: Page, name: RegExp) => page.getByRole("group", { name });

/** Nothing is typed on a page from here on: a digit would be noticed. */
async function noDigit(page: Page): Promise<() => void> {
  const typed: string[] = [];
  await page.exposeFunction("noteKey", (key: string) => typed.push(key));
  const listen = () => {
    const { noteKey } = window as unknown as { noteKey: (key: string) => void };
    window.addEventListener("keydown", ({ key }) => noteKey(key), true);
  };
  await page.addInitScript(listen);
  await page.evaluate(listen);
  return () => expect(typed.filter((key) => /\d/u.test(key))).toEqual([]);
}

test("three pairs and a spin come from instruments that speak, and no digit is typed", async ({ page }) => {
  await using bench = await Bench.open();
  const instruments: StandIns = await startStandIns(bench.url);
  try {
    await takeIn(page, bench, "Lock gate winch, spoken");
    const asked = await noDigit(page);

    // Three pairs with the four-wire meter, which the server asks over the network: by itself, pair after pair.
    await goTo(page, "Three pairs");
    await pick(page, "read with", /Milliohm/u);
    await page.getByRole("button", { name: "Go to A–B" }).click();
    const ohms = live(page, /Milliohm.*live/u);
    await expect(ohms).toContainText("overload");
    await ohms.getByRole("button", { name: "By itself" }).click();
    for (const [red, black] of PAIRS) {
      await expect(page.getByLabel(`Pair ${red}–${black}`)).toBeVisible();
      await instruments.act({ do: "touch", with: "meter-3", red, black });
      await expect(ohms).toContainText("taken", { timeout: 60_000 });
      await instruments.act({ do: "lift", with: "meter-3" });
      await expect(ohms).toContainText("overload");
    }
    const pairs = await kept(page, bench.url, "winding");
    check(pairs).toHaveLength(3);
    for (const { value, latched, instrumentId, typed } of pairs) {
      check(instrumentId).toBe("meter-3");
      check(latched).toMatchObject({ reads: "ohms" });
      check(latched!.count).toBeGreaterThanOrEqual(6);
      check(latched!.typeA.u).toBeGreaterThan(0);
      check(value.kind === "ohms" && Math.abs(value.ohms / 0.162 - 1)).toBeLessThan(0.02);
      check(typed).toMatch(/^0\.16\d* Ω$/u);
    }

    // Loaded anew, when what keeps the page for the time without a server stands between: it is still heard.
    await reloadKept(page);
    await expect(page.getByRole("heading", { name: "Three pairs at rest" })).toBeVisible();
    await page.getByRole("button", { name: "Go to A–B" }).click();
    await expect(ohms).toContainText("overload");

    // The drill: its speed by the tachometer, then volts and speed of one moment by two instruments.
    await goTo(page, "Spin test");
    await instruments.act({ do: "spin", rpm: 150 });
    await expect(page.getByRole("button", { name: /^Planned drill speed 1[45]\d/u })).toBeVisible({
      timeout: 60_000,
    });
    await choose(page, "How speed is read", "Two meters");
    await pick(page, "speed with", /tachometer/iu);
    await instruments.act({ do: "dial", with: "meter-2", reads: "acVolts" });
    for (const [red, black] of PAIRS) {
      await page.getByRole("button", { name: `Go to ${red}–${black}` }).click();
      // Nothing is touched yet: what comes to rest after this is of this pair.
      await expect(live(page, /true-RMS.*live/u)).toContainText(/wanders|moving/u);
      await instruments.act({ do: "touch", with: "meter-2", red, black });
      await expect(page.getByLabel(`Volts ${red}–${black}`)).toHaveCount(0, { timeout: 60_000 });
      await instruments.act({ do: "lift", with: "meter-2" });
      await expect(live(page, /true-RMS.*live/u)).not.toContainText("taken");
    }
    const spun = await kept(page, bench.url, "backemf");
    check(spun.map(({ slot }) => slot).filter((slot) => slot.startsWith("AB"))).toEqual(["AB", "AB.speed"]);
    check(spun.filter(({ latched }) => latched)).toHaveLength(7);
    await expect(page.getByText(/equal/iu).first()).toBeVisible();
    asked();
    await noSeriousProblem(page);

    // What the oscilloscope wrote of the same motor says the same constant, per volt of line peak.
    const [, recorded] = /^recorded (\S+)$/u.exec(await instruments.type("record"))!;
    await goTo(page, "Waveform");
    await page.getByLabel("Recording", { exact: true }).setInputFiles(recorded!);
    await page.getByRole("button", { name: /^How it is read/u }).click();
    await page.getByLabel("Pole pairs").fill("23");
    await expect(page.getByText(/9\.[34]\d* ?(?:±[^/]*)?rpm\/V/u).first()).toBeVisible();
  } finally {
    await instruments.close();
  }
});

/** A bridge on the device's own port: the lines a person's own would send, five a second. */
function plugIn(lines: readonly string[]) {
  const readable = () =>
    new ReadableStream<Uint8Array>({
      async start(out) {
        const letters = new TextEncoder();
        for (let n = 0; n < 200; n += 1) {
          // What it says first is none of its lines.
          const line = lines[n < 8 ? 0 : 1 + (n % (lines.length - 1))]!;
          // A port gives what it has, in the middle of a line too.
          const text = letters.encode(`${n} ${n * 200} ${line}\n`);
          out.enqueue(text.slice(0, 4));
          out.enqueue(text.slice(4));
          await new Promise((resolve) => setTimeout(resolve, 200));
        }
        out.close();
      },
    });
  const port = {
    readable: null as ReadableStream<Uint8Array> | null,
    open() {
      port.readable = readable();
      return Promise.resolve();
    },
    close: () => Promise.resolve(),
  };
  Object.defineProperty(navigator, "serial", { value: { requestPort: () => Promise.resolve(port) } });
}

test("a home-made bridge on the port of a phone is read, and a line that is none is said", async ({
  page,
}) => {
  await using bench = await Bench.open();
  const feed = `${bench.url}${API}/instruments/meter-1/feed`;
  await page.request.put(feed, { data: { kind: "serial", baud: 115_200 }, headers: { Origin: bench.url } });
  await page.addInitScript(plugIn, ["hello", "ohms 0.2 Ω 200", "ohms 0.3 Ω 200"]);
  await takeIn(page, bench, "Punt motor, bridged");
  await goTo(page, "Three pairs");
  await pick(page, "read with", /2000-count/u);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole("button", { name: "Go to A–B" }).click();
  const ohms = live(page, /2000-count.*live/u);
  await expect(ohms).toContainText("Nothing heard");
  await page.getByRole("button", { name: /^Connect Basic/u }).click();
  await expect(ohms).toContainText("A line is: sequence, milliseconds");
  await expect(ohms).toContainText("at rest", { timeout: 15_000 });
  await ohms.getByRole("button", { name: /^Take it/u }).click();
  await page.setViewportSize({ width: 1280, height: 800 });
  const [first] = await kept(page, bench.url, "winding");
  check(first).toMatchObject({ slot: "AB", instrumentId: "meter-1", latched: { reads: "ohms", range: 200 } });
});

test("an owner lets an instrument speak: its key is shown once, and what it sends is seen at once", async ({
  page,
}) => {
  await using bench = await Bench.open();
  await page.goto(`${bench.url}/shop/instruments`);
  await page.getByRole("button", { name: /^6000-count/u }).click();
  const form = page.getByRole("form", { name: /^How 6000-count/u });
  await pick(page, "It says what it reads", /by itself/u);
  await form.getByRole("button", { name: "Keep how it speaks" }).click();
  const key = await form.getByLabel("Key of the instrument").innerText();
  await expect(form).toContainText("Nothing heard of it yet");
  const samples = [{ sequence: 1, time: 0, function: "acVolts", value: 231, unit: "V" }];
  const send = (bearer: string) =>
    page.request.post(`${bench.url}${API}/instruments/meter-2/samples`, {
      data: { samples },
      headers: { Authorization: `Bearer ${bearer}` },
    });
  check((await send("another-key")).status()).toBe(401);
  check((await send(key)).status()).toBe(200);
  await expect(form).toContainText("It shows 231 V, alternating voltage.");
  await noSeriousProblem(page);
  await page.reload();
  await page.getByRole("button", { name: /^6000-count/u }).click();
  await expect(form.getByRole("button", { name: "Make a new key" })).toBeVisible();
  await expect(form.getByLabel("Key of the instrument")).toHaveCount(0);

  // An address outside the house is refused at its field, and nothing is asked there.
  await pick(page, "It says what it reads", /when asked/u);
  await form.getByLabel("Its address").fill("8.8.8.8");
  await form.getByRole("button", { name: "Keep how it speaks" }).click();
  await expect(form.getByRole("alert")).toContainText("outside this shop's own network");
  await form.getByLabel("Its address").fill("10.0.0.1/x");
  await form.getByRole("button", { name: "Keep how it speaks" }).click();
  await expect(form.getByRole("alert")).toContainText("Give the instrument's address alone");
});
