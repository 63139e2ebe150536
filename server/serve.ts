import { existsSync, readFileSync, rmSync } from "node:fs";
import { createServer as createPlain, type RequestListener, type Server } from "node:http";
import { createServer as createSecure } from "node:https";
import { join } from "node:path";
import { createApp } from "./app.ts";
import { chainOn, type Chain } from "./chain/chain.ts";
import { addressOf } from "./chain/office.ts";
import { HOME } from "./chain/registry.ts";
import { openDatabase, type Database } from "./database/database.ts";
import { fillDemo } from "./demo/fill.ts";
import { emptyDemoFolder, ForeignFolder, refuseForeign } from "./demo/folder.ts";
import { isLarge, openingFault, quickCheck, refuseVanished, UnfitFile } from "./faults.ts";
import { OWN_HOUSE } from "./doors/doors.ts";
import { hostsOf, openLine } from "./hosts.ts";
import { judgeByOurRules, judgesByNewerRules } from "./judge/rules.ts";
import { inOwnThread } from "./judge/thread.ts";
import { inReadingThread } from "./incoming/thread.ts";
import { ownIncoming } from "./incoming/ownFolder.ts";
import { clearIncoming } from "./incoming/receive.ts";
import { openLog } from "./log.ts";
import { putUpSign, takeDownSign } from "./keeping/atWork.ts";
import { UnfitCopy } from "./keeping/backup.ts";
import { fileCopies, type CopyKeeper, type CopyMaker } from "./keeping/daily.ts";
import { copiedFirst, databaseCopies } from "./keeping/dump.ts";
import { holdShop } from "./keeping/lock.ts";
import { UnfitDatabase, type HowFar } from "./database/migrate.ts";
import { BadOption, isOpenToOthers, readOptions, type Options } from "./options.ts";
import { services } from "./services/index.ts";
import { NO_LINES } from "./services/shop.ts";
import { putToWork, type Common } from "./shopAtWork.ts";
import { shopFile, type ShopPaths } from "./shopFile.ts";
import { underWay } from "./underWay.ts";

/** One sentence, and out: what a person can do something about is no stack trace. */
function refuse(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
}

function options(): Options {
  try {
    return readOptions(process.argv.slice(2), process.env);
  } catch (error) {
    if (error instanceof BadOption) refuse(error.message);
    throw error;
  }
}

/** Whether the invented shop is made anew. */
const isFresh = ({ demo, keep }: Options) => demo && !keep;
const now = () => new Date();

/** A shop that is open, and where this process keeps what it needs beside it. */
interface OpenShop {
  readonly database: Database;
  readonly maker: CopyMaker;
  /** Where uploads lie until they were read. */
  readonly incoming: string;
  /** Lets go of it. */
  readonly release: () => Promise<void>;
}

/** A shop in a file is this process's alone. */
async function openItsFile(asked: Options, { folder, file, copies }: ShopPaths): Promise<OpenShop> {
  if (isFresh(asked)) refuseForeign(folder);
  const lock = await holdShop(folder);
  if (isFresh(asked)) emptyDemoFolder(folder, shopFile.NAME);
  else refuseVanished(file, copies, asked.fresh);
  const database = await openDatabase(file, now(), { tell });
  if (!isLarge(file)) await quickCheck(file, copies);
  const incoming = join(folder, "incoming");
  clearIncoming(incoming);
  return { database, maker: fileCopies(file), incoming, release: lock.release };
}

/** How a database of an earlier version is brought up to date: copied first. */
const howFarOf = (address: string, { withoutCopy }: Options, copies: string): HowFar => ({
  tell,
  copyFirst: withoutCopy ? undefined : copiedFirst(address, copies, now()),
});

/** A shop in a database may be worked on by several processes, on this computer and on others. */
async function openItsDatabase(address: string, asked: Options, copies: string): Promise<OpenShop> {
  const database = await openDatabase(address, now(), howFarOf(address, asked, copies));
  await judgeByOurRules(database).catch(async (error: unknown) => {
    await database.close();
    throw error;
  });
  const incoming = ownIncoming();
  return {
    database,
    incoming,
    maker: databaseCopies(database.sequelize, address, "shop"),
    release: () => Promise.resolve(rmSync(incoming, { recursive: true, force: true })),
  };
}

function tell(sentence: string): void {
  process.stdout.write(`${sentence}\n`);
}

