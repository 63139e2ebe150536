import { createHash, randomBytes } from "node:crypto";
import { Op } from "sequelize";
import { uuidv7 } from "uuidv7";
import type { AuditPage, Role, SessionView } from "#contract/doors";
import type { Database } from "../database/database.ts";
import { NO_ZONE, type Family } from "#core/record";
import { Problem } from "../problem.ts";
import { shopLimits } from "../services/limits.ts";
import type { Clock } from "../services/jobs.ts";
import { lockOutOf } from "./lockOut.ts";
import { ownerCode } from "./ownerCode.ts";
import { isPhrase, keepPhrase, NOBODY } from "./passPhrase.ts";
import { wrongTries } from "./tries.ts";

/** Somebody signed in at a device. */
export interface SignedIn {
  readonly id: string;
  readonly initials: string;
  readonly name: string;
  readonly role: Role;
  /** Families on which a trainee may decide, repair and release alone. */
  readonly alone: readonly Family[];
  readonly token: string;
  /** One of the chain's own people in one of its shops: sees everything, and changes nothing. */
  readonly looksIn?: true;
}

/** Whose doors they are: a shop's, with how its chain calls it; or those of the chain's own people. */
export interface House {
  readonly kind: "shop" | "office";
  /** How this shop is called in its chain; null where it is in none. */
  readonly title: () => string | null;
  /** One of the chain's own people by the key they carry; null where that is nobody. */
  readonly ofChain: (key: string | undefined) => Promise<SignedIn | null>;
}

/** A shop of its own. */
export const OWN_HOUSE: House = {
  kind: "shop",
  title: () => null,
  ofChain: () => Promise.resolve(null),
};

/** A working day, and a little. */
const HOURS = 14;
const KEY_BYTES = 32;

const sha256 = (text: string) => createHash("sha256").update(text).digest("hex");
const newKey = () => randomBytes(KEY_BYTES).toString("base64url");

/**
 * Who may come in, and who did what. Where the server listens to its own computer alone nobody signs in.
 * @param needed whether people sign in
 */
