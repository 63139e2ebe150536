import type { Request, RequestHandler, Response } from "express";
import { CHAIN_AT, SHOPS_AT } from "#contract/chain";

const SENTENCE =
  "There is no shop at this address. Look at how it is written, or ask whoever runs this server.";
const SHUT =
  "This shop could not be opened when the server started. What is typed waits on its device; whoever runs this server finds the reason in its log and at the chain.";
const PLACE = new RegExp(`^(?:${SHOPS_AT}|${CHAIN_AT})(?:/|$)`, "u");

/** Whether an address is of a shop of a chain, or of the chain's own pages. */
export const isOfChain = (path: string): boolean => PLACE.test(path);

/** In words for a page, as a problem for a program. Another moment it may be otherwise. */
function say(request: Request, response: Response, status: number, title: string, detail: string): void {
  response.status(status).set("Cache-Control", "no-store");
  if (request.accepts(["json", "html"]) === "html") response.type("text/plain").send(`${detail}\n`);
  else response.type("application/problem+json").json({ type: "about:blank", status, title, detail });
}

/** Nothing lies at this address. */
export const noShopHere: RequestHandler = (request, response) =>
  say(request, response, 404, "No such shop", SENTENCE);

/** The shop at this address could not be opened: what a device kept for it waits there. */
export const shopIsShut: RequestHandler = (request, response) =>
  say(request, response, 503, "The shop cannot be opened", SHUT);
