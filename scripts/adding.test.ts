import { readFileSync } from "node:fs";
import { dirname, join, relative } from "node:path";
import { fileURLToPath } from "node:url";
import ts from "typescript";
import { describe, expect, it } from "vitest";

// What the README says of adding to the house, by the compiler's own word.

const HOUSE = join(dirname(fileURLToPath(import.meta.url)), "..");
const { options, fileNames } = ts.parseJsonConfigFileContent(
  ts.readConfigFile(join(HOUSE, "tsconfig.json"), (file) => readFileSync(file, "utf8")).config,
  ts.sys,
  HOUSE,
);
const CORE = fileNames.filter(
  (file) => relative(HOUSE, file).startsWith("core/") && !file.endsWith(".test.ts"),
);

type Change = (text: string) => string;
/** Files as they stand, read once for all programs. */
const standing = new Map<string, ts.SourceFile | undefined>();

/** Files that do not compile once some are changed in memory, each with how often. */
function refused(changes: Readonly<Record<string, Change>>, files: readonly string[] = CORE) {
  const host = ts.createCompilerHost(options);
  const read = host.readFile.bind(host);
  const wanted = new Map(Object.entries(changes).map(([file, change]) => [join(HOUSE, file), change]));
  const changed = (file: string) => {
    const text = read(file);
    const change = wanted.get(file);
    if (!change || text === undefined) return text;
    const made = change(text);
    if (made === text) throw new Error(`nothing of ${file} was changed`);
    return made;
  };
  const getSourceFile = host.getSourceFile.bind(host);
  host.getSourceFile = (file, ...rest) => {
    if (wanted.has(file)) return ts.createSourceFile(file, changed(file)!, rest[0]);
    if (!standing.has(file)) standing.set(file, getSourceFile(file, ...rest));
    return standing.get(file);
  };
  host.readFile = changed;
  const program = ts.createProgram([...files], { ...options, noEmit: true }, host);
  const found: Record<string, number> = {};
  for (const file of files) {
    const source = program.getSourceFile(file)!;
    const count =
      program.getSyntacticDiagnostics(source).length + program.getSemanticDiagnostics(source).length;
    if (count > 0) found[relative(HOUSE, file)] = count;
  }
  return found;
}

const put =
  (after: string, more: string): Change =>
  (text) =>
    text.replace(after, after + more);
const FAULT = "core/known/faults/ids.ts";
const CURE = "core/known/cures/ids.ts";
/** A fault that says all that a bearing says, but for a part of it. */
const fault = (name: string, part = "") => `
export const ${name}: Fault = { ...bearing, name: "One more", ${part} };
`;
const cure = (name: string, part = "") => `
export const ${name}: Cure = { ...bearings, name: "One more", ${part} };
`;

const SCREENS = fileNames.filter((file) => file.endsWith("web/checks/screens.ts"));
const DECLARED = fileNames.filter((file) => file.endsWith(".d.ts"));

describe("what compiles", () => {
  it("of a fault, a cure or a check that is only named, or leaves anything unsaid, is nothing", () => {
    const parts = [
      "shows: []",
      "prior: { ...bearing.prior, hub: undefined }",
      "cures: undefined",
      "hazard: undefined",
    ];
    const names = parts.map((_, i) => `oneMore${i}`);
    expect(
      refused(
        {
          [FAULT]: put("FAULT_IDS = [", ["named", ...names].map((name) => `"${name}", `).join("")),
          [CURE]: put("CURE_IDS = [", '"named", "oneMore", '),
          "core/record/reading.ts": put("CHECK_IDS = [", '"oneMore", '),
          "core/known/faults/turning.ts": (text) =>
            text + names.map((name, i) => fault(name, parts[i])).join(""),
          "core/known/cures/inside.ts": (text) => text + cure("oneMore", "disposition: undefined"),
        },
        [...CORE, ...SCREENS, ...DECLARED],
      ),
    ).toEqual({
      // Only named: the lists of objects lack it, and a check its screen.
      "core/known/faults/index.ts": 1,
      "core/known/cures/index.ts": 1,
      "core/measure/registry.ts": 1,
      "web/checks/screens.ts": 1,
      // Something unsaid: its object.
      "core/known/faults/turning.ts": parts.length,
      "core/known/cures/inside.ts": 1,
    });
  });

  it("is all else, once a fault and a cure have said everything in one object", () => {
    expect(
      refused({
        [FAULT]: put("FAULT_IDS = [", '"oneMore", '),
        [CURE]: put("CURE_IDS = [", '"oneMore", '),
        "core/known/faults/turning.ts": (text) => text + fault("oneMore"),
        "core/known/cures/inside.ts": (text) => text + cure("oneMore"),
      }),
    ).toEqual({});
  });

  it("of a family that is only named is nothing before it has its object and its chances", () => {
    const found = refused({ "core/record/motor.ts": put("FAMILIES = [", '"oneMore", ') });
    expect(found).toMatchObject({ "core/families/facts.ts": 1 });
    // Every fault says how common it is in it, by itself or by what holds of several families.
    for (const file of ["turning", "magnets", "chances"])
      expect(found[`core/known/faults/${file}.ts`], file).toBeGreaterThan(0);
  });
});
