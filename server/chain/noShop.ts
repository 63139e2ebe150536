import type { RequestHandler } from "express";
import { CHAIN_AT, SHOPS_AT } from "#contract/chain";

const SENTENCE =
  "There is no shop at this address. Look at how it is written, or ask whoever runs this server.";
const PLACE = new RegExp(`^(?:${SHOPS_AT}|${CHAIN_AT})(?:/|$)`, "u");

/** Whether an address is of a shop of a chain, or of the chain's own pages. */
export const isOfChain = (path: string): boolean => PLACE.test(path);

/** Nothing lies at this address: in words for a page, as a problem for a program. */
export const noShopHere: RequestHandler = (request, response) => {
  // Another moment there may be one.
  response.status(404).set("Cache-Control", "no-store");
  if (request.accepts(["json", "html"]) === "html") response.type("text/plain").send(`${SENTENCE}\n`);
  else
    response
      .type("application/problem+json")
      .json({ type: "about:blank", status: 404, title: "No such shop", detail: SENTENCE });
};
