import type { Request, Response } from "express";
import { listeningOf, type Feed, type LiveEvent, type Listening } from "#contract/feed";
import { feedSchema, samplesSchema } from "#contract/feedSchema";
import type { DoorService } from "../doors/doors.ts";
import { whoCarries } from "../doors/gate.ts";
import { Problem } from "../problem.ts";
import type { FeedService } from "../services/feeds.ts";
import { nameOf, validated } from "./reading.ts";
import { KEEPS_NOTHING, READS, type Route } from "./route.ts";

/** Instruments that one bench listens to at a time. */
const MOST_LISTENED = 8;
/** A line that carries nothing for so long, ms, is closed by what stands between: something is said before. */
const STILL_HERE = 15_000;

/** @throws Problem 422 */
function listenedTo(request: Request): Listening[] {
  const { to } = request.query;
  const texts = (Array.isArray(to) ? to : [to]).filter((one) => typeof one === "string");
  const found = texts.map(listeningOf);
  if (found.length === 0 || found.length > MOST_LISTENED || found.includes(null))
    throw new Problem(
      422,
      "Nothing to listen to",
      "Say what to listen to, as ?to=ohms:meter-2, up to eight times.",
    );
  return found.filter((one) => one !== null);
}

/** What the key of an instrument is sent as. @throws Problem 401 */
function bearerOf(request: Request): string {
  const [, key] = /^Bearer ([\w-]{1,200})$/u.exec(request.get("Authorization") ?? "") ?? [];
  if (key === undefined)
    throw new Problem(401, "No key", "Send the instrument's key as Authorization: Bearer KEY.");
  return key;
}

/** Keeps a line open and writes what is heard onto it, for as long as whoever listens may. */
function stream(request: Request, response: Response, feeds: FeedService, doors: DoorService): void {
  const to = listenedTo(request);
  response.set({ "Content-Type": "text/event-stream", "Cache-Control": "no-store, no-transform" });
  response.flushHeaders();
  const tell = ({ kind, ...said }: LiveEvent) =>
    void response.write(`event: ${kind}\ndata: ${JSON.stringify(said)}\n\n`);
  const end = feeds.listen({ to, tell, over: () => void response.end() });
  const still = setInterval(() => {
    void (doors.needed ? whoCarries(doors, request) : Promise.resolve(true)).then(
      // Who signed out meanwhile hears no more.
      (who) => (who ? response.write(": still here\n\n") : response.end()),
      () => response.end(),
    );
  }, STILL_HERE);
  still.unref();
  response.on("close", () => {
    clearInterval(still);
    end();
  });
}

/** Instruments that say what they read. HTTP only. */
export function feedRoutes(feeds: FeedService, doors: DoorService): Route[] {
  return [
    {
      method: "get",
      path: "/feeds",
      may: "trainee",
      audit: READS,
      handle: async (_request, response) => void response.json(await feeds.feeds()),
    },
    {
      method: "put",
      path: "/instruments/:id/feed",
      may: "owner",
      audit: { line: "changed how an instrument speaks" },
      handle: async (request) => ({
        body: await feeds.putFeed(nameOf(request, "id"), validated<Feed>(feedSchema, request.body)),
      }),
    },
    {
      method: "delete",
      path: "/instruments/:id/feed",
      may: "owner",
      audit: { line: "let an instrument speak no more" },
      handle: async (request) => {
        await feeds.endFeed(nameOf(request, "id"));
        return { body: { ok: true } };
      },
    },
    {
      method: "post",
      path: "/instruments/:id/samples",
      may: "withItsKey",
      audit: KEEPS_NOTHING,
      handle: async (request, response) => {
        const key = bearerOf(request);
        const { samples } = validated(samplesSchema, request.body);
        response.json(await feeds.hear(nameOf(request, "id"), key, samples));
      },
    },
    {
      method: "get",
      path: "/live",
      may: "trainee",
      audit: READS,
      handle: (request, response) => stream(request, response, feeds, doors),
    },
  ];
}
