import { randomBytes } from "node:crypto";
import type { Page } from "@playwright/test";
import { expect, sayDone, type Bench } from "./bench.ts";

/** Drops a file where recordings are taken. @param field the label of its input */
export const drop = (page: Page, name: string, bytes: Uint8Array, field = "Recording") =>
  page.getByLabel(field, { exact: true }).setInputFiles({
    name,
    mimeType: name.endsWith(".wav") ? "audio/wav" : "text/csv",
    buffer: Buffer.from(bytes),
  });

/** Decides and repairs past the screens, which have tests of their own. */
export async function repaired(page: Page, bench: Bench, cure = "rotor"): Promise<void> {
  const id = new URL(page.url()).pathname.split("/")[2]!;
  const kept = async () =>
    JSON.stringify(await (await page.request.get(`${bench.url}/api/v1/jobs/${id}`)).json());
  await expect.poll(kept).toContain('"kind":"capture"');
  const at = new Date().toISOString();
  const put = async (kind: string, body: object) => {
    const view = await (await page.request.get(`${bench.url}/api/v1/jobs/${id}`)).json();
    const entry = `0198ffff-0000-7000-8000-${randomBytes(6).toString("hex")}`;
    const answer = await page.request.put(`${bench.url}/api/v1/jobs/${id}/${kind}/${entry}`, {
      headers: { "If-Match": `"${view.version}"` },
      data: { id: entry, by: "MO", at, ...body },
    });
    expect(answer.status(), await answer.text()).toBe(201);
  };
  await put("decisions", {
    disposition: "replacePart",
    cures: [cure],
    reason: "what was recorded",
    waitingFor: "nothing",
  });
  await put("repairs", { plan: "Done", done: "put right", minutes: 40 });
  await page.reload();
}

/** Where a step asks for it: through the cautions once more. */
export async function madeSafeAgain(page: Page): Promise<void> {
  const cautions = page.getByRole("link", { name: "To the cautions" });
  await expect(cautions).toBeVisible();
  await cautions.click();
  await sayDone(page);
}
