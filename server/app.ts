import { existsSync } from "node:fs";
import type { IncomingMessage, ServerResponse } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import compression from "compression";
import packedFiles from "express-static-gzip";
import express, { type ErrorRequestHandler, type RequestHandler, type Response } from "express";
import { rateLimit } from "express-rate-limit";
import helmet from "helmet";
import type { Logger } from "pino";
import { API } from "#contract/routes";
import type { DoorService } from "./doors/doors.ts";
import type { CopyKeeper } from "./keeping/daily.ts";
import { Problem } from "./problem.ts";
import { readBundleFile } from "./incoming/bundleFile.ts";
import { readCaptureFile } from "./incoming/captureFile.ts";
import type { Incoming } from "./routes/bundles.ts";
import { isDatabaseGone } from "./database/port.ts";
import { routes } from "./routes/index.ts";
import { isOfChain, noShopHere } from "./chain/noShop.ts";
import type { OfficeService } from "./chain/office.ts";
import { placeOf } from "./doors/gate.ts";
import type { Services } from "./services/index.ts";
import { underWay as followed, type UnderWay } from "./underWay.ts";

export interface AppParts {
  readonly services: Services;
  readonly doors: DoorService;
  /** Where this is a chain's office, and no shop: what is done there. */
  readonly office?: OfficeService | null;
  /** Null where nobody keeps copies. */
  readonly copies?: CopyKeeper | null;
  readonly log: Logger;
  /** Host names, without port, that this server answers to. */
  readonly hosts: readonly string[];
  /** Folder of the built browser application; null for the API alone. */
  readonly web: string | null;
  /** Whether the shop is the invented one: the browser then offers a walk through it. */
  readonly demo?: boolean;
  /** More than anybody types; for tests that ask more. */
  readonly requestsAMinute?: number;
  /** What is uploaded: where it lies until it was read, and who reads it; this thread, where nothing is said. */
  readonly incoming?: Incoming;
  /** Addresses of our own that stand in front and say who asks, by which name and how. */
  readonly proxies?: readonly string[];
  /** Follows the work of requests to its end, for whoever closes the file after it. */
  readonly underWay?: UnderWay;
}

const BODY_LIMIT = "2mb";
const REQUESTS_A_MINUTE = 6000;

/** Only our own pages may talk to us: keeps other sites and rebound names off a local server. */
function knownCaller(hosts: readonly string[]): RequestHandler {
  return (request, _response, next) => {
    // The name the browser asked for: a proxy that is trusted hands it on.
    const host = request.host ?? "";
    const name = host.replace(/:\d+$/u, "").toLowerCase();
    if (!hosts.includes(name))
      throw new Problem(
        421,
        "Unknown host",
        `This server does not answer to the name “${name.slice(0, 80)}”. Start it with --allow-host ${name.slice(0, 80)} if it is right.`,
      );
    const { origin } = request.headers;
    if (origin !== undefined && origin !== `${request.protocol}://${host}`)
      throw new Problem(403, "Foreign origin", "Only this server's own pages may call it.");
    next();
  };
}

const NO_DATABASE =
  "The shop's database does not answer. Send it again in a moment: what was saved is not saved twice.";

/** What the file system or the database says, for a person: by its code. */
const CAUSES: readonly (readonly [RegExp, number, string, string])[] = [
  [
    /^(?:SQLITE_FULL|ENOSPC|EDQUOT)$/u,
    507,
    "Disk full",
    "The server's disk is full. Nothing of this was saved; make room on it, then send it again.",
  ],
  [
    /^(?:SQLITE_READONLY|EROFS|EACCES|EPERM|SQLITE_CANTOPEN|SQLITE_PERM)$/u,
    507,
    "Cannot write",
    "The server may not write its file. Nothing of this was saved; give it the right to write there.",
  ],
  [
    /^(?:SQLITE_CORRUPT|SQLITE_NOTADB|SQLITE_IOERR)$/u,
    500,
    "File damaged",
    "The shop's file is damaged. Nothing of this was saved. Stop the server and bring the last copy back.",
  ],
  [/^(?:57P0[123]|08\w{3}|53300)$/u, 503, "No database", NO_DATABASE],
  [
    /^53100$/u,
    507,
    "Disk full",
    "The database server's disk is full. Nothing of this was saved; make room on it, then send it again.",
  ],
  [
    /^SQLITE_BUSY$/u,
    503,
    "Busy",
    "Another program holds the shop's file. Nothing of this was saved; send it again in a moment.",
  ],
];

function codesOf(error: unknown): string[] {
  if (!(error instanceof Error)) return [];
  const { code, original, parent } = error as Error & {
    code?: unknown;
    original?: unknown;
    parent?: unknown;
  };
  return [...(typeof code === "string" ? [code] : []), ...codesOf(original ?? parent)];
}

/** What reads the request refuses it with a status of its own: a body that is cut short, packed in an unknown way, too large. */
const READING: Readonly<Record<string, readonly [number, string, string]>> = {
  "entity.too.large": [413, "Too large", "That is more than a request may hold here; nothing was kept."],
  "entity.parse.failed": [400, "Not JSON", "The body is not valid JSON."],
  "charset.unsupported": [415, "Unknown letters", "Send JSON as UTF-8."],
  "encoding.unsupported": [
    415,
    "Unknown packing",
    "Send the body plain, or packed with gzip, deflate or br.",
  ],
  "request.size.invalid": [400, "Cut short", "The body is not as long as it says."],
  "request.aborted": [400, "Cut short", "The request ended before its body did."],
};

