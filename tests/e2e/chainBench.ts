import { once } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import { createServer, request, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { startPostgres, type PostgresServer } from "../../scripts/postgres/server.ts";
import { intoHome, takeIn as takeShopIn } from "../../server/chain/founding.ts";
import { moveIn } from "../../server/keeping/moveShop.ts";
import { shopFile } from "../../server/shopFile.ts";
import { copyOfDemo } from "./demoShop.ts";
import { startServer, type RunningServer } from "./server.ts";

/** What stands in front of several processes: each request goes to the next of those that are there. */
function byTurns(ports: () => readonly number[]): Server {
  let turn = 0;
  return createServer((asked: IncomingMessage, answer: ServerResponse) => {
    const there = ports();
    turn += 1;
    const on = request(
      {
        host: "127.0.0.1",
        port: there[turn % there.length],
        path: asked.url,
        method: asked.method,
        headers: asked.headers,
      },
      (response) => {
        answer.writeHead(response.statusCode ?? 502, response.headers);
        response.pipe(answer);
      },
    );
    on.once("error", () => answer.destroy());
    asked.pipe(on);
  });
}

/** Several processes on one PostgreSQL database behind one address, with the invented shop moved in. */
export class ChainBench {
  private constructor(
    private readonly folder: string,
    private readonly postgres: PostgresServer,
    private readonly database: string,
    readonly processes: (RunningServer | null)[],
    private readonly front: Server,
  ) {}

  /** @param shops beside the first one, each empty, by their name in an address and how they are called */
  static async open(count: number, shops: Readonly<Record<string, string>> = {}): Promise<ChainBench> {
    const folder = mkdtempSync(join(tmpdir(), "green-fable-chain-"));
    const postgres = await startPostgres({ fsync: "off" });
    const client = new pg.Client({ connectionString: postgres.address("postgres") });
    await client.connect();
    await client.query("CREATE DATABASE chain");
    await client.end();
    const database = postgres.address("chain");
    const demo = copyOfDemo();
    await moveIn(join(demo, shopFile.NAME), intoHome(database, new Date()), new Date());
    rmSync(demo, { recursive: true, force: true });
    for (const [id, title] of Object.entries(shops))
      await takeShopIn(database, { id, title, homeTitle: "Mill lane" }, new Date(), () => Promise.resolve());
    const processes: (RunningServer | null)[] = await Promise.all(
      Array.from({ length: count }, (_, n) => startServer(join(folder, String(n)), [], 0, database)),
    );
    const front = byTurns(() =>
      processes.flatMap((one) => (one ? [Number(new URL(one.url).port)] : [])),
    ).listen(0, "127.0.0.1");
    await once(front, "listening");
    return new ChainBench(folder, postgres, database, processes, front);
  }

  /** The one address of all of them. */
  get url(): string {
    return `http://127.0.0.1:${(this.front.address() as AddressInfo).port}`;
  }

  /** A shop of the chain, at its own address. */
  at(shop: string): { readonly url: string } {
    return { url: `${this.url}/at/${shop}` };
  }

  /** One of them is gone, as when its machine loses its power. */
  async kill(n: number): Promise<void> {
    const gone = this.processes[n];
    this.processes[n] = null;
    await gone?.kill("SIGKILL");
  }

  async start(n: number): Promise<void> {
    this.processes[n] = await startServer(join(this.folder, String(n)), [], 0, this.database);
  }

  /** The database's server loses its power, and comes back. */
  crash(): Promise<void> {
    return this.postgres.crash();
  }

  async [Symbol.asyncDispose](): Promise<void> {
    this.front.closeAllConnections();
    this.front.close();
    for (const one of this.processes) await one?.kill("SIGTERM");
    await this.postgres.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
