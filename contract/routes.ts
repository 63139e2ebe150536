import type { EntryKind } from "#core/record";

export const API = "/api/v1";

/** The noun in the address for each kind of entry. */
export const ENTRY_PATHS: Readonly<Record<EntryKind, string>> = {
  reading: "readings",
  decision: "decisions",
  repair: "repairs",
  work: "work-steps",
  part: "parts",
  runStart: "run-starts",
  burnIn: "burn-ins",
  release: "releases",
  correction: "corrections",
  undo: "undos",
  note: "notes",
  told: "tellings",
  closing: "closings",
  reopening: "reopenings",
  callingOff: "callings-off",
};

/** Where a file of a job lies, by its name there. */
export function filePath(job: string, name: string): string {
  return `${API}/jobs/${job}/files/${name}`;
}

/** The version of a job that a write was based on, as an entity tag. */
export function versionTag(version: number): string {
  return `"${version}"`;
}

/** Reads an If-Match header; null where it is not a version of ours. */
export function versionOfTag(tag: string | undefined): number | null {
  const match = /^"(\d{1,9})"$/u.exec(tag ?? "");
  return match ? Number(match[1]) : null;
}
