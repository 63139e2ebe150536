import { once } from "node:events";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { performance } from "node:perf_hooks";
import { json } from "node:stream/consumers";
import type { Act } from "#bench/acts";
import { PLACES, POINTS } from "#bench/points";
import { SENSES } from "#bench/senses";
import type { Table } from "#bench/table";
import { byKind } from "#contract/fields";
import { LIVE_FUNCTION_NAMES } from "#core/live";
import Joi from "joi";

const point = Joi.string().valid(...POINTS);
const by = { with: Joi.string().required() };
const on = { on: Joi.boolean().required() };
/** What each act takes. */
const ACTS: { readonly [Do in Act["do"]]: Readonly<Record<string, Joi.Schema>> } = {
  touch: { ...by, red: point.required(), black: point.required() },
  tips: by,
  lift: by,
  press: by,
  dial: {
    ...by,
    reads: Joi.string()
      .valid(...LIVE_FUNCTION_NAMES)
      .required(),
  },
  reach: {
    ...by,
    at: Joi.string()
      .valid(...PLACES)
      .required(),
  },
  range: { ...by, fullScale: Joi.number().positive().allow(null).required() },
  null: by,
  power: on,
  call: on,
  insulate: on,
  plug: { in: Joi.boolean().required() },
  open: {},
  spin: { rpm: Joi.number().min(0).max(6000).required() },
  turn: { degrees: Joi.number().required() },
  stop: {},
  sense: {
    what: Joi.string()
      .valid(...Object.keys(SENSES))
      .required(),
  },
  wait: { seconds: Joi.number().min(0).max(3600).required() },
  supply: { ...by, amperes: Joi.number().min(0).max(10).allow(null).required() },
};
const actSchema = byKind("do", ACTS, `An act is one of: ${Object.keys(ACTS).join(", ")}.`).required();

/** An act as it was sent. @throws Error with one sentence where it is none */
export function actOf(asked: unknown): Act {
  const { error, value } = actSchema.validate(asked) as Joi.ValidationResult<Act>;
  if (error) throw new Error(error.message);
  return value;
}

/** What an instrument asks the bench for. */
export interface Shown {
  readonly reads: string;
  /** Null with an overload. */
  readonly value: number | null;
}

/**
 * The bench that all stand-ins read, on a free port of this computer: GET /shows?of=ID, GET /lamps, GET /rotor, POST /acts. Its
 * time is real time.
 */
export async function openWorld(table: Table) {
  let last = performance.now();
  const pass = () => {
    const now = performance.now();
    table.pass((now - last) / 1000);
    last = now;
  };
  const answer = async (method: string, url: URL, body: () => Promise<unknown>): Promise<unknown> => {
    pass();
    if (method === "POST" && url.pathname === "/acts") {
      const act = actOf(await body());
      const done = table.act(act);
      if (act.do === "wait") table.pass(act.seconds);
      return done;
    }
    if (url.pathname === "/lamps") return { lamps: table.lamps() };
    if (url.pathname === "/rotor") return { rpm: table.rpm() };
    if (url.pathname === "/shows") {
      const id = url.searchParams.get("of") ?? "";
      return { reads: table.dial(id), value: table.shows(id) } satisfies Shown;
    }
    throw new Error("The bench has nothing there.");
  };
  const server = createServer((request, response) => {
    const url = new URL(request.url ?? "/", "http://bench");
    const reply = (status: number, said: unknown) =>
      void response.writeHead(status, { "Content-Type": "application/json" }).end(JSON.stringify(said));
    answer(request.method ?? "GET", url, () => json(request)).then(
      (said) => reply(200, said),
      (error: unknown) => reply(422, { detail: error instanceof Error ? error.message : "" }),
    );
  }).listen(0, "127.0.0.1");
  await once(server, "listening");
  // Drill and surges go on though nobody looks.
  const clock = setInterval(pass, 50);
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    close: () => {
      clearInterval(clock);
      server.close();
      server.closeAllConnections();
    },
  };
}
