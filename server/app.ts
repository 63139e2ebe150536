import { existsSync } from "node:fs";
import { join } from "node:path";
import compression from "compression";
import express, { type ErrorRequestHandler, type RequestHandler } from "express";
import { rateLimit } from "express-rate-limit";
import helmet from "helmet";
import type { Logger } from "pino";
import { API } from "#contract/routes";
import { Problem } from "./problem.ts";
import { routes } from "./routes/index.ts";
import type { Services } from "./services/index.ts";

export interface AppParts {
  readonly services: Services;
  readonly log: Logger;
  /** Host names, without port, that this server answers to. */
  readonly hosts: readonly string[];
  /** Folder of the built browser application; null for the API alone. */
  readonly web: string | null;
}

const BODY_LIMIT = "2mb";
const REQUESTS_A_MINUTE = 6000;

/** Only our own pages may talk to us: keeps other sites and rebound names off a local server. */
function knownCaller(hosts: readonly string[]): RequestHandler {
  return (request, _response, next) => {
    const nameOf = (text: string) => text.replace(/:\d+$/u, "");
    if (!hosts.includes(nameOf(request.headers.host ?? "")))
      throw new Problem(421, "Unknown host", "This server does not answer to that name.");
    const { origin } = request.headers;
    if (origin !== undefined && origin !== `http://${request.headers.host}`)
      throw new Problem(403, "Foreign origin", "Only this server's own pages may call it.");
    next();
  };
}

function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  const kind = error instanceof Error && "type" in error ? error.type : null;
  if (kind === "entity.too.large")
    return new Problem(413, "Too large", "That is more than a request may hold here; nothing was kept.");
  if (kind === "entity.parse.failed") return new Problem(400, "Not JSON", "The body is not valid JSON.");
  return new Problem(500, "Our fault", "Something went wrong here. Nothing was saved; try again.");
}

function errors(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, _next) => {
    const problem = asProblem(error);
    if (problem.status >= 500)
      log.error({ err: error, method: request.method, url: request.url }, "request failed");
    response
      .status(problem.status)
      .type("application/problem+json")
      .json({
        type: "about:blank",
        status: problem.status,
        title: problem.title,
        detail: problem.message,
        ...problem.extra,
      });
  };
}

/** Assembles the application; nothing happens here. */
export function createApp({ services, log, hosts, web }: AppParts): express.Express {
  const app = express();
  app.disable("x-powered-by");
  app.use(
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
  app.use(knownCaller(hosts));
  app.use(compression());
  app.use(
    API,
    rateLimit({ windowMs: 60_000, limit: REQUESTS_A_MINUTE, legacyHeaders: false, standardHeaders: true }),
  );
  app.use(API, routes(services, BODY_LIMIT));
  if (web && existsSync(web)) {
    // The service worker is asked for anew at every start: it brings a new version.
    app.get("/sw.js", (_request, response) => {
      response.set("Cache-Control", "no-cache").sendFile(join(web, "sw.js"));
    });
    app.use(express.static(web, { index: false, maxAge: "1y", immutable: true }));
    app.get("/{*path}", (_request, response) => {
      response.set("Cache-Control", "no-cache").sendFile(join(web, "index.html"));
    });
  }
  app.use(errors(log));
  return app;
}
