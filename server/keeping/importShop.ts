import { buffer } from "node:stream/consumers";
import { openPromise, type Entry, type ZipFile } from "yauzl";
import { instrumentSchema } from "#contract/instrumentSchema";
import { technicianSchema } from "#contract/jobSchemas";
import { limitsSchema } from "#contract/limitsSchema";
import { modelSchema } from "#contract/shopSchemas";
import { readBundleFile } from "../bundleZip.ts";
import type { Services } from "../services/index.ts";
import { UnfitCopy } from "./backup.ts";
import { EXPORT, type ShopLists } from "./exportShop.ts";

const JOB_FILE = new RegExp(`^${EXPORT.jobs}J-\\d+-([0-9a-f-]{36})\\.zip$`, "u");

function listsIn(text: string): ShopLists {
  const lists = JSON.parse(text) as ShopLists;
  if (lists.format !== EXPORT.format) throw new UnfitCopy("This zip is no export of a shop.");
  if (lists.version > EXPORT.version)
    throw new UnfitCopy("This export was written by a newer version of this program. Nothing was taken in.");
  const wrong =
    lists.people.map((one) => technicianSchema.validate(one).error).find(Boolean) ??
    lists.instruments.map((one) => instrumentSchema.validate(one).error).find(Boolean) ??
    lists.models.map((one) => modelSchema.validate(one).error).find(Boolean) ??
    limitsSchema.validate(lists.limits).error;
  if (wrong)
    throw new UnfitCopy(`The shop's lists in this export are not as they should be: ${wrong.message}`);
  return lists;
}

async function textOf(zip: ZipFile, entry: Entry): Promise<Buffer> {
  return buffer(await zip.openReadStreamPromise(entry));
}

/**
 * Takes a whole export into a shop that has no job yet, under the same numbers and addresses.
 * @throws UnfitCopy in a sentence where the zip is no export, or the shop is not empty
 */
export async function importShop(file: string, services: Services): Promise<{ readonly jobs: number }> {
  if ((await services.jobs.list({}, 1, 1)).total > 0)
    throw new UnfitCopy("This shop has jobs already. An export is taken into an empty one.");
  const zip = await openPromise(file, { validateEntrySizes: true, strictFileNames: true, autoClose: false });
  try {
    const jobs: { readonly id: string; readonly entry: Entry }[] = [];
    let lists: ShopLists | null = null;
    for await (const entry of zip.eachEntry()) {
      const id = JOB_FILE.exec(entry.fileName)?.[1];
      if (id) jobs.push({ id, entry });
      if (entry.fileName === EXPORT.shop) lists = listsIn((await textOf(zip, entry)).toString("utf8"));
    }
    if (!lists) throw new UnfitCopy("This zip is no export of a shop: it holds no shop.json.");
    const { people, shop, bundles } = services;
    for (const person of lists.people) await people.putTechnician(person);
    for (const instrument of lists.instruments) await people.putInstrument(instrument);
    for (const model of lists.models) await shop.putModel(model);
    await shop.putLimits(lists.limits);
    for (const { id, entry } of jobs)
      await bundles.importJob(id, await readBundleFile(await textOf(zip, entry)));
    return { jobs: jobs.length };
  } finally {
    zip.close();
  }
}
