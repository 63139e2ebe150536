import { rmSync, statSync } from "node:fs";
import type { Page } from "@playwright/test";
import {
  atTheBench,
  expect,
  goTo,
  leaveTheWalk,
  noSeriousProblem,
  openJob,
  takeIn,
  test,
  pick,
  onDisk,
} from "./bench.ts";
import { copyOfDemo } from "./demoShop.ts";
import { startServer } from "./server.ts";

test.setTimeout(180_000);

const PHRASE = "quiet copper heron";

async function signIn(page: Page, initials: string, passPhrase: string) {
  await page.getByLabel("Initials").fill(initials);
  await page.getByLabel("Pass-phrase").fill(passPhrase);
  await page.keyboard.press("Enter");
}
const person = (page: Page) => page.getByRole("button", { name: /^At the bench:/u });
async function signOut(page: Page) {
  await person(page).click();
  await page.getByRole("menuitem", { name: "Sign out" }).click();
  await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
}

test("a server that listens elsewhere lets nobody in without a pass-phrase, and holds each to a role", async ({
  browser,
}) => {
  const folder = copyOfDemo();
  const server = await startServer(folder, ["--keep", "--host", "127.0.0.2"]);
  const context = await browser.newContext({ locale: "en-GB" });
  await context.addInitScript(leaveTheWalk);
  const page = await context.newPage();
  try {
    expect(server.said).toContain("Open on 127.0.0.2; people sign in, over plain HTTP");
    const code = /with this code: (\S+)/u.exec(server.said)![1]!;
    await page.goto(`${server.url}/shop/people`);
    await expect(page.getByRole("heading", { name: "The first owner" })).toBeVisible();
    await noSeriousProblem(page);
    await page.getByLabel("Code").fill("guess");
    await page.getByLabel("Your initials").fill("MO");
    await page.getByLabel("Your name").fill("Maud Oakhanger");
    await page.getByLabel("Pass-phrase").fill(PHRASE);
    await page.keyboard.press("Enter");
    await expect(page.getByRole("alert")).toContainText("not the code the server printed");
    await page.getByLabel("Code").fill(code);
    await page.keyboard.press("Enter");

    // The owner gives the others their role and their pass-phrase.
    await expect(page.getByRole("heading", { name: "People", exact: true })).toBeVisible();
    await pick(page, "Role of Pell Rushbrook", "trainee");
    await page.getByRole("button", { name: "Give Pell Rushbrook a pass-phrase" }).click();
    await page.getByLabel("New pass-phrase of Pell Rushbrook").fill("short");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("alert")).toContainText("10 letters at least");
    await page.getByLabel("New pass-phrase of Pell Rushbrook").fill("three small barges");
    await page.keyboard.press("Enter");
    await expect(page.getByLabel("New pass-phrase of Pell Rushbrook")).toHaveCount(0);
    await noSeriousProblem(page);
    await signOut(page);

    // Too many wrong tries, and even the right one waits; somebody else does not.
    for (let tries = 0; tries < 5; tries += 1) {
      await signIn(page, "MO", `guess number ${tries}`);
      await expect(page.getByRole("alert")).toContainText("do not go together");
    }
    await signIn(page, "MO", PHRASE);
    await expect(page.getByRole("alert")).toContainText("Too many wrong pass-phrases. Try again in");
    await signIn(page, "pr", "three small barges");

    // A trainee reads, and does not decide; nothing of it is lost on the way to being refused.
    await expect(person(page)).toHaveText("PR");
    await page.goto(server.url);
    await page
      .getByRole("main")
      .getByRole("link", { name: /Cargo trike 4, rear hub/u })
      .click();
    await expect(page.getByRole("heading", { level: 1, name: /Cargo trike 4/u })).toBeVisible();
    await goTo(page, "Decide");
    await page.getByLabel("Reason").fill("the bearing grinds");
    await page.getByRole("button", { name: /^Decide/u }).press("Enter");
    await expect(page.getByText(/A trainee takes motors in, reads and leaves word/u).first()).toBeVisible();
    await page.goto(`${server.url}/shop/audit`);
    await expect(page.getByRole("alert")).toContainText("Only the owner of the shop sees this.");
    await signOut(page);
    await page.goto(`${server.url}/motors`);
    await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
  } finally {
    await context.close();
    await server.kill("SIGTERM");
    rmSync(folder, { recursive: true, force: true });
  }
});

