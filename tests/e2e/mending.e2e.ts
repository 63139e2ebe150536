import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { buffer } from "node:stream/consumers";
import type { Page } from "@playwright/test";
import { fromBufferPromise } from "yauzl";
import type { JobBundle } from "#contract/bundledJob";
import { withNewIds } from "../fuzzBundles.ts";
import {
  atTheBench,
  Bench,
  choose,
  expect,
  goTo,
  noSeriousProblem,
  openJob,
  pick,
  takeIn,
  test,
  toTips,
  reloadKept,
  onDisk,
} from "./bench.ts";

test.setTimeout(180_000);

async function type(page: Page, label: string, typed: string) {
  await expect(page.getByLabel(label, { exact: true })).toBeFocused();
  await page.keyboard.type(typed);
  await page.keyboard.press("Enter");
}

test("one key takes the last entry back, in a check and in a caution, and the record keeps both", async ({
  page,
  bench,
}) => {
  await takeIn(page, bench, "Ferry davit, port");
  await expect(page.getByText(/done \d\d:\d\d/u).first()).toBeVisible();
  const acknowledged = await page.getByText(/done \d\d:\d\d/u).count();
  await page.keyboard.press("u");
  await expect(page.getByText(/^Taken back: Pack covered Done\.$/u)).toBeVisible();
  await expect(page.getByText(/done \d\d:\d\d/u)).toHaveCount(acknowledged - 1);
  await page.getByRole("button", { name: "Done", exact: true }).press("Enter");
  await expect(page.getByText(/done \d\d:\d\d/u)).toHaveCount(acknowledged);

  await goTo(page, "Look and turn");
  await page.getByRole("radio", { name: "Smooth" }).press("Enter");
  await page.getByRole("button", { name: /^Undo Turned by hand, it is Smooth/u }).click();
  await expect(page.getByRole("radio", { name: "Smooth" })).not.toBeChecked();
  await page.getByText(/Record of this check/u).press("Enter");
  await expect(page.getByRole("row", { name: /MO Turned by hand, it is Smooth/u })).toBeVisible();

  await goTo(page, "Three pairs");
  await toTips(page);
  await type(page, "Probe tips together", "0.1m");
  await type(page, "Winding temperature", "21");
  await type(page, "Pair A–B", "120.4m");
  await expect(page.getByLabel("Pair B–C", { exact: true })).toBeFocused();
  await page.keyboard.press("u");
  await expect(page.getByRole("button", { name: "Correct 120.4 mΩ" })).toHaveCount(0);
  await reloadKept(page);
  await expect(page.getByRole("button", { name: "Correct 120.4 mΩ" })).toHaveCount(0);
  await noSeriousProblem(page);
});

test("what this motor could hardly read is asked about once; Enter takes the likelier, Shift and Enter the other", async ({
  page,
  bench,
}) => {
  await takeIn(page, bench, "Ferry davit, starboard");
  await goTo(page, "Three pairs");
  await toTips(page);
  await type(page, "Probe tips together", "0.1m");
  await type(page, "Winding temperature", "21");
  await type(page, "Pair A–B", "120.4");
  await expect(page.getByRole("alert")).toContainText("120.4 Ω, or 120.4 mΩ?");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Correct 120.4 mΩ" })).toBeVisible();
  await type(page, "Pair B–C", "480");
  await expect(page.getByRole("alert")).toContainText("480 Ω, or 480 mΩ?");
  await page.keyboard.press("Shift+Enter");
  await expect(page.getByRole("button", { name: "Correct 480 Ω" })).toBeVisible();
});

test("Enter corrects what stands, + repeats it, and what follows a + is one more", async ({
  page,
  bench,
}) => {
  await takeIn(page, bench, "Ferry bow thruster");
  await goTo(page, "Three pairs");
  await toTips(page);
  await type(page, "Probe tips together", "0.3m");
  await page.keyboard.press("Backspace");
  await expect(page.getByText("300 μΩ stands. Enter corrects it, + repeats it.")).toBeVisible();
  await type(page, "Probe tips together", "0.1m");
  await type(page, "Winding temperature", "21");
  await type(page, "Pair A–B", "120.4m");
  await page.keyboard.press("Backspace");
  await expect(page.getByText("120.4 mΩ stands. Enter corrects it, + repeats it.")).toBeVisible();
  const standing = page.getByRole("button", { name: /^Correct 120\.\d mΩ$/u });
  await type(page, "Pair A–B", "120.6m");
  await expect(standing).toHaveAccessibleName("Correct 120.6 mΩ");
  await page.keyboard.press("Backspace");
  await page.getByLabel("Pair A–B").fill("120.8m");
  await page.keyboard.press("+");
  await expect(standing).toHaveCount(2);
  await expect(page.getByText("Mean of 2. One more makes a mean of 3.")).toBeVisible();
  await type(page, "Pair A–B", "120.7m");
  await expect(standing).toHaveCount(3);
  await page.getByText(/Record of this check/u).press("Enter");
  await expect(page.getByRole("row", { name: /Probe tips together 300 μΩ corrected by MO/u })).toBeVisible();
});

