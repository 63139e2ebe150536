import { readFileSync } from "node:fs";
import js from "@eslint/js";
import reactHooks from "eslint-plugin-react-hooks";
import globals from "globals";
import tseslint from "typescript-eslint";

/** The names that a file of the house declares as a list: its entries in quotes, in the lines after a name. */
function namesIn(file, list) {
  const text = readFileSync(new URL(file, import.meta.url), "utf8");
  const from = text.indexOf(`export const ${list} = [`);
  if (from < 0) throw new Error(`${file} declares no ${list}`);
  return [...text.slice(from, text.indexOf("]", from)).matchAll(/"(\w+)"/g)].map(([, name]) => name);
}

/** What only the object that is named so may name: checks, faults, cures and families. */
const SUBJECTS = [
  ...namesIn("core/record/reading.ts", "CHECK_IDS"),
  ...namesIn("core/known/faults/ids.ts", "FAULT_IDS"),
  ...namesIn("core/known/cures/ids.ts", "CURE_IDS"),
  ...namesIn("core/record/motor.ts", "FAMILIES"),
].join("|");

export default tseslint.config(
  { ignores: ["dist", "coverage", "data", "node_modules", ".cache", "test-results", "playwright-report"] },
  js.configs.recommended,
  {
    files: ["**/*.{ts,tsx}"],
    extends: [...tseslint.configs.recommended],
    rules: {
      "@typescript-eslint/no-non-null-assertion": "off",
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", ignoreRestSiblings: true }],
      eqeqeq: "error",
      "no-console": "error",
    },
  },
  {
    files: ["web/**/*.{ts,tsx}"],
    extends: [reactHooks.configs.flat["recommended-latest"]],
    languageOptions: { globals: globals.browser },
  },
  { files: ["**/*.{mjs,cjs,js}"], languageOptions: { globals: globals.node } },
  {
    files: ["core/**/*.ts"],
    ignores: ["**/*.test.ts"],
    rules: {
      "no-restricted-globals": ["error", "Date", "window", "document", "process", "performance", "fetch"],
      "no-restricted-properties": ["error", { object: "Math", property: "random" }],
    },
  },
  {
    files: ["core/judge/*.ts"],
    ignores: ["**/*.test.ts"],
    rules: {
      "no-restricted-syntax": [
        "error",
        {
          selector: `:not(TSLiteralType, Property[key.name="kind"]) > Literal[value=/^(?:${SUBJECTS})$/]`,
          message:
            "Whoever judges names no check, fault, cure or family: its own object says what matters of it.",
        },
      ],
    },
  },
);