test("a copy is made at the press of a button, and everything leaves in open formats", async ({
  page,
  bench,
}) => {
  await atTheBench(page, bench);
  await page.goto(`${bench.url}/shop/copies`);
  await expect(page.getByText("No copy yet.")).toBeVisible();
  await page.getByRole("button", { name: "Make a copy now" }).press("Enter");
  await expect(page.getByRole("list", { name: "Copies kept" }).getByRole("listitem")).toHaveCount(1);
  await noSeriousProblem(page);
  const saved = page.waitForEvent("download");
  await page.getByRole("link", { name: "Save everything" }).click();
  const file = await (await saved).path();
  expect(statSync(file).size).toBeGreaterThan(50_000);
  await page.goto(`${bench.url}/shop/audit`);
  await expect(page.getByRole("cell", { name: /made a copy of the shop/u }).first()).toBeVisible();
});

test("the bench is narrowed, counts over all that match, and keeps it through Back", async ({
  page,
  bench,
}) => {
  await atTheBench(page, bench);
  const main = page.getByRole("main");
  await pick(page, "Owner", "Hollin Orchard");
  await expect(main.getByRole("link", { name: /Cargo trike/u })).toHaveCount(0);
  await expect(main.getByRole("link", { name: /Survey copter/u }).first()).toBeVisible();
  await page.getByRole("button", { name: "Mine" }).click();
  await pick(page, "Waiting for", "waiting for a reading");
  await expect(page.getByRole("heading", { name: /^Waiting for (?!a reading)/u })).toHaveCount(0);
  const counted = async () => {
    const words = await page.getByRole("heading", { name: /^Waiting for a reading/u }).textContent();
    return Number(/(\d+) motor/u.exec(words ?? "")?.[1]);
  };
  await expect.poll(async () => (await main.getByRole("link").count()) - (await counted())).toBe(0);
  await main.getByRole("link").first().click();
  await expect(page.getByRole("navigation", { name: "Plan" })).toBeVisible();
  await page.goBack();
  await expect(page.getByLabel("Owner", { exact: true })).toHaveText("Hollin Orchard");
  await expect(page.getByRole("button", { name: "Mine" })).toHaveAttribute("aria-pressed", "true");
  await page.getByRole("button", { name: "Show everything" }).click();
  await expect(main.getByRole("link", { name: /Cargo trike/u }).first()).toBeVisible();
});

test("a word for the next person, a label to stick on, and the next one like it", async ({ page, bench }) => {
  await takeIn(page, bench, "Hopper 3, arm 1", "HP-3-1");
  await goTo(page, "Complaint");
  await page.getByLabel("Note", { exact: true }).fill("B–C felt loose when wiggled");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("navigation", { name: "Plan" })).toContainText("MO left word: B–C felt loose");
  await noSeriousProblem(page);
  await page.getByRole("link", { name: "Label to stick on" }).click();
  await expect(page.getByRole("article", { name: "Label" })).toContainText("Hopper 3, arm 1");
  const saved = page.waitForEvent("download");
  await page.getByRole("link", { name: "Save as PDF" }).click();
  expect((await saved).suggestedFilename()).toMatch(/^J-\d{4}-label\.pdf$/u);
  await noSeriousProblem(page);
  await page.getByRole("link", { name: "To the job" }).click();
  await goTo(page, "Complaint");
  await page.getByRole("link", { name: "Take in the next one like it" }).click();
  await expect(page.getByLabel("Machine and place")).toHaveValue("Hopper 3, arm 2");
  await expect(page.getByLabel("Serial or label")).toHaveValue("");
  await expect(page.getByRole("radio", { name: "Hub motor" })).toBeChecked();
  await page.getByRole("button", { name: /^Take it in E/u }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Hopper 3, arm 2" })).toBeVisible();
});

