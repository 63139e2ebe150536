import { join } from "node:path";

const NAME = "green-fable.sqlite";

/** Where a shop lies: its folder, its one file, and its copies. */
export function shopFile({ data, demo }: { readonly data: string | undefined; readonly demo: boolean }) {
  const folder = data ?? (demo ? "data/demo" : "data/shop");
  return { folder, file: join(folder, NAME), copies: join(folder, "copies") };
}
shopFile.NAME = NAME;
