import { isOffice } from "../app/place.ts";

/** The rooms of a shop, by their address. */
const SHOP = [
  ["/", "Bench"],
  ["/motors", "Motors"],
  ["/captures", "Captures"],
  ["/workings", "Workings"],
  ["/practice", "Practice"],
  ["/shop", "Shop"],
] as const;
/** Those of the chain's own people. */
const OFFICE = [
  ["/", "Shops"],
  ["/models", "Models"],
  ["/people", "People"],
  ["/audit", "Who did what"],
] as const;

export const ROOMS: readonly (readonly [string, string])[] = isOffice ? OFFICE : SHOP;

/** Where one's own pass-phrase is changed, and where it stands who did what. */
export const PEOPLE_AT = isOffice ? "/people" : "/shop/people";
export const AUDIT_AT = isOffice ? "/audit" : "/shop/audit";
