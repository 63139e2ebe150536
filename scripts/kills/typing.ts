import { spawn, type ChildProcess } from "node:child_process";
import { once } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as after } from "node:timers/promises";
import { chromium, type Page } from "@playwright/test";
import type { Entry } from "#core/record";
import { chanceFrom } from "#bench/chance";
import { ended, faultsOfLines, put, started, takenIn, viewOf, type Killable } from "./shop.ts";
import { peoplesBrowser } from "../browser.mjs";

export interface TypingCount {
  readonly kills: number;
  /** Kills of a browser whose server was away: all it had was on the device. */
  readonly away: number;
  /** Lines that the page called kept or saved before it was killed. */
  readonly claimed: number;
  readonly faults: readonly string[];
}

const PERSON = { id: "01980000-0000-7000-8000-00000000b001", initials: "MO", name: "Maud Oakhanger" };
const LONGEST = 1500;

interface OpenBrowser {
  readonly child: ChildProcess;
  readonly page: Page;
}

/** A browser of its own process and profile, so that it can be killed and come back as a person's would. */
async function opened(profile: string, url: string): Promise<OpenBrowser> {
  const child = spawn(
    peoplesBrowser(),
    [
      "--headless=new",
      "--no-sandbox",
      "--disable-gpu",
      "--disable-background-networking",
      "--remote-debugging-port=0",
      `--user-data-dir=${profile}`,
      "about:blank",
    ],
    { stdio: ["ignore", "ignore", "pipe"], detached: true },
  );
  let said = "";
  const address = await new Promise<string>((resolve, reject) => {
    child.stderr.on("data", (chunk: Buffer) => {
      said += String(chunk);
      const found = /listening on (ws:\S+)/u.exec(said)?.[1];
      if (found) resolve(found);
    });
    child.once("exit", () => reject(new Error(`the browser ended before it listened: ${said.slice(-300)}`)));
  });
  const browser = await chromium.connectOverCDP(address);
  const context = browser.contexts()[0]!;
  const page = context.pages()[0] ?? (await context.newPage());
  await page.addInitScript((initials) => {
    try {
      localStorage.setItem("green-fable.who", initials);
    } catch {
      // A page of no address keeps nothing.
    }
  }, PERSON.initials);
  await page.goto(url);
  await page.getByLabel("Note", { exact: true }).waitFor();
  return { child, page };
}

/** The whole of it at once, helpers too, as when a battery falls out. */
async function killed({ child }: OpenBrowser): Promise<void> {
  const gone = once(child, "exit");
  process.kill(-child.pid!, "SIGKILL");
  await gone;
}

/** Types lines until told to stop; keeps those that the page showed as kept or saved. */
async function type({ page }: OpenBrowser, name: string, claimed: Set<string>): Promise<void> {
  try {
    for (let n = 0; ; n += 1) {
      const words = `${name}-${n}`;
      await page.getByLabel("Note", { exact: true }).fill(words);
      await page.keyboard.press("Enter");
      const kept = await page.evaluate(() => {
        const [status] = document.querySelectorAll('footer [role="status"]');
        const said = status?.textContent ?? "Being kept";
        const lines = [...document.querySelectorAll('[aria-label="Notes so far"] li')];
        return said === "Being kept" ? [] : lines.map((line) => line.textContent ?? "");
      });
      for (const line of kept) {
        const own = /kill \d+-\d+/u.exec(line)?.[0];
        if (own) claimed.add(own);
      }
    }
  } catch {
    // The page is gone.
  }
}

const wordsOf = (entries: readonly Entry[]) =>
  entries.flatMap((entry) => (entry.kind === "note" ? [entry.body.words] : []));

/**
 * Kills a browser in which somebody types, every other time while the server is away, opens it again, and holds what then
 * reaches the server against what the page had called kept.
 */
export async function killTyping(kills: number, seed: number): Promise<TypingCount> {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-typing-"));
  const data = join(folder, "shop");
  const chance = chanceFrom(seed);
  const faults: string[] = [];
  let [away, total] = [0, 0];
  let server: Killable = await started(data);
  await put(`${server.base}/technicians/${PERSON.id}`, PERSON);
  for (let n = 0; n < kills; n += 1) {
    const profile = join(folder, `profile-${n}`);
    const job = await takenIn(server.base);
    const page = (at: Killable) => `${at.url}/jobs/${job}/takenIn`;
    const claimed = new Set<string>();
    const { port } = new URL(server.url);
    let browser = await opened(profile, page(server));
    if (n % 2 === 1) {
      away += 1;
      await ended(server, "SIGKILL");
    }
    const typing = type(browser, `kill ${n}`, claimed);
    await after(chance.between(200, LONGEST));
    await killed(browser);
    await typing;
    total += claimed.size;
    if (n % 2 === 1) server = await started(data, Number(port));
    browser = await opened(profile, page(server));
    const last = Math.max(-1, ...[...claimed].map((words) => Number(words.split("-").at(-1))));
    await browser.page
      .locator('footer [role="status"]')
      .filter({ hasText: "on disk" })
      .first()
      .waitFor()
      .catch(() => undefined);
    const there = wordsOf((await viewOf(server.base, job)).entries);
    faults.push(...faultsOfLines(there, claimed).map((fault) => `kill ${n} (${last + 1} typed): ${fault}`));
    await killed(browser);
    rmSync(profile, { recursive: true, force: true });
  }
  await ended(server, "SIGTERM");
  rmSync(folder, { recursive: true, force: true });
  return { kills, away, claimed: total, faults };
}
