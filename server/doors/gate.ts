import type { NextFunction, Request, RequestHandler, Response } from "express";
import { TOKEN_HEADER, type Role } from "#contract/doors";
import { API } from "#contract/routes";
import type { Family } from "#core/record";
import { Problem } from "../problem.ts";
import type { Route } from "../routes/route.ts";
import type { DoorService, SignedIn } from "./doors.ts";
import { notAllowed } from "./roles.ts";

/** What a device carries: one of a shop is told to that shop alone, one of the chain to all of its shops. */
const COOKIES = { shop: "green-fable-session", office: "green-fable-chain" } as const;
type Of = keyof typeof COOKIES;
const SAFE = new Set(["GET", "HEAD", "OPTIONS"]);

/** Where a request comes from, as the proxies that are believed say it. */
export const addressOf = (request: Request) => request.ip ?? "";

/** The key a device carries: of several with one name that of the nearest place, which browsers say first. */
export function keyOf(request: Request, of: Of): string | undefined {
  const cookies = (request.headers.cookie ?? "").split(";").map((part) => part.trim().split("="));
  return cookies.find(([name]) => name === COOKIES[of])?.[1];
}

/** Below which address a shop is, as /at/north; nothing where it is the server's only one, or its first. */
export const placeOf = ({ baseUrl }: Request): string =>
  baseUrl.endsWith(API) ? baseUrl.slice(0, -API.length) : baseUrl;

const pathFor = (request: Request, of: Of) => (of === "office" ? "/" : placeOf(request) || "/");

/** Gives a device the key of a session, for this place alone; no page's script can read it. */
export function giveKey(request: Request, response: Response, of: Of, key: string): void {
  response.cookie(COOKIES[of], key, {
    httpOnly: true,
    sameSite: "strict",
    secure: request.secure,
    path: pathFor(request, of),
  });
}

/** Takes the key of this place off a device. */
export function takeKey(request: Request, response: Response, of: Of): void {
  response.clearCookie(COOKIES[of], { path: pathFor(request, of) });
}

/** Whoever is signed in and asks; null where nobody signs in here. */
export const personOf = (response: Response) => (response.locals["person"] ?? null) as SignedIn | null;

const signInFirst = () => new Problem(401, "Sign in", "Sign in first: this bench listens to a network.");

/** Whoever carries a key of these doors, or of the chain's; null where that is nobody, or it ran out. */
export const whoCarries = async (doors: DoorService, request: Request): Promise<SignedIn | null> =>
  (await doors.who(keyOf(request, doors.of))) ?? doors.ofChain(keyOf(request, "office"));

/** Says who asks, for everything that comes after. */
export function whoAsks(doors: DoorService): RequestHandler {
  return async (request, response, next) => {
    response.locals["person"] = doors.needed ? await whoCarries(doors, request) : null;
    next();
  };
}

/** How somebody stands in what is written down. */
const whoIs = ({ initials, looksIn }: SignedIn) => (looksIn ? `${initials} of the chain` : initials);

/** Writes down that somebody was not allowed, and says why. @throws Problem 403 */
async function turnedAway(
  doors: DoorService,
  request: Request,
  person: SignedIn,
  why: string,
): Promise<never> {
  await doors.audit(whoIs(person), `was not allowed: ${request.method} ${request.path}`, addressOf(request));
  throw new Problem(403, "Not allowed", why);
}

/**
 * Whoever writes into a job, as what they may there: a trainee is a technician on motors of a family that an owner lets them
 * work on alone. @throws Problem 403 where the role does not reach
 */
export async function atThisMotor(
  doors: DoorService,
  request: Request,
  person: SignedIn | null,
  least: Role,
  familyOf: () => Promise<Family>,
): Promise<SignedIn | null> {
  if (!person || person.alone.length === 0 || notAllowed(person.role, "technician") === null) return person;
  const alone = person.alone.includes(await familyOf());
  const why = alone ? null : notAllowed(person.role, least);
  if (why !== null) await turnedAway(doors, request, person, why);
  return alone ? { ...person, role: "technician" } : person;
}

/** Lets in who is signed in, what their role may do, and only from our own pages. */
export function gate(doors: DoorService, { may, orAlone }: Pick<Route, "may" | "orAlone">): RequestHandler {
  return async (request, response, next) => {
    if (!doors.needed || may === "anybody" || may === "withItsKey") return next();
    const person = personOf(response);
    if (!person) throw signInFirst();
    if (person.looksIn && !SAFE.has(request.method))
      await turnedAway(
        doors,
        request,
        person,
        "You look into this shop from the chain: what is written here is written by its own people.",
      );
    if (!SAFE.has(request.method) && request.get(TOKEN_HEADER) !== person.token)
      throw new Problem(
        403,
        "Not from our page",
        "This change did not come from a page of this bench. Reload it.",
      );
    const why = notAllowed(person.role, may, SAFE.has(request.method) ? "look" : "change");
    if (why !== null && !(orAlone && person.alone.length > 0)) await turnedAway(doors, request, person, why);
    next();
  };
}

/** What has no address here is refused: to whoever is not signed in without saying so. */
export function nothingHere(doors: DoorService): RequestHandler {
  return (_request, response) => {
    if (doors.needed && !personOf(response)) throw signInFirst();
    throw new Problem(404, "No such address", "The API has nothing at this address.");
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

/** Does it, writes down who did it, and answers then: also of somebody who did not wait for the answer. */
export function answered(doors: DoorService, { audit, handle }: Pick<Route, "audit" | "handle">) {
  return async (request: Request, response: Response, _next: NextFunction): Promise<void> => {
    const { path } = request;
    const answer = await handle(request, response);
    const person = personOf(response);
    if ("line" in audit)
      await doors.audit(
        person ? whoIs(person) : "this computer",
        `${audit.line} (${path})`,
        addressOf(request),
      );
    if (!answer) return;
    if ("send" in answer) await answer.send();
    else response.status(answer.status ?? 200).json(answer.body);
  };
}
