import { request as httpRequest } from "node:http";
import { gunzipSync, gzipSync } from "node:zlib";
import { openApi } from "#contract/openApi";
import { chanceFrom } from "#bench/chance";
import { INTAKE, JOB } from "./entries.ts";

/** One request as it goes onto the wire, as wrong as nobody writes it on purpose. */
interface Wild {
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: Buffer | null;
}

interface Answer {
  readonly status: number;
  readonly type: string;
  readonly cache: string;
  readonly text: string;
}

export interface FuzzTally {
  readonly asked: number;
  readonly byStatus: ReadonlyMap<number, number>;
  /** What an API must not do, each with its request. */
  readonly faults: readonly string[];
}

const METHODS = ["GET", "PUT", "POST", "DELETE", "PATCH", "HEAD", "OPTIONS"] as const;
const IDS = [
  JOB,
  JOB.toUpperCase(),
  "01980000-0000-7000-8000-0000000000ff",
  "not-an-id",
  "%00",
  "%",
  "%E0%A4%A",
  "%F0%9F%92%A9",
  "..%2f..%2fetc%2fpasswd",
  "a".repeat(300),
  "green-fable-2026-03-02.sqlite",
  "{id}",
] as const;
const QUERIES = [
  "",
  "?page=0",
  "?page=-1",
  "?page=999999999999999999999",
  "?page=1e400",
  "?page=2.5",
  "?page=NaN",
  "?size=100000",
  "?size=500&page=1000000",
  "?q=%00",
  "?q=a%00b",
  "?q=%25%25%25",
  "?q=%5F",
  "?q=' OR 1=1 --",
  `?q=${"x".repeat(4000)}`,
  "?q[]=1&q[]=2",
  "?q[a]=b",
  "?stage=nowhere",
  "?stage=open&mine=%F0%9F%92%A9&owner=%00&dueBefore=%00",
  "?model=%00&family=%00",
  "?__proto__[x]=1",
  "?q=%E0%A4%A",
] as const;
const deep = (depth: number) => `${"[".repeat(depth)}${"]".repeat(depth)}`;
const JSONS = [
  "",
  "null",
  "true",
  "0",
  "1e999",
  '"text"',
  "[]",
  "{}",
  "{",
  "{}}",
  "\u0000",
  deep(50),
  deep(20_000),
  `{"a":${deep(3000)}}`,
  '{"__proto__":{"x":1}}',
  '{"id":null}',
  `{"id":"${JOB}"}`,
  `{"id":"${JOB}","by":"MO","at":"2026-03-02T09:15:00.000Z","words":"\\u0000","reason":"\\ud800"}`,
  JSON.stringify(INTAKE),
  JSON.stringify({ ...INTAKE, motor: { ...INTAKE.motor, polePairs: 1e308 } }),
  JSON.stringify({ ...INTAKE, takenInAt: "yesterday" }),
  JSON.stringify({ initials: "MO", passPhrase: "x".repeat(10_000) }),
  JSON.stringify({ initials: ["MO"], passPhrase: {} }),
] as const;
const TYPES = [
  "application/json",
  "application/json; charset=utf-8",
  "application/json; charset=klingon",
  "application/json; charset=utf-16",
  "text/plain",
  "application/zip",
  "image/jpeg",
  "application/octet-stream",
  "multipart/form-data; boundary=x",
  "",
  "nonsense",
] as const;
const EXTRA: readonly Readonly<Record<string, string>>[] = [
  {},
  {},
  {},
  { "If-Match": '"0"' },
  { "If-Match": '"999999999"' },
  { "If-Match": "*" },
  { "If-Match": '"-1"' },
  { Range: "bytes=0-" },
  { Range: "bytes=9-1" },
  { Range: "bytes=abc" },
  { "Accept-Encoding": "br;q=x, gzip" },
  { Accept: "nothing/at-all" },
  { "If-None-Match": "*" },
  { Cookie: "green-fable-session=%; a=b; ;;=" },
  { "X-Bench-Token": "x" },
  { Expect: "100-continue" },
  { "Content-Encoding": "klingon" },
  { "Content-Encoding": "gzip" },
  { "Content-Encoding": "deflate" },
];

