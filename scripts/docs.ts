import { mkdirSync, writeFileSync } from "node:fs";
import { documents } from "./documents.ts";

// Writes the generated documents: npm run docs. A test holds what is committed to what this would write.
mkdirSync("docs", { recursive: true });
for (const [path, text] of Object.entries(await documents())) writeFileSync(path, text);
