/** A copy of the whole shop, looked over when it was made. */
export interface CopyLine {
  /** As green-fable-2026-03-02.sqlite, or .dump where it is of a database. */
  readonly name: string;
  readonly bytes: number;
  readonly at: string;
}

export interface CopiesView {
  /** What is copied: the shop's one file, or its database. */
  readonly of: "file" | "database";
  /** Where they lie on the server. */
  readonly folder: string;
  /** How many are kept. */
  readonly keep: number;
  readonly items: readonly CopyLine[];
  /** What became of the last one since the server started; null before. */
  readonly last: { readonly at: string; readonly problem: string | null } | null;
}