function wilds(seed: number): () => Wild {
  const chance = chanceFrom(seed);
  const pick = chance.oneOf;
  const operations = Object.entries(openApi()["paths"] as Record<string, Record<string, unknown>>).flatMap(
    ([path, methods]) => Object.keys(methods).map((method) => ({ path, method: method.toUpperCase() })),
  );
  return () => {
    const operation = pick(operations);
    const headers: Record<string, string> = { ...pick(EXTRA) };
    const method = chance.happens(0.75) ? operation.method : pick(METHODS);
    const path = operation.path.replace(/\{\w+\}/gu, () => (chance.happens(0.5) ? JOB : pick(IDS)));
    // Percent signs stay as they are written: that they decode to nothing is the point of some.
    const address = encodeURI(`${path}${pick(QUERIES)}`).replace(/%25/gu, "%");
    if (method === "GET" || method === "HEAD" || method === "OPTIONS")
      return { method, path: address, headers, body: null };
    const type = chance.happens(0.6) ? "application/json" : pick(TYPES);
    if (type) headers["Content-Type"] = type;
    const text = pick(JSONS);
    const plain =
      type === "image/jpeg" ? Buffer.from([0xff, 0xd8, 0xff, ...Buffer.from(text)]) : Buffer.from(text);
    const body = headers["Content-Encoding"] === "gzip" && chance.happens(0.5) ? gzipSync(plain) : plain;
    return { method, path: address, headers, body };
  };
}

function ask(base: URL, { method, path, headers, body }: Wild): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const request = httpRequest(
      {
        host: base.hostname,
        port: base.port,
        method,
        path,
        headers: { ...headers, ...(body && { "Content-Length": String(body.length) }) },
        timeout: 10_000,
      },
      (response) => {
        const chunks: Buffer[] = [];
        response.on("data", (chunk: Buffer) => chunks.push(chunk));
        response.on("end", () =>
          resolve({
            status: response.statusCode ?? 0,
            type: response.headers["content-type"] ?? "",
            cache: response.headers["cache-control"] ?? "",
            // What is long is packed for who takes it so.
            text: (response.headers["content-encoding"] === "gzip"
              ? gunzipSync(Buffer.concat(chunks))
              : Buffer.concat(chunks)
            ).toString("utf8"),
          }),
        );
      },
    );
    request.on("error", reject);
    request.on("timeout", () => request.destroy(new Error("no answer within ten seconds")));
    request.end(body ?? undefined);
  });
}

function faultOf({ method }: Wild, { status, type, cache, text }: Answer): string | null {
  // A full disk or a busy file may be told by 507 or 503; anything else of the kind is a fault of ours.
  if (status >= 500) return `answered ${status}: ${text.slice(0, 200)}`;
  if (!cache.includes("no-store")) return `may be kept: Cache-Control “${cache}”`;
  if (status < 400 || method === "HEAD") return null;
  if (!type.startsWith("application/problem+json")) return `${status} as ${type}: ${text.slice(0, 100)}`;
  const problem = JSON.parse(text) as { status?: unknown; detail?: unknown };
  return problem.status === status && typeof problem.detail === "string" && problem.detail.length > 3
    ? null
    : `${status} says nothing: ${text.slice(0, 200)}`;
}

/**
 * Sends wild requests to every operation of the API, one after the other, and looks at what comes back.
 * @param base address of a server on loopback
 */
export async function fuzz(base: string, count: number, seed: number): Promise<FuzzTally> {
  const next = wilds(seed);
  const byStatus = new Map<number, number>();
  const faults: string[] = [];
  for (let n = 0; n < count; n += 1) {
    const wild = next();
    const told = `${wild.method} ${wild.path.slice(0, 120)} ${JSON.stringify(wild.headers)} ${wild.body?.toString("utf8", 0, 80) ?? ""}`;
    try {
      const answer = await ask(new URL(base), wild);
      byStatus.set(answer.status, (byStatus.get(answer.status) ?? 0) + 1);
      const fault = faultOf(wild, answer);
      if (fault) faults.push(`${told}\n  ${fault}`);
    } catch (error) {
      faults.push(`${told}\n  ${error instanceof Error ? error.message : String(error)}`);
    }
  }
  return { asked: count, byStatus, faults };
}
