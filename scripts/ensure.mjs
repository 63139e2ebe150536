// Makes sure of Node and of the dependencies before anything else runs. Node built-ins only.
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { spawnSync } from "node:child_process";

const LEAST_NODE = [20, 19];
const STAMP = "node_modules/.lock-stamp";

const [major = 0, minor = 0] = process.versions.node.split(".").map(Number);
if (major < LEAST_NODE[0] || (major === LEAST_NODE[0] && minor < LEAST_NODE[1])) {
  console.error(`Green Fable needs Node ${LEAST_NODE.join(".")} or later; this is ${process.versions.node}.`);
  process.exit(1);
}

const lock = createHash("sha256").update(readFileSync("package-lock.json")).digest("hex");
const installed = existsSync(STAMP) && readFileSync(STAMP, "utf8") === lock;
if (!installed) {
  console.log("Installing dependencies; the database driver may be compiled, which takes some minutes once.");
  const { status } = spawnSync("npm", ["ci", "--no-audit", "--no-fund"], { stdio: "inherit" });
  if (status !== 0) {
    console.error(
      "npm ci failed. Without a prebuilt database driver it needs python3, make and a C++ compiler.",
    );
    process.exit(status ?? 1);
  }
  mkdirSync("node_modules", { recursive: true });
  writeFileSync(STAMP, lock);
}