test("values typed one place off are moved in one go", async ({ page, bench }) => {
  await takeIn(page, bench, "Ferry stern winch");
  await goTo(page, "Three pairs");
  await toTips(page);
  await type(page, "Probe tips together", "0.1m");
  await type(page, "Winding temperature", "21");
  await page.getByRole("button", { name: "Go to B–C" }).click();
  await type(page, "Pair B–C", "160.2m");
  await type(page, "Pair C–A", "160.9m");
  await page.getByText("Typed into the wrong places?").click();
  await page.getByLabel("The last").fill("2");
  await page.getByRole("button", { name: "Move one place down" }).click();
  await expect(page.getByText(/has no place after it/u)).toBeVisible();
  await page.getByRole("button", { name: "Move one place up" }).click();
  const record = page.getByText(/Record of this check/u);
  await expect(onDisk(page)).toBeVisible();
  await record.click();
  await expect(page.getByRole("row", { name: /Pair A–B 160\.2 mΩ/u })).toBeVisible();
  await expect(page.getByRole("row", { name: /Pair B–C 160\.9 mΩ/u })).toBeVisible();
  await expect(page.getByRole("row", { name: /Pair C–A 160\.9 mΩ moved to Pair B–C/u })).toBeVisible();
});

test("a take-in is kept as a draft, knows a serial, is put right with a reason, and can be called off", async ({
  page,
  bench,
}) => {
  await takeIn(page, bench, "Barge pump, hold", "BP-1001");
  // A half-filled form outlives the window.
  await atTheBench(page, bench);
  await page.keyboard.press("n");
  await page.getByLabel("Machine and place").fill("Barge pump, hold again");
  await page.reload();
  await expect(page.getByText("Begun earlier on this device.")).toBeVisible();
  await expect(page.getByLabel("Machine and place")).toHaveValue("Barge pump, hold again");
  // A known serial shows its past and offers what is known.
  await page.getByLabel("Serial or label").fill("bp-1001");
  await expect(page.getByRole("status").filter({ hasText: "Known here" })).toContainText("Barge pump, hold");
  await page.getByRole("button", { name: "Take over what is known of it" }).click();
  await expect(page.getByRole("radio", { name: "Hub motor" })).toBeChecked();
  await choose(page, "Complaint", "does not run");
  await page.getByRole("button", { name: /^Take it in E/u }).press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "Barge pump, hold" })).toBeVisible();

  // Put right, with what stood before.
  await goTo(page, "Complaint");
  await page.getByLabel("Pole pairs").fill("12");
  await page.getByRole("button", { name: "Put it right" }).press("Enter");
  await expect(page.getByRole("alert")).toContainText("Say why");
  await page.getByLabel("Why").first().fill("counted the magnets");
  await page.getByRole("button", { name: "Put it right" }).press("Enter");
  await expect(page.getByRole("list", { name: "Corrections so far" })).toContainText(
    "pole pairs: 12, was nothing",
  );
  await noSeriousProblem(page);
  await reloadKept(page);
  await expect(page.getByLabel("Pole pairs")).toHaveValue("12");

  // It was another unit all along.
  await page.getByText("It is another motor").click();
  await page.getByLabel("Find the unit by serial or name").fill("TF-00");
  await pick(page, "It is really", /^TF-00/u);
  await page.locator("#move-reason").fill("label was hidden");
  await page.getByRole("button", { name: "Move the job to it" }).press("Enter");
  await expect(page.getByRole("list", { name: "Corrections so far" })).toContainText("moved to");
  await page
    .getByRole("list", { name: "Corrections so far" })
    .getByRole("button", { name: "Take it back" })
    .last()
    .press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "Barge pump, hold" })).toBeVisible();

  // And it was not to be done.
  await page.getByText("This job is not to be done").click();
  await page.locator("#call-off-reason").fill("collected by the owner");
  await page.getByRole("button", { name: "Call the job off" }).press("Enter");
  await expect(page.getByText(/Called off by MO: collected by the owner/u)).toBeVisible();
});

