import { benchLoad, benchSaving, benchSearch, benchThroughput, benchViews, type LoadParts } from "./load.ts";

// A process of its own that asks a server over HTTP, as browsers do.
const parts = JSON.parse(process.argv[2]!) as LoadParts;
await benchSaving(parts);
await benchSearch(parts);
await benchViews(parts);
await benchLoad(parts);
await benchThroughput(parts);
