import type { Request, RequestHandler, Response } from "express";
import type { Role } from "#contract/doors";

/** The least role that may ask; anybody may before they have signed in; an instrument with a key of its own. */
type May = "anybody" | "withItsKey" | Role;

/** A line of who did what, once it was done; or why there is none. */
export type Audit =
  | { readonly line: string }
  | {
      readonly none:
        "only reads" | "told in the job's own journal" | "told at the door itself" | "nothing of it is kept";
    };

/** What is answered once who did what was written down: nobody has an answer that the audit does not know of. */
type Answer = { readonly status?: number; readonly body: unknown } | { readonly send: () => Promise<void> };

/** One address of the API, with everything that is decided about it. What is not declared so is not there. */
export interface Route {
  readonly method: "get" | "put" | "post" | "delete";
  /** Below the API's own, as /jobs/:job. */
  readonly path: string;
  readonly may: May;
  /** A trainee who may work alone on some family comes in as well: the handler looks which motor it is about. */
  readonly orAlone?: true;
  readonly audit: Audit;
  /** Reads the body, where that is not JSON. */
  readonly body?: RequestHandler;
  /** Does it. Where the audit has a line of it, the answer is given back to be sent after that; else it is sent. */
  readonly handle: (request: Request, response: Response) => Promise<Answer | void> | void;
}

export const READS: Audit = { none: "only reads" };
export const IN_JOURNAL: Audit = { none: "told in the job's own journal" };
export const KEEPS_NOTHING: Audit = { none: "nothing of it is kept" };
export const AT_THE_DOOR: Audit = { none: "told at the door itself" };
