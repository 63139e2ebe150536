import { CASES } from "#bench/cases";
import type { CaseFile } from "#bench/caseFile";
import { marksOf, type Marks } from "#bench/marks";
import { shownBy, type AttemptLine, type CaseLine, type Progress } from "#contract/practice";
import type { Family } from "#core/record";
import type { Database } from "../database/database.ts";
import type { SentAttempt } from "../practice/attemptSchema.ts";
import { Problem } from "../problem.ts";

/** Attempts that are told of at a time, the latest first. */
const MOST_TOLD = 500;

const lineOf = ({ id, said, about, grade, family, teaches }: CaseFile, own: boolean): CaseLine => ({
  ...{ id, said, about, grade, family, teaches, own },
});

/** Who asks; null where nobody signs in. */
interface Asking {
  readonly initials: string;
  readonly role: string;
}

/**
 * Practice on motors that are not there. It has tables of its own: nothing of it enters a job, a motor's history or what the shop
 * learns from.
 */
export function practiceService({ models, write }: Database) {
  async function ownCases(): Promise<CaseFile[]> {
    const rows = await models.PracticeCase.findAll({ order: [["id", "ASC"]] });
    return rows.map(({ body }) => body as CaseFile);
  }

  /** @throws Problem 404 */
  async function caseOf(id: string): Promise<CaseFile> {
    const own = await models.PracticeCase.findByPk(id);
    const found = CASES.find((one) => one.id === id) ?? (own?.body as CaseFile | undefined);
    if (!found) throw new Problem(404, "No such case", "There is no case of this name to practise on.");
    return found;
  }

  /** @throws Problem 409 where the case ships with the program */
  function checkOwn(id: string): void {
    if (CASES.some((one) => one.id === id))
      throw new Problem(
        409,
        "A case of the program",
        `${id} ships with the program: give yours another id.`,
        { fields: [{ field: "id", sentence: `${id} ships with the program: give yours another id.` }] },
      );
  }

  return {
    caseOf,

    async cases(): Promise<CaseLine[]> {
      return [
        ...CASES.map((one) => lineOf(one, false)),
        ...(await ownCases()).map((one) => lineOf(one, true)),
      ];
    },

    async putCase(file: CaseFile): Promise<void> {
      checkOwn(file.id);
      await write(async (transaction) => {
        await models.PracticeCase.upsert({ id: file.id, body: file }, { transaction });
      });
    },

    async dropCase(id: string): Promise<void> {
      checkOwn(id);
      await caseOf(id);
      await write(async (transaction) => {
        await models.PracticeCase.destroy({ where: { id }, transaction });
      });
    },

    /**
     * Keeps an attempt once and gives its marks, worked out here from what was done. @throws Problem 404, 409 or 422
     */
    async keep({ id, caseId, by, at, ...attempt }: SentAttempt): Promise<Marks> {
      const file = await caseOf(caseId);
      let marks: Marks;
      try {
        marks = marksOf(file, attempt);
      } catch (error) {
        if (!(error instanceof RangeError)) throw error;
        throw new Problem(422, "Nothing one can do", `This bench has no such thing: ${error.message}.`);
      }
      const line: AttemptLine = {
        ...{ id, caseId, family: file.family, teaches: file.teaches, by, at, peeked: attempt.peeked },
        ...{
          outcome: marks.outcome,
          settled: marks.settled,
          brier: marks.brier,
          minutes: marks.seconds / 60,
        },
        ...{ needlessParts: marks.needlessParts.length, unsafe: marks.unsafe.length },
      };
      return write(async (transaction) => {
        const there = await models.PracticeAttempt.findByPk(id, { transaction });
        if (there && (there.caseId !== caseId || there.byWhom !== by))
          throw new Problem(409, "Another attempt", "An attempt of this id was somebody else's.");
        // Sent again, since its answer was lost: what was kept first stands.
        if (there) return there.marks as Marks;
        await models.PracticeAttempt.create(
          { id, caseId, byWhom: by, at, line, attempt, marks },
          { transaction },
        );
        return marks;
      });
    },

    /** One's own attempts, or everybody's and who has shown what to who may see it. */
    async progress(who: Asking | null): Promise<Progress> {
      const all = who === null || who.role === "owner";
      const rows = await models.PracticeAttempt.findAll({
        attributes: ["line"],
        ...(!all && { where: { byWhom: who.initials } }),
        order: [
          ["at", "DESC"],
          ["id", "DESC"],
        ],
      });
      const attempts = rows.map(({ line }) => line as AttemptLine);
      const people = await models.Technician.findAll({
        where: all ? { retired: false } : { initials: who.initials },
        order: [["initials", "ASC"]],
      });
      return {
        attempts: attempts.slice(0, MOST_TOLD),
        people: people.map(({ id, initials, name, role, alone }) => ({
          ...{ technician: id, initials, name, role, alone: alone as Family[] },
          shown: shownBy(attempts.filter(({ by }) => by === initials)),
        })),
      };
    },

    /** Families on which somebody may work alone from now on. @throws Problem 404 */
    async letAlone(technician: string, families: readonly Family[]): Promise<void> {
      await write(async (transaction) => {
        const [changed] = await models.Technician.update(
          { alone: [...families] },
          { where: { id: technician }, transaction },
        );
        if (changed === 0) throw new Problem(404, "Nobody", "Nobody of this id works here.");
      });
    },
  };
}

export type PracticeService = ReturnType<typeof practiceService>;
