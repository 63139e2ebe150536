import { createHash, randomBytes, timingSafeEqual } from "node:crypto";
import { performance } from "node:perf_hooks";
import type { Feed, FeedKey, FeedView, SamplesReceipt } from "#contract/feed";
import { readSamples } from "#contract/feedSchema";
import type { Instrument } from "#core/quantity";
import type { Database } from "../database/database.ts";
import { findInstrument } from "../feed/address.ts";
import { feedHub, type Ask } from "../feed/hub.ts";
import { askByScpi } from "../feed/scpi.ts";
import { Problem } from "../problem.ts";

const KEY_BYTES = 24;
const digestOf = (key: string) => createHash("sha256").update(key).digest("hex");
const same = (one: string, other: string) => timingSafeEqual(Buffer.from(one), Buffer.from(other));

/**
 * Instruments that say what they read. Nothing they say is kept.
 * @param anywhere whether instruments beyond this shop's own networks may be asked
 */
export function feedService({ models, write, others }: Database, anywhere: boolean) {
  async function instrumentOf(id: string): Promise<Instrument> {
    const row = await models.Instrument.findByPk(id);
    if (!row) throw new Problem(404, "No such instrument", "This instrument is not on the shop's list.");
    return row.body as Instrument;
  }

  const ask: Ask = ({ instrument: id, reads }, { hear, silent, begun }) => {
    let [stopped, asking]: [boolean, { stop: () => void } | null] = [false, null];
    const begin = async () => {
      const row = await models.InstrumentFeed.findByPk(id);
      const feed = row?.body as Feed | undefined;
      if (stopped || feed?.kind !== "scpi") return;
      const instrument = await instrumentOf(id);
      begun();
      asking = askByScpi({
        ...{ instrument, reads, port: feed.port },
        find: () => findInstrument(feed.host, anywhere),
        hear: (display) => hear(id, [display]),
        silent: (why) => silent(id, why),
      });
      // It was stopped while the list was read.
      if (stopped) asking.stop();
    };
    void begin().catch(() => silent(id, "The server cannot read its list of instruments."));
    return {
      stop: () => {
        stopped = true;
        asking?.stop();
      },
    };
  };
  const hub = feedHub(() => performance.now() / 1000, ask, others);

  return {
    listen: hub.listen,
    end: hub.end,

    async feeds(): Promise<FeedView[]> {
      const rows = await models.InstrumentFeed.findAll({ order: [["instrumentId", "ASC"]] });
      return rows.map(({ instrumentId, body }) => ({ instrument: instrumentId, feed: body as Feed }));
    },

    /** How an instrument speaks from now on. What it calls with is made anew and told once; an older key opens nothing. */
    async putFeed(id: string, feed: Feed): Promise<FeedKey> {
      await instrumentOf(id);
      if (feed.kind === "scpi") {
        const found = await findInstrument(feed.host, anywhere);
        if ("why" in found)
          throw new Problem(422, "Not asked there", found.why, {
            fields: [{ field: "host", sentence: found.why }],
          });
      }
      const key = feed.kind === "http" ? randomBytes(KEY_BYTES).toString("base64url") : null;
      await write(async (transaction) => {
        const keyDigest = key === null ? null : digestOf(key);
        await models.InstrumentFeed.upsert({ instrumentId: id, body: feed, keyDigest }, { transaction });
      });
      hub.changed(id);
      return { instrument: id, feed, key };
    },

    async endFeed(id: string): Promise<void> {
      await write(async (transaction) => {
        await models.InstrumentFeed.destroy({ where: { instrumentId: id }, transaction });
      });
      hub.changed(id);
    },

    /** What an instrument says of itself. @throws Problem 401 without its key, 422 where nothing of it is a sample */
    async hear(id: string, key: string, samples: readonly unknown[]): Promise<SamplesReceipt> {
      const row = await models.InstrumentFeed.findByPk(id);
      // One answer for all: nobody learns which instruments there are.
      if (!row?.keyDigest || !same(row.keyDigest, digestOf(key)))
        throw new Problem(401, "Wrong key", "This is not the key of an instrument that speaks here.");
      const { displays, refused } = readSamples(samples);
      if (displays.length === 0)
        throw new Problem(422, "Not accepted", refused[0]?.sentence ?? "There is no sample in it.", {
          fields: refused,
        });
      return { ...hub.hear(id, displays), refused };
    },
  };
}

export type FeedService = ReturnType<typeof feedService>;