async function openShop(asked: Options, paths: ShopPaths): Promise<OpenShop> {
  try {
    return await (asked.database === null
      ? openItsFile(asked, paths)
      : openItsDatabase(asked.database, asked, paths.copies));
  } catch (error) {
    if (
      error instanceof ForeignFolder ||
      error instanceof UnfitDatabase ||
      error instanceof UnfitFile ||
      error instanceof UnfitCopy
    )
      refuse(error.message);
    const fault = openingFault(error, paths.file, paths.copies);
    if (fault) refuse(fault);
    throw error;
  }
}

/** A shop of the chain that cannot be opened. */
function sayWhyNot(error: unknown): never {
  if (error instanceof UnfitDatabase || error instanceof UnfitCopy) refuse(error.message);
  throw error;
}

async function sayWhatIsUnread({ models }: Database): Promise<void> {
  const unread = await models.UnreadEntry.count();
  if (unread > 0)
    process.stdout.write(
      `${unread} ${unread === 1 ? "line" : "lines"} of earlier versions cannot be read any more; kept with their jobs as notes.\n`,
    );
}

function pemOf(path: string): Buffer {
  if (!existsSync(path)) refuse(`There is no file ${path}.`);
  return readFileSync(path);
}

function serverOf({ cert, key }: Options, app: RequestListener): Server {
  if (!cert || !key) return createPlain(app);
  try {
    return createSecure({ cert: pemOf(cert), key: pemOf(key) }, app);
  } catch (error) {
    refuse(
      `${cert} and ${key} are no certificate and its key: ${error instanceof Error ? error.message : ""}.`,
    );
  }
}

/** Listens, or says why not. @param code what the first owner proves to be at this machine with; null where nobody needs it */
function listen(server: Server, asked: Options, folder: string, code: string | null): void {
  server.once("error", (error: NodeJS.ErrnoException) => {
    const where = `${asked.host}:${asked.port}`;
    if (error.code === "EADDRINUSE")
      refuse(`Port ${asked.port} is taken by another program. Give another with --port.`);
    if (error.code === "EACCES") refuse(`This user may not listen on ${where}. Give a port above 1023.`);
    refuse(`Cannot listen on ${where}: ${error.message}.`);
  });
  server.listen(asked.port, asked.host, () => {
    const address = server.address();
    const port = typeof address === "object" && address ? address.port : asked.port;
    const scheme = asked.cert ? "https" : "http";
    const url = `${scheme}://${asked.host}:${port}`;
    if (asked.database === null) putUpSign(folder, url);
    process.stdout.write(
      [
        openLine(asked),
        ...(code
          ? [`Nobody can sign in yet. Open the page and set the owner's pass-phrase with this code: ${code}`]
          : []),
        `Green Fable is at ${url}`,
        "",
      ].join("\n"),
    );
  });
}

/** Every hour, so that a server that runs for weeks makes a copy each day. */
const HOUR = 3_600_000;

function keepCopies(keeper: CopyKeeper): void {
  setInterval(() => void keeper.daily(), HOUR).unref();
  void keeper.daily();
}

/** A file that is looked through while people work already. */
function watchLargeFile(asked: Options, { file, copies }: ShopPaths): void {
  if (asked.database === null && isLarge(file))
    void quickCheck(file, copies).catch((error: unknown) => {
      refuse(error instanceof Error ? error.message : String(error));
    });
}

const LOOKS_AFTER_OTHERS = 5000;
const LOOK_FOR_IDLE = 20;
/** Milliseconds in which answers that were begun are sent to their end. */
const LAST_ANSWERS = 5000;

/** What a server does when it ends: before it answers nobody any more, and after. */
interface Ending {
  /** Lines that are kept open end first: nobody is waited for who only listens. */
  readonly hangUp: () => void;
  readonly end: () => Promise<void>;
}

/** Ends when it is told to, what was begun first. */
function endWhenTold(server: Server, folder: string, { hangUp, end }: Ending): void {
  const stop = () => {
    takeDownSign(folder);
    hangUp();
    server.close(() => void end().then(() => process.exit(0)));
    // Whoever asks again and again over a line that is kept open holds nothing up.
    setInterval(() => server.closeIdleConnections(), LOOK_FOR_IDLE).unref();
    setTimeout(() => server.closeAllConnections(), LAST_ANSWERS).unref();
  };
  process.once("SIGTERM", stop);
  process.once("SIGINT", stop);
  // Whoever started it is gone, by whatever signal: nothing is left behind that holds the port.
  process.once("disconnect", stop);
}