/** Whoever asked went away, or their line was cut. */
const isCutOff = (error: unknown) =>
  codesOf(error).some((code) =>
    ["ERR_STREAM_PREMATURE_CLOSE", "ECONNRESET", "ECONNABORTED", "EPIPE"].includes(code),
  );

function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (isDatabaseGone(error)) return new Problem(503, "No database", NO_DATABASE);
  if (isCutOff(error)) return new Problem(...READING["request.aborted"]!);
  const kind = error instanceof Error && "type" in error ? String(error.type) : "";
  const reading = READING[kind];
  if (reading) return new Problem(...reading);
  const codes = codesOf(error);
  const cause = CAUSES.find(([code]) => codes.some((one) => code.test(one)));
  if (cause) return new Problem(cause[1], cause[2], cause[3]);
  const status = error instanceof Error && "status" in error ? Number(error.status) : 500;
  if (error instanceof URIError)
    return new Problem(400, "Bad address", "The address is not written as addresses are.");
  if (status >= 400 && status < 500)
    return new Problem(status, "Not understood", "The request is not as it should be.");
  return new Problem(500, "Our fault", "Something went wrong here. Nothing was saved; try again.");
}

function send(response: Response, { status, title, message, extra }: Problem): void {
  response
    .status(status)
    .type("application/problem+json")
    .json({ type: "about:blank", status, title, detail: message, ...extra });
}

function errors(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, _next) => {
    const problem = asProblem(error);
    if (problem.status >= 500)
      log.error({ err: error, method: request.method, url: request.url }, "request failed");
    // What was begun cannot be taken back: its end is cut off, so that nobody takes it for whole.
    if (response.headersSent) return void response.destroy();
    const { seconds } = problem.extra;
    if (typeof seconds === "number") response.set("Retry-After", String(seconds));
    send(response, problem);
  };
}

/** What a browser is told with every answer. It is the same each time, and worked out once. */
const SAFE_HEADERS = headersOf(
  helmet({
    strictTransportSecurity: false,
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        workerSrc: ["'self'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", "data:", "blob:"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        frameAncestors: ["'none'"],
        formAction: ["'self'"],
      },
    },
  }),
);

/** The headers that a middleware sets, whoever asks. */
function headersOf(middleware: ReturnType<typeof helmet>): Map<string, string> {
  const headers = new Map<string, string>();
  const response = {
    setHeader: (name: string, value: string) => headers.set(name, value),
    removeHeader: (name: string) => headers.delete(name),
  } as unknown as ServerResponse;
  middleware({} as IncomingMessage, response, (error?: unknown) => {
    if (error instanceof Error) throw error;
  });
  return headers;
}

/** The bench's day, as the bench asks for it: a browser fetches it while it still reads what draws it. */
const askedAhead = (place: string) => `<${place}${API}/day>; rel=preload; as=fetch; crossorigin=anonymous`;

/** Assembles the application; nothing happens here. */
export function createApp({
  services,
  doors,
  office = null,
  copies = null,
  log,
  hosts,
  web,
  demo = false,
  incoming = { folder: tmpdir(), bundle: readBundleFile, capture: readCaptureFile },
  proxies = [],
  requestsAMinute = REQUESTS_A_MINUTE,
  underWay = followed(),
}: AppParts): express.Express {
  const app = express();
  // An address is written in one way; see the router of the API.
  app.enable("case sensitive routing");
  app.enable("strict routing");
  if (proxies.length > 0) app.set("trust proxy", [...proxies]);
  app.disable("x-powered-by");
  // Answers of the API are kept by nobody; files bring their own.
  app.disable("etag");
  app.use((_request, response, next) => {
    response.setHeaders(SAFE_HEADERS);
    next();
  });
  app.use(knownCaller(hosts));
  // Below these addresses a chain answers before; a shop that is in none has nothing there.
  app.use((request, response, next) => {
    if (request.baseUrl === "" && isOfChain(request.path)) noShopHere(request, response, next);
    else next();
  });
  app.use(compression());
  app.use(
    API,
    rateLimit({
      windowMs: 60_000,
      limit: requestsAMinute,
      legacyHeaders: false,
      standardHeaders: true,
      handler: (_request, response) =>
        send(response, new Problem(429, "Too many", "That is more than anybody types. Wait a minute.")),
    }),
  );
  app.use(API, routes({ services, doors, office, copies, bodyLimit: BODY_LIMIT, demo, incoming, underWay }));
  if (web && existsSync(web)) {
    // The service worker is asked for anew at every start: it brings a new version.
    app.get("/sw.js", (_request, response) => {
      response.set("Cache-Control", "no-cache").sendFile(join(web, "sw.js"));
    });
    // What cannot be read as an address is refused in our words, before the files are looked through.
    app.use((request, _response, next) => {
      decodeURIComponent(request.path);
      next();
    });
    // Packed once, by the build.
    app.use(
      packedFiles(web, {
        index: false,
        enableBrotli: true,
        orderPreference: ["br", "gzip"],
        serveStatic: { index: false, maxAge: "1y", immutable: true },
      }),
    );
    app.get("/{*path}", (request, response) => {
      if (request.path === "/" && !office) response.set("Link", askedAhead(placeOf(request)));
      response.set("Cache-Control", "no-cache").sendFile(join(web, "index.html"));
    });
  }
  app.use(errors(log));
  return app;
}
