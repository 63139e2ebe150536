import { firstTables } from "./001-first-tables.ts";
import { technicians } from "./002-technicians.ts";
import { shop } from "./003-shop.ts";
import { photos } from "./004-photos.ts";
import { ownRecords } from "./005-own-records.ts";
import { files } from "./006-files.ts";
import { outcomes } from "./007-outcomes.ts";
import { benchColumns } from "./008-bench-columns.ts";
import { retired } from "./009-retired.ts";
import { doors } from "./010-doors.ts";
import { benchIndex } from "./011-bench-index.ts";
import { held } from "./012-held.ts";
import { search } from "./013-search.ts";
import { day } from "./014-day.ts";
import { ledger } from "./015-ledger.ts";
import { feeds } from "./016-feeds.ts";
import { practice } from "./017-practice.ts";
import { whatElsewhereKnows } from "./018-elsewhere.ts";
import type { Migration } from "./migration.ts";

/** In order, never edited once released: a change is a new migration. */
export const MIGRATIONS: readonly Migration[] = [
  firstTables,
  technicians,
  shop,
  photos,
  ownRecords,
  files,
  outcomes,
  benchColumns,
  retired,
  doors,
  benchIndex,
  held,
  search,
  day,
  ledger,
  feeds,
  practice,
  whatElsewhereKnows,
];
