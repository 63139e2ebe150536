import type { Request, RequestHandler, Response } from "express";
import { TOKEN_HEADER } from "#contract/doors";
import { Problem } from "../problem.ts";
import type { DoorService, SignedIn } from "./doors.ts";
import { notAllowed } from "./roles.ts";

const COOKIE = "green-fable-session";
/** Asked for before anybody can have signed in. */
const OPEN = [
  ["GET", "/session"],
  ["POST", "/session"],
  ["POST", "/session/first"],
  ["GET", "/health"],
] as const;
const SAFE = new Set(["GET", "HEAD", "OPTIONS"]);

export const addressOf = (request: Request) => request.ip ?? "";

/** The key a device carries. */
export function keyOf(request: Request): string | undefined {
  const cookies = (request.headers.cookie ?? "").split(";").map((part) => part.trim().split("="));
  return cookies.find(([name]) => name === COOKIE)?.[1];
}

export function giveKey(request: Request, response: Response, key: string): void {
  response.cookie(COOKIE, key, { httpOnly: true, sameSite: "strict", secure: request.secure, path: "/" });
}

export function takeKey(response: Response): void {
  response.clearCookie(COOKIE, { path: "/" });
}

/** Whoever is signed in and asks; null where nobody signs in here. */
export const personOf = (response: Response) => (response.locals["person"] ?? null) as SignedIn | null;

/** Lets in who is signed in, what their role may do, and only from our own pages. */
export function gate(doors: DoorService): RequestHandler {
  return async (request, response, next) => {
    const { method, path } = request;
    const person = doors.needed ? await doors.who(keyOf(request)) : null;
    response.locals["person"] = person;
    if (!doors.needed || OPEN.some(([way, where]) => way === method && where === path)) return next();
    if (!person) throw new Problem(401, "Sign in", "Sign in first: this bench listens to a network.");
    if (!SAFE.has(method) && request.get(TOKEN_HEADER) !== person.token)
      throw new Problem(
        403,
        "Not from our page",
        "This change did not come from a page of this bench. Reload it.",
      );
    const why = notAllowed(person.role, method, path);
    if (why) {
      await doors.audit(person.initials, `was not allowed: ${method} ${path}`, addressOf(request));
      throw new Problem(403, "Not allowed", why);
    }
    next();
  };
}

/** What is written carries the initials of who is signed in. @throws Problem 403 */
export function ownInitials(person: SignedIn | null, by: string | undefined): void {
  if (person && by !== person.initials)
    throw new Problem(
      403,
      "Other initials",
      `You are signed in as ${person.initials}: what you write carries these initials${by ? `, not ${by}` : ""}.`,
    );
}

/** Changes of the shop itself, for the audit; jobs tell theirs in their journals. */
const WHAT: readonly (readonly [RegExp, string])[] = [
  [/^\/limits$/u, "changed limits, schools or prices"],
  [/^\/technicians\/[^/]+$/u, "changed the list of people"],
  [/^\/instruments\//u, "changed an instrument"],
  [/^\/models\//u, "changed a model"],
  [/^\/copies$/u, "made a copy of the shop"],
  [/^\/jobs\/[^/]+\/import$/u, "took a job in from a file"],
];

/** Writes down who changed what of the shop, once it was done. */
export function audited(doors: DoorService): RequestHandler {
  return (request, response, next) => {
    const what = SAFE.has(request.method)
      ? undefined
      : WHAT.find(([pattern]) => pattern.test(request.path))?.[1];
    const [address, path] = [addressOf(request), request.path];
    if (what)
      response.on("finish", () => {
        if (response.statusCode >= 400) return;
        const who = personOf(response)?.initials ?? "this computer";
        void doors.audit(who, `${what} (${path})`, address).catch(() => undefined);
      });
    next();
  };
}
