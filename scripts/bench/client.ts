import { benchLoad, benchSaving, benchSearch, benchThroughput, benchViews, type LoadParts } from "./load.ts";

// A process of its own that asks a server over HTTP, as browsers do.
const [, , told, asks] = process.argv;
const parts = JSON.parse(told!) as LoadParts;
if (asks === "everything") await benchSaving(parts);
await benchSearch(parts);
await benchViews(parts);
if (asks === "everything") {
  await benchLoad(parts);
  await benchThroughput(parts);
}
