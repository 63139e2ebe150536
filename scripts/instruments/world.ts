import { once } from "node:events";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { performance } from "node:perf_hooks";
import { json } from "node:stream/consumers";
import type { Table } from "#bench/table";
import { actOf } from "../../server/practice/actSchema.ts";

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
