import { join } from "node:path";

const NAME = "green-fable.sqlite";

/** Where a shop lies. */
export interface ShopPaths {
  readonly folder: string;
  /** Its one file. */
  readonly file: string;
  /** Folder of its copies. */
  readonly copies: string;
}

export function shopFile({
  data,
  demo,
}: {
  readonly data: string | undefined;
  readonly demo: boolean;
}): ShopPaths {
  const folder = data ?? (demo ? "data/demo" : "data/shop");
  return { folder, file: join(folder, NAME), copies: join(folder, "copies") };
}
shopFile.NAME = NAME;