test("a shop that reads °F sees it beside °C, and types either", async ({ page, bench }) => {
  await atTheBench(page, bench);
  await page.goto(`${bench.url}/shop/limits`);
  await pick(page, "Temperatures are shown", "in °C, and °F beside it");
  await page.getByRole("button", { name: /^Keep/u }).press("Enter");
  await expect(page.getByText(/^Kept\./u)).toBeVisible();
  await openJob(page, bench, /Cargo trike 3, rear hub/u);
  await goTo(page, "Three pairs");
  await page
    .getByRole("button", { name: /Winding temperature/u })
    .first()
    .press("Enter");
  await page.getByLabel("Winding temperature", { exact: true }).fill("68F");
  await page.keyboard.press("Enter");
  await expect(page.getByText("20 °C (68 °F)").first()).toBeVisible();
});

test("light or dark is a choice of this device, and who leaves is offered no more", async ({
  page,
  bench,
}) => {
  await atTheBench(page, bench);
  const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  const before = await ground();
  await person(page).click();
  await page.getByRole("menuitemradio", { name: "Dark" }).click();
  await expect.poll(ground).not.toBe(before);
  await page.reload();
  await expect.poll(ground).not.toBe(before);
  await person(page).click();
  await page.getByRole("menuitemradio", { name: "Light" }).click();
  await expect.poll(ground).toBe(before);
  await page.keyboard.press("Escape");

  await page.goto(`${bench.url}/shop/people`);
  await page.getByLabel("Initials").fill("ZZ");
  await page.getByLabel("Name", { exact: true }).fill("Zeb Zennor");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Retire Zeb Zennor" }).click();
  await expect(page.getByText("Zeb Zennor, works here no more")).toBeVisible();
  await person(page).click();
  await expect(page.getByRole("menuitemradio", { name: /Maud Oakhanger/u })).toBeVisible();
  await expect(page.getByRole("menuitemradio", { name: /Zeb Zennor/u })).toHaveCount(0);
});

test("the invented shop offers a walk, which goes through its rooms and can be left", async ({
  context,
  bench,
}) => {
  const page = await context.newPage();
  await page.addInitScript(() => localStorage.setItem("green-fable.who", "MO"));
  await page.goto(bench.url);
  const walk = page.getByRole("complementary", { name: "A walk round" });
  await expect(walk).toContainText("1 of 5");
  await walk.getByRole("button", { name: "Go on" }).click();
  await expect(page.getByRole("navigation", { name: "Plan" })).toBeVisible();
  await walk.getByRole("button", { name: "Go on" }).click();
  await expect(page).toHaveURL(/\/decide$/u);
  await walk.getByRole("button", { name: "Leave the walk" }).click();
  await expect(walk).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole("navigation", { name: "Plan" })).toBeVisible();
  await expect(walk).toHaveCount(0);
});

test("a server that went away is said on every room, and readings wait for it", async ({ page, bench }) => {
  await openJob(page, bench, /Narrowboat drive/u);
  await goTo(page, "Complaint");
  await expect(page.getByLabel("Note", { exact: true })).toBeVisible();
  await bench.end("SIGKILL");
  await page.getByLabel("Note", { exact: true }).fill("written while nobody answers");
  await page.keyboard.press("Enter");
  await expect(page.getByText("The server does not answer.", { exact: false }).first()).toBeVisible();
  await expect(
    page.getByText("Your readings are kept on this device and will be sent", { exact: false }),
  ).toBeVisible();
  await bench.comeBack();
  await expect(page.getByText("The server does not answer.", { exact: false })).toHaveCount(0, {
    timeout: 30_000,
  });
  await expect(onDisk(page)).toBeVisible();
  await expect(page.getByRole("list", { name: "Notes so far" })).toContainText(
    "written while nobody answers",
  );
});