test("a closed job stays as it was closed; opened again it says what is different since", async ({
  page,
  bench,
}) => {
  await openJob(page, bench, /Cargo trike 1, front hub/u);
  await goTo(page, "Close");
  await page.getByRole("button", { name: "Close the job" }).press("Enter");
  await expect(page.getByRole("heading", { name: "Closed", exact: true })).toBeVisible();
  await goTo(page, "Three pairs");
  const verdict = page.getByRole("complementary", { name: "Standing verdict" });
  const before = await verdict.getByRole("heading").first().textContent();
  // A limit of the shop changes the next job, and none that is closed.
  await page.goto(`${bench.url}/shop/limits`);
  await page.getByLabel("Hub motor, balance, limit in percent").fill("0.2");
  await page.getByLabel("Hub motor, balance, why").fill("trying a strict one");
  await page.getByRole("button", { name: "Keep these" }).press("Enter");
  await expect(page.getByText("Open jobs are judged by these now; closed ones stay.")).toBeVisible();
  await openJob(page, bench, /Cargo trike 1, front hub/u);
  await goTo(page, "Three pairs");
  await expect(verdict.getByRole("heading").first()).toHaveText(before!);
  await goTo(page, "Close");
  await page.getByLabel("Why it is opened again").fill("rattles");
  await page.getByLabel("Why it is opened again").press("Enter");
  await expect(page.getByRole("note").first()).toContainText("Open again; it was closed on");
  await expect(page.getByRole("note").first()).toContainText("The shop's limits changed.");
  await noSeriousProblem(page);
  // The other tests share this shop.
  await page.goto(`${bench.url}/shop/limits`);
  await page.getByLabel("Hub motor, balance, limit in percent").fill("");
  await page.getByRole("button", { name: "Keep these" }).press("Enter");
  await expect(page.getByRole("status").filter({ hasText: "Kept" })).toBeVisible();
});

test("a photo taken while the server is away is kept on the device and delivered with its reading", async ({
  page,
  bench,
}) => {
  await takeIn(page, bench, "Ferry mooring winch");
  await goTo(page, "Look and turn");
  await bench.end("SIGKILL");
  // A picture of one point.
  const pixel = Buffer.from(
    "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==",
    "base64",
  );
  await page
    .getByLabel("Add photos")
    .setInputFiles({ name: "joint.png", mimeType: "image/png", buffer: pixel });
  await expect(
    page.getByRole("status").filter({ hasText: /entr(y|ies) kept on this device/u }),
  ).toBeVisible();
  await bench.comeBack();
  await reloadKept(page);
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    goTo(page, "Report").then(() => page.getByRole("link", { name: "Save the job as a file" }).click()),
  ]);
  const zip = readFileSync(await file.path());
  expect(zip.subarray(0, 2).toString()).toBe("PK");
  expect(zip.includes("files/")).toBe(true);

  // Another bench, that never heard of this job, has all of it.
  const other = await Bench.open();
  try {
    await atTheBench(page, other);
    const file = { name: "job.zip", mimeType: "application/zip", buffer: zip };
    await page.getByLabel("Job file").setInputFiles(file);
    await expect(page.getByRole("heading", { level: 1, name: "Ferry mooring winch" })).toBeVisible();
    await goTo(page, "Look and turn");
    const photo = page.getByRole("img", { name: "Photo 1, joint.png" });
    await expect(photo).toBeVisible();
    expect(await photo.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(1);
  } finally {
    await other.close();
  }
});

test("a closed job from another shop's file is that shop's word, and never looks like one closed here", async ({
  page,
  bench,
}) => {
  await using other = await Bench.open();
  const closed = (await (await fetch(`${bench.url}/api/v1/jobs?stage=closed`)).json()) as {
    items: { id: string; name: string }[];
  };
  const { id, name } = closed.items[0]!;
  const bundle = Buffer.from(await (await fetch(`${bench.url}/api/v1/jobs/${id}/bundle`)).arrayBuffer());
  // The other shop has the same jobs: what comes in is told apart by ids of its own.
  const zip = await fromBufferPromise(bundle);
  let renamed = Buffer.alloc(0);
  for await (const entry of zip.eachEntry())
    if (entry.fileName === "job.json") {
      const job = (await buffer(await zip.openReadStreamPromise(entry))).toString("utf8");
      renamed = Buffer.from(JSON.stringify(withNewIds(JSON.parse(job) as JobBundle)));
    }
  await atTheBench(page, other);
  await page
    .getByLabel("Job file")
    .setInputFiles({ name: "job.json", mimeType: "application/json", buffer: renamed });
  await expect(page.getByRole("heading", { level: 1, name })).toBeVisible();
  const word = page.getByRole("note", { name: "Closed by another shop" });
  await expect(word).toContainText(/^(?:Closed|Called off) by another shop: MO,/u);
  await expect(word).toContainText(createHash("sha256").update(renamed).digest("hex").slice(0, 16));
  await expect(page.getByText("Closed elsewhere")).toBeVisible();
  await noSeriousProblem(page);
});

test("a comma before three digits is asked once, and what is kept reads in one way", async ({
  page,
  bench,
}) => {
  await takeIn(page, bench, "Ferry bow thruster");
  await goTo(page, "Three pairs");
  await toTips(page);
  await type(page, "Probe tips together", "0.1m");
  await type(page, "Winding temperature", "21");
  await page.getByLabel("Pair A–B").fill("1,200");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("1.2 Ω, or 1.2 kΩ?");
  await page.keyboard.press("Enter");
  await expect(onDisk(page)).toBeVisible();
  await page.getByText(/Record of this check/u).press("Enter");
  await expect(page.getByRole("row", { name: /Pair A–B 1\.200 Ω/u })).toBeVisible();
});
