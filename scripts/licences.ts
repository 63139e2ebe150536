import { readFileSync } from "node:fs";

interface Locked {
  readonly version?: string;
  readonly license?: string;
  readonly dev?: boolean;
  readonly devOptional?: boolean;
}

/** Licences that ask for nothing but to be named. Another one is looked at by a person before it ships. */
const KNOWN =
  /^\(?(?:MIT|ISC|Apache-2\.0|BSD-2-Clause|BSD-3-Clause|0BSD|OFL-1\.1|BlueOak-1\.0\.0|Unlicense|MIT-0|WTFPL|CC0-1\.0|Zlib)(?: (?:OR|AND) [\w.-]+)*\)?$/u;

/** Named in the package's own LICENSE file and not in its description. */
const SAID_ELSEWHERE: Readonly<Record<string, string>> = { "png-js": "MIT" };

export interface Licensed {
  readonly name: string;
  readonly version: string;
  readonly licence: string;
}

const namedOf = (name: string, version: string, license: string): Licensed => ({
  name,
  version,
  licence: license || (SAID_ELSEWHERE[name] ?? ""),
});

/** Packages of others that ship with the program, from the lock file: what is used while it is made is not among them. */
export function shipped(): Licensed[] {
  const { packages } = JSON.parse(readFileSync("package-lock.json", "utf8")) as {
    packages: Record<string, Locked>;
  };
  const all = Object.entries(packages).flatMap(([path, { version = "", license = "", dev, devOptional }]) =>
    path === "" || dev || devOptional
      ? []
      : [namedOf(path.replace(/^.*node_modules\//u, ""), version, license)],
  );
  const unique = new Map(all.map((one) => [`${one.name} ${one.version}`, one]));
  return [...unique.values()].toSorted((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0));
}

/** Those whose licence nobody has looked at yet. */
export const unknownAmong = (all: readonly Licensed[]) => all.filter(({ licence }) => !KNOWN.test(licence));

export function licencePage(): string {
  const all = shipped();
  return `# What of others ships with this program

${all.length} packages, each under its own licence, whose text lies in the package's own folder. Written by \`npm run docs\` from the
lock file; what is only used to make and test the program is not listed.

| package | version | licence |
| --- | --- | --- |
${all.map(({ name, version, licence }) => `| ${name} | ${version} | ${licence || "none stated"} |`).join("\n")}
`;
}