export function doorService(database: Database, clock: Clock, needed: boolean, house: House = OWN_HOUSE) {
  const { models, write } = database;
  const locks = lockOutOf(database);
  const tries = wrongTries(database, clock);
  const code = ownerCode(database);

  async function audit(who: string, what: string, address: string): Promise<void> {
    const at = clock().toISOString();
    await write(async (transaction) => {
      await models.Audit.create({ at, who, what, address }, { transaction });
    });
  }

  async function noOwnerYet(): Promise<boolean> {
    const owners = await models.Technician.findAll({
      attributes: ["id"],
      where: { role: "owner", retired: false },
    });
    const phrases = await models.PassPhrase.count({
      where: { technicianId: owners.map(({ id }) => id) },
    });
    return phrases === 0;
  }

  async function begin(technicianId: string): Promise<string> {
    const key = newKey();
    const ends = new Date(clock().getTime() + HOURS * 3_600_000).toISOString();
    await write(async (transaction) => {
      await models.Session.destroy({ where: { endsAt: { [Op.lt]: clock().toISOString() } }, transaction });
      await models.Session.create(
        { id: sha256(key), technicianId, token: newKey(), endsAt: ends },
        { transaction },
      );
    });
    return key;
  }

  async function setPhrase(technicianId: string, passPhrase: string): Promise<void> {
    const kept = await keepPhrase(passPhrase);
    await write(async (transaction) => {
      await models.PassPhrase.upsert({ technicianId, ...kept, at: clock().toISOString() }, { transaction });
      // Whoever was signed in with the old one is not any more.
      await models.Session.destroy({ where: { technicianId }, transaction });
    });
  }

  /** Counts a try as wrong until it is known to be right, and refuses for a while after too many. @throws Problem 429 */
  async function heard(initials: string, address: string, what: string): Promise<void> {
    const left = await locks.begin(initials, address, clock().getTime());
    if (left === 0) return;
    await tries.count(initials, address);
    const minutes = Math.ceil(left / 60_000);
    throw new Problem(
      429,
      "Wait",
      `Too many wrong ${what}. Try again in ${minutes} ${minutes === 1 ? "minute" : "minutes"}.`,
      { seconds: Math.ceil(left / 1000) },
    );
  }

  return {
    needed,
    of: house.kind,
    ofChain: house.ofChain,
    /** For the first owner, who types it once. */
    code: code.code,
    shareCode: code.share,
    noOwnerYet,
    audit,

    /** Who carries this key; null where nobody does, or it ran out. */
    async who(key: string | undefined): Promise<SignedIn | null> {
      if (!key) return null;
      const session = await models.Session.findByPk(sha256(key));
      if (!session || session.endsAt < clock().toISOString()) return null;
      const person = await models.Technician.findByPk(session.technicianId);
      if (!person || person.retired) return null;
      const { id, initials, name, role, alone } = person;
      return { id, initials, name, role: role as Role, alone: alone as Family[], token: session.token };
    },

    async view(person: SignedIn | null): Promise<SessionView> {
      return {
        needed,
        person: person && {
          initials: person.initials,
          name: person.name,
          role: person.role,
          ...(person.looksIn && { looksIn: true }),
        },
        first: needed && person === null && (await noOwnerYet()),
        tries: person?.role === "owner" ? await tries.ofTheLastDay() : null,
        timeZone: (await shopLimits(models)).timeZone ?? NO_ZONE,
        shop: house.title(),
        token: person?.token ?? null,
      };
    },

    /** @returns the key of a new session @throws Problem 401, or 429 after too many wrong tries */
    async signIn(initials: string, passPhrase: string, address: string): Promise<string> {
      await heard(initials, address, "pass-phrases");
      const person = await models.Technician.findOne({ where: { initials, retired: false } });
      const kept = person && (await models.PassPhrase.findByPk(person.id));
      const right = await isPhrase(passPhrase, kept ?? NOBODY);
      if (!person || !kept || !right) {
        await tries.count(initials, address);
        throw new Problem(401, "Not let in", "Initials and pass-phrase do not go together.");
      }
      await locks.wasRight(initials, address);
      await audit(initials, "signed in", address);
      return begin(person.id);
    },

    async signOut(key: string | undefined, who: string, address: string): Promise<void> {
      if (!key) return;
      await models.Session.destroy({ where: { id: sha256(key) } });
      await audit(who, "signed out", address);
    },

    /** The first owner, by the code that the server printed. @throws Problem 401 or 409 */
    async firstOwner(
      given: { code: string; initials: string; name: string; passPhrase: string },
      address: string,
    ): Promise<string> {
      await heard("", address, "codes");
      if (!(await code.isRight(given.code))) {
        await tries.count("", address);
        throw new Problem(401, "Not let in", "That is not the code the server printed.", {
          fields: [{ field: "code", sentence: "That is not the code the server printed." }],
        });
      }
      await locks.wasRight("", address);
      if (!(await noOwnerYet()))
        throw new Problem(409, "There is an owner", "This shop has an owner already.");
      const { initials, name } = given;
      const there = await models.Technician.findOne({ where: { initials } });
      const id = there?.id ?? uuidv7();
      await write(async (transaction) => {
        await models.Technician.upsert(
          { id, initials, name: there?.name ?? name, retired: false, role: "owner" },
          { transaction },
        );
      });
      await setPhrase(id, given.passPhrase);
      await code.forget();
      await audit(initials, "became the first owner", address);
      return begin(id);
    },

    /** @throws Problem 404 where there is no such person */
    async givePhrase(technicianId: string, passPhrase: string, who: string, address: string): Promise<void> {
      const person = await models.Technician.findByPk(technicianId);
      if (!person) throw new Problem(404, "No such person", "There is no such person on this bench.");
      await setPhrase(technicianId, passPhrase);
      await audit(who, `gave ${person.initials} a new pass-phrase`, address);
    },

    /**
     * A new pass-phrase of one's own, given with the old one. Wrong ones count as at the door.
     * @returns the key of a new session: the others of this person end @throws Problem 422, or 429 after too many
     */
    async changeOwn({ id, initials }: SignedIn, old: string, passPhrase: string, address: string) {
      await heard(initials, address, "pass-phrases");
      const kept = await models.PassPhrase.findByPk(id);
      if (!(await isPhrase(old, kept ?? NOBODY))) {
        await tries.count(initials, address);
        const sentence = "That is not the pass-phrase you have now.";
        throw new Problem(422, "Not changed", sentence, { fields: [{ field: "old", sentence }] });
      }
      await locks.wasRight(initials, address);
      await setPhrase(id, passPhrase);
      await audit(initials, "changed their own pass-phrase", address);
      return begin(id);
    },

    /** Everything that was ever written down, the latest first, page by page. */
    async auditPage(page: number, pageSize: number): Promise<AuditPage> {
      const rows = await models.Audit.findAll({
        order: [["id", "DESC"]],
        limit: pageSize,
        offset: (page - 1) * pageSize,
      });
      return {
        items: rows.map(({ at, who, what, address: from }) => ({ at, who, what, address: from })),
        total: await models.Audit.count(),
        page,
        pageSize,
        tries: await tries.latest(),
      };
    },
  };
}

export type DoorService = ReturnType<typeof doorService>;