/** What another process left is taken over; and where one with newer rules was started, this one ends. */
function lookAfterOthers(database: Database, chain: Chain): void {
  setInterval(() => {
    void chain.lookAround();
    judgesByNewerRules(database).then(
      (newer) => {
        if (!newer) return;
        process.stderr.write(
          "A newer program judges this shop now: this one ends. Start the newer one here too.\n",
        );
        process.kill(process.pid, "SIGTERM");
      },
      // The database is gone for the moment: whoever asks for something is told.
      () => undefined,
    );
  }, LOOKS_AFTER_OTHERS).unref();
}

const ALONE = { house: OWN_HOUSE, linesElsewhere: NO_LINES };

/** The other shops of its database, where it is one that shops lie in beside each other. */
function chainBeside(home: Database, asked: Options, common: Common, { copies }: ShopPaths): Chain {
  const address = asked.database!;
  return chainOn({
    ...{ address, home, tell, clock: common.clock, signIn: common.signIn, log: common.log },
    howFar: (id) => howFarOf(address, asked, join(copies, id)),
    putToWork: async (database, { id, house, linesElsewhere }) => {
      await judgeByOurRules(database);
      const shop = await putToWork(database, common, {
        ...{ house, linesElsewhere },
        maker: databaseCopies(database.sequelize, address, "shop"),
        copies: join(copies, id),
      });
      keepCopies(shop.copies);
      const { doors } = shop;
      if (doors.needed && (await doors.noOwnerYet())) {
        await doors.shareCode();
        tell(
          `Nobody can sign in at ${addressOf(id)} yet. Open it and set the owner's pass-phrase with this code: ${doors.code}`,
        );
      }
      return shop;
    },
    officeApp: (database, doors, office) =>
      createApp({
        ...{ ...common.app, doors, office, log: common.log },
        services: services(database, common.clock, null, common.log),
      }),
  });
}

/** The whole program: opens the shop it was asked for, and answers until it is told to end. */
async function serve(): Promise<void> {
  const asked = options();
  const paths = shopFile(asked);
  const { folder } = paths;
  // What a shop holds is for whoever runs it: files 600, folders 700.
  process.umask(0o077);
  const log = openLog(process.env["LOG_LEVEL"]);

  const { database, maker, incoming, release } = await openShop(asked, paths);
  const judge = inOwnThread(new URL("./judge.js", import.meta.url), log);
  const common: Common = {
    ...{ clock: now, judge, log, signIn: isOpenToOthers(asked) },
    instrumentsAnywhere: asked.instrumentsAnywhere,
    keepCopies: asked.keepCopies,
    app: {
      hosts: hostsOf(asked),
      web: join(process.cwd(), "dist/web"),
      demo: asked.demo,
      incoming: { folder: incoming, ...inReadingThread(new URL("./incoming.js", import.meta.url)) },
      proxies: asked.proxies,
      underWay: underWay(),
    },
  };
  const chain = asked.database === null ? null : chainBeside(database, asked, common, paths);
  const home = await putToWork(database, common, {
    ...(chain ? { house: chain.house(HOME), linesElsewhere: chain.linesBeside(HOME) } : ALONE),
    ...{ maker, copies: paths.copies },
    ...(isFresh(asked) && { fill: fillDemo }),
  });
  await sayWhatIsUnread(database);
  const { doors } = home;
  if (chain) {
    chain.hasHome(home);
    await chain.look().catch(sayWhyNot);
    lookAfterOthers(database, chain);
  }

  const server = serverOf(asked, chain ? chain.before(home.app) : home.app);
  const needsCode = doors.needed && (await doors.noOwnerYet());
  if (needsCode) await doors.shareCode();
  listen(server, asked, folder, needsCode ? doors.code : null);
  // The day is worked out once before anybody asks, so that the first who opens the bench does not wait for it.
  void common.app.underWay!.follow(home.services.day.day()).catch(() => undefined);
  if (!asked.demo) keepCopies(home.copies);
  watchLargeFile(asked, paths);
  endWhenTold(server, folder, {
    hangUp: () => {
      home.services.feeds.end();
      chain?.hangUp();
    },
    end: async () => {
      // Each of them begins nothing more before whoever judges for all is ended.
      await Promise.all([home.services.judging.stop(judge.close), chain?.stop()]);
      await home.stop();
      await release();
    },
  });
}

void serve();
