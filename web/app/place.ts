import { CHAIN_AT, SHOPS_AT } from "#contract/chain";
import { API, filePath } from "#contract/routes";

const PLACES = new RegExp(`^(?:${SHOPS_AT}/[a-z0-9-]+|${CHAIN_AT})(?=/|$)`, "u");

/** Below which address a page is: a shop of a chain, or the chain's own pages; nothing where it is the first shop, or alone. */
export const placeIn = (path: string): string => PLACES.exec(path)?.[0] ?? "";

/** Where this page is, for as long as it lives. */
export const PLACE = placeIn(window.location.pathname);
export const isOffice = PLACE === CHAIN_AT;

/** The API of this page's shop. */
export const OUR_API = `${PLACE}${API}`;

/** Where a file of a job lies, by its name there. */
export const fileHere = (job: string, name: string): string => `${PLACE}${filePath(job, name)}`;

/** Under which name something of this shop is kept on the device: another shop's is another one. */
export const keptAs = (name: string): string => `${name}${PLACE}`;
