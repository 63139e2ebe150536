import { existsSync, readdirSync } from "node:fs";
import { delimiter, join } from "node:path";

/** Where Debian puts the server's own programs, by version. */
const DEBIAN = "/usr/lib/postgresql";

/** Folders that hold programs of PostgreSQL: those that any program is looked for in, then Debian's, the newest version first. */
function folders(): string[] {
  const versions = existsSync(DEBIAN) ? readdirSync(DEBIAN) : [];
  return [
    ...(process.env["PATH"] ?? "").split(delimiter),
    ...versions.toSorted((a, b) => Number(b) - Number(a)).map((version) => join(DEBIAN, version, "bin")),
  ];
}

/** Where a program of PostgreSQL is; null where it is not on this computer. */
export const programAt = (name: string): string | null =>
  folders()
    .map((folder) => join(folder, name))
    .find((path) => existsSync(path)) ?? null;
