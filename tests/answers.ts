import { vi } from "vitest";

/** Until it holds, on a laptop that does other things too. */
export const soon = (holds: () => void): Promise<void> => vi.waitFor(holds, { timeout: 20_000 });

/** Something a page asked of the server, whose answer the test gives when it likes. */
export interface Asked {
  readonly method: string;
  readonly path: string;
  readonly query: string;
  readonly headers: Headers;
  /** What was sent along, as text; empty where nothing was. */
  readonly body: () => Promise<string>;
  readonly answer: (body: unknown, init?: ResponseInit) => void;
  /** Nobody answers. */
  readonly unreachable: () => void;
}

const ORIGIN = "http://127.0.0.1";

/** Stands where the network was: what is asked is collected, and waits. */
export function collectAsked(): Asked[] {
  const asked: Asked[] = [];
  const PlainRequest = globalThis.Request;
  vi.stubGlobal(
    "Request",
    class extends PlainRequest {
      constructor(path: string | Request, init?: RequestInit) {
        super(typeof path === "string" ? new URL(path, ORIGIN) : path, init);
      }
    },
  );
  vi.stubGlobal("fetch", (what: string | Request, init: RequestInit = {}) => {
    const request = typeof what === "string" ? new PlainRequest(new URL(what, ORIGIN), init) : what;
    return new Promise<Response>((resolve, reject) => {
      const { pathname, search } = new URL(request.url);
      asked.push({
        method: request.method,
        path: pathname,
        query: search,
        headers: request.headers,
        body: () => request.clone().text(),
        answer: (body, others = {}) =>
          resolve(
            new Response(JSON.stringify(body), {
              ...others,
              headers: { "Content-Type": "application/json", ...others.headers },
            }),
          ),
        unreachable: () => reject(new TypeError("fetch failed")),
      });
    });
  });
  return asked;
}

/** Takes the next request out that was made in a way, once it was made. */
export async function nextAsked(asked: Asked[], method: string, path?: string): Promise<Asked> {
  const found = () => asked.findIndex((one) => one.method === method && (path ?? one.path) === one.path);
  await soon(() => {
    if (found() < 0) throw new Error(`${method} ${path ?? ""} was not asked`);
  });
  return asked.splice(found(), 1)[0]!;
}

/** What a server says to a request, by method and path; null does not answer, and `*` ends a path that goes on. */
type Answers = Readonly<Record<string, unknown>>;
interface WithStatus {
  readonly status: number;
  readonly body: unknown;
}
const hasStatus = (answer: unknown): answer is WithStatus =>
  typeof answer === "object" && answer !== null && "status" in answer && "body" in answer;

/** Answers at once, in the server's place. @returns what was sent since, as its line and its body; reading asks are left out */
export function answering(answers: Answers): () => readonly (readonly [string, unknown])[] {
  const asked = collectAsked();
  const collected = globalThis.fetch;
  const sent: [string, unknown][] = [];
  vi.stubGlobal("fetch", async (what: string | Request, init?: RequestInit) => {
    const response = collected(what, init);
    const request = asked.pop()!;
    const line = `${request.method} ${request.path.replace("/api/v1", "")}`;
    if (request.method !== "GET") sent.push([line, JSON.parse((await request.body()) || "null")]);
    const key = Object.keys(answers).find(
      (one) => one === line || (one.endsWith("*") && line.startsWith(one.slice(0, -1))),
    );
    const answer =
      key === undefined ? { status: 404, body: { detail: `Nothing is at ${line}.` } } : answers[key];
    if (answer === null) request.unreachable();
    else if (hasStatus(answer)) request.answer(answer.body, { status: answer.status });
    else request.answer(answer);
    return response;
  });
  return () => sent;
}
