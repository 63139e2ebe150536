import { createHash } from "node:crypto";
import { readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { promisify } from "node:util";
import { brotliCompress, gzip } from "node:zlib";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";

const WORKER = "sw.js";
const SERVICE_WORKER = /[\\/]web[\\/]offline[\\/]worker\.ts/u;

/** The service worker learns what the application is made of once that is known. */
const madeOf: Plugin = {
  name: "what-the-application-is-made-of",
  enforce: "post",
  generateBundle(_options, bundle) {
    const worker = bundle[WORKER];
    if (worker?.type !== "chunk") return;
    const names = Object.keys(bundle).filter((name) => name !== WORKER && name.startsWith("assets/"));
    const assets = JSON.stringify(names.sort().map((name) => `/${name}`));
    const version = createHash("sha256").update(assets).digest("hex").slice(0, 12);
    worker.code = worker.code
      .replace(/(["'`])__ASSETS__\1/u, () => JSON.stringify(assets))
      .replace("__VERSION__", version);
  },
};

const PACKINGS = [
  ["br", promisify(brotliCompress)],
  ["gz", (bytes: Buffer) => promisify(gzip)(bytes, { level: 9 })],
] as const;

/** Scripts and styles lie packed beside themselves, as small as they get: the server sends them as they are. */
const packed: Plugin = {
  name: "packed-once",
  async writeBundle({ dir }, bundle) {
    const files = Object.keys(bundle).filter((name) => /^assets\/.+\.(?:js|css)$/u.test(name));
    await Promise.all(
      files.map(async (name) => {
        const file = join(dir!, name);
        const bytes = await readFile(file);
        for (const [ending, pack] of PACKINGS) await writeFile(`${file}.${ending}`, await pack(bytes));
      }),
    );
  },
};

export default defineConfig({
  root: "web",
  plugins: [react(), tailwindcss(), madeOf, packed],
  resolve: {
    // What it exports is made for developing; what is made for use lies beside it, without the warnings.
    alias: {
      "react-router": join(import.meta.dirname, "node_modules/react-router/dist/production/index.mjs"),
    },
  },
  build: {
    outDir: "../dist/web",
    emptyOutDir: true,
    target: "es2023",
    rolldownOptions: {
      input: { main: "web/index.html", sw: "web/offline/worker.ts" },
      output: {
        entryFileNames: ({ name }) => (name === "sw" ? WORKER : "assets/[name]-[hash].js"),
        // What the first view needs comes in one piece: a browser asks for six files at once, and eleven waited for each other.
        codeSplitting: {
          groups: [
            { name: "strategy", test: /[\\/]web[\\/]offline[\\/]strategy\.ts/u, priority: 1 },
            { name: "first", tags: ["$initial"], test: (id) => !SERVICE_WORKER.test(id) },
          ],
        },
      },
    },
  },
});
