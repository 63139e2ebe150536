import type { Sequelize } from "sequelize";
import { firstTables } from "./001-first-tables.ts";
import { shop } from "./003-shop.ts";
import { photos } from "./004-photos.ts";
import { technicians } from "./002-technicians.ts";

export interface Migration {
  readonly name: string;
  readonly up: (sequelize: Sequelize) => Promise<void>;
}

/** In order, never edited once released: a change is a new migration. */
export const MIGRATIONS: readonly Migration[] = [firstTables, technicians, shop, photos];
