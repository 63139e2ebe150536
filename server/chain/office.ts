import { uuidv7 } from "uuidv7";
import { SHOPS_AT, type ChainShopView, type ChainView, type NewShop, type ShutShop } from "#contract/chain";
import type { MotorModel } from "#contract/shop";
import type { Database } from "../database/database.ts";
import { UnfitDatabase } from "../database/migrate.ts";
import { openPremises, type Premises } from "../database/postgres/open.ts";
import { doorService } from "../doors/doors.ts";
import { Problem } from "../problem.ts";
import type { Services } from "../services/index.ts";
import type { Clock } from "../services/jobs.ts";
import { HOME, openDoors, rename, reserve, type ChainShop } from "./registry.ts";

/** A shop of the chain that this process works on. */
export interface OfficeShop {
  readonly shop: ChainShop;
  readonly database: Database;
  readonly services: Services;
}

interface Parts {
  readonly office: Database;
  readonly clock: Clock;
  /** Where a shop lies, as this process opens it. */
  readonly premises: (shop: ChainShop) => Premises;
  readonly address: string;
  readonly shops: () => readonly OfficeShop[];
  /** Those that this process could not open. */
  readonly shut: () => readonly ShutShop[];
  /** Something of the chain changed: every process looks again, this one before it answers. */
  readonly changed: () => Promise<void>;
}

/** Below which address a shop is. */
export const addressOf = (id: string) => (id === HOME ? "/" : `${SHOPS_AT}/${id}/`);

/** What is refused of a list of shops, at its field. */
function asProblem(error: unknown, field: string): never {
  if (!(error instanceof UnfitDatabase)) throw error;
  throw new Problem(409, "Not as it should be", error.message, {
    fields: [{ field, sentence: error.message }],
  });
}

async function viewOf({ shop, database, services }: OfficeShop): Promise<ChainShopView> {
  const [account, periods, here, waits, people] = await Promise.all([
    services.shop.account(),
    services.shop.periods(),
    database.models.Job.count({ where: { closedAt: null } }),
    database.models.Job.count({ where: { closedAt: null, stage: ["answer", "parts"] } }),
    database.models.Technician.count({ where: { retired: false } }),
  ]);
  const [month] = periods.months;
  return {
    id: shop.id,
    title: shop.title,
    address: addressOf(shop.id),
    ...{ here, people, waiting: waits },
    counts: account.counts,
    unsaid: account.unsaid,
    told: account.told,
    month: month ?? null,
    currency: periods.currency,
  };
}

/** What the chain's own people do: they see every shop with its own account, take in shops, and keep the models of all. */
export function officeService({ office, clock, premises, address, shops, shut, changed }: Parts) {
  const { models, write } = office;

  function shopNamed(id: string): OfficeShop {
    const there = shops().find(({ shop }) => shop.id === id);
    if (there) return there;
    const closed = shut().find((one) => one.id === id);
    throw closed
      ? new Problem(503, "The shop cannot be opened", `${closed.title} could not be opened. ${closed.why}`)
      : new Problem(404, "No such shop", `There is no shop ${id} in this chain.`);
  }

  return {
    async view(): Promise<ChainView> {
      const all = shops();
      const shared = await models.MotorModel.findAll({ order: [["name", "ASC"]] });
      const own = await Promise.all(
        all.map(async ({ shop, database }) =>
          (await database.models.MotorModel.findAll({ order: [["name", "ASC"]] }))
            .filter(({ id }) => !shared.some((one) => one.id === id))
            .map(({ id, name }) => ({ id, name, shop: shop.id, title: shop.title })),
        ),
      );
      return {
        shops: await Promise.all(all.map(viewOf)),
        shut: shut(),
        models: [
          ...shared.map(({ id, name }) => ({ id, name, shop: null, title: "All shops" })),
          ...own.flat(),
        ],
      };
    },

    /** Takes a shop in, with who runs it. One that was begun and not finished is gone on with. */
    async putShop(id: string, { title, owner }: NewShop): Promise<void> {
      const place = await reserve(office, id, title).catch((error: unknown) => asProblem(error, "id"));
      const database = await openPremises(address, premises(place));
      try {
        const { initials, name, passPhrase } = owner;
        const there = await database.models.Technician.findOne({ where: { initials } });
        const person = there?.id ?? uuidv7();
        await database.write(async (transaction) => {
          await database.models.Technician.upsert(
            { id: person, initials, name, retired: false, role: "owner" },
            { transaction },
          );
        });
        await doorService(database, clock, true).givePhrase(person, passPhrase, "the chain", "");
      } finally {
        await database.close();
      }
      await openDoors(office, id, clock());
      await changed();
    },

    async rename(id: string, title: string): Promise<void> {
      await rename(office, shopNamed(id).shop.id, title).catch((error: unknown) => asProblem(error, "title"));
      await changed();
    },

    /** Makes a model of one shop the chain's: all list it, and hold its motors against each other. */
    async share(model: string, of: string): Promise<void> {
      const { database } = shopNamed(of);
      const row = await database.models.MotorModel.findByPk(model);
      if (!row) throw new Problem(404, "No such model", "This shop has no such model.");
      const { id, name, body } = row;
      await write(async (transaction) => {
        const namesake = await models.MotorModel.findOne({ where: { name }, transaction });
        if (namesake && namesake.id !== id)
          throw new Problem(409, "Name taken", `${name} is the chain's already, as another one.`);
        await models.MotorModel.upsert({ id, name, body: body as MotorModel }, { transaction });
      });
    },
  };
}

export type OfficeService = ReturnType<typeof officeService>;
