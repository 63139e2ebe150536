import { ANSWERS, FROM_DEVICE, jobWrittenTo, strategyFor } from "./strategy.ts";

/** Filled in by the build: what the application is made of, and a name for just this version of it. */
const ASSETS = JSON.parse("__ASSETS__") as readonly string[];
const VERSION = "__VERSION__";

const MADE_OF = `green-fable-${VERSION}`;
/** Answers kept at most: the oldest go first. */
const MOST_ANSWERS = 300;

/** The few things of a service worker's world that are used here. */
interface Waiting extends Event {
  waitUntil(work: Promise<unknown>): void;
}
interface Asked extends Waiting {
  readonly request: Request;
  respondWith(answer: Promise<Response>): void;
}
interface World {
  readonly location: Location;
  readonly clients: { claim(): Promise<void> };
  skipWaiting(): Promise<void>;
  addEventListener(type: "install" | "activate", listener: (event: Waiting) => void): void;
  addEventListener(type: "fetch", listener: (event: Asked) => void): void;
  addEventListener(type: "message", listener: (event: MessageEvent) => void): void;
}
const world = self as unknown as World;

/** In the words of the server, so that the page says it as any refusal. */
const noAnswer = () =>
  new Response(
    JSON.stringify({
      type: "about:blank",
      status: 503,
      title: "No answer",
      detail: "The server does not answer, and this was not looked at on this device before.",
    }),
    { status: 503, headers: { "Content-Type": "application/problem+json", [FROM_DEVICE]: "1" } },
  );

async function keep(request: Request, answer: Response): Promise<void> {
  const cache = await caches.open(ANSWERS);
  await cache.put(request, answer);
  const kept = await cache.keys();
  for (const old of kept.slice(0, Math.max(0, kept.length - MOST_ANSWERS))) await cache.delete(old);
}

async function fromServer(request: Request): Promise<Response> {
  try {
    const answer = await fetch(request);
    if (answer.ok) await keep(request, answer.clone());
    return answer;
  } catch {
    const kept = await (await caches.open(ANSWERS)).match(request);
    if (!kept) return noAnswer();
    const headers = new Headers(kept.headers);
    headers.set(FROM_DEVICE, "1");
    return new Response(kept.body, { status: kept.status, headers });
  }
}

/** Jobs that were written into and are to be asked for anew. */
const changed = new Set<string>();
/** Readings follow each other fast: one answer serves all of them, ms. */
const TOGETHER_FOR = 250;

/** What is written is delivered, and what is kept of its job is brought up to date: without the server it is still there. */
async function delivered(event: Asked, job: string): Promise<Response> {
  const answer = await fetch(event.request);
  if (answer.ok && !changed.has(job)) {
    changed.add(job);
    event.waitUntil(
      new Promise((done) => setTimeout(done, TOGETHER_FOR)).then(async () => {
        changed.delete(job);
        await fromServer(new Request(job));
      }),
    );
  }
  return answer;
}

async function page(request: Request): Promise<Response> {
  try {
    return await fetch(request);
  } catch {
    return (await (await caches.open(MADE_OF)).match("/")) ?? noAnswer();
  }
}

const asset = async (request: Request): Promise<Response> =>
  (await (await caches.open(MADE_OF)).match(request)) ?? fetch(request);

world.addEventListener("install", (event) => {
  event.waitUntil(caches.open(MADE_OF).then((cache) => cache.addAll(["/", ...ASSETS])));
});
world.addEventListener("activate", (event) => {
  const tidy = async () => {
    for (const name of await caches.keys())
      if (name !== MADE_OF && name !== ANSWERS) await caches.delete(name);
    await world.clients.claim();
  };
  event.waitUntil(tidy());
});
world.addEventListener("message", ({ data }) => {
  if (data === "use it now") void world.skipWaiting();
});
world.addEventListener("fetch", (event) => {
  const { request } = event;
  const strategy = strategyFor(request, world.location.origin, ASSETS);
  if (strategy === "answer") event.respondWith(fromServer(request));
  else if (strategy === "page") event.respondWith(page(request));
  else if (strategy === "asset") event.respondWith(asset(request));
  else {
    const job = jobWrittenTo(request, world.location.origin);
    if (job) event.respondWith(delivered(event, job));
  }
});
