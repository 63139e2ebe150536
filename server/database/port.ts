import type { Sequelize, Transaction } from "sequelize";
import type { Models } from "../models/index.ts";

/** A shop's data, whatever engine keeps it. */
export interface Database {
  readonly sequelize: Sequelize;
  readonly models: Models;
  /**
   * Makes a change of the shop whole or not at all, one after another: what it asked still holds when it writes. On disk
   * when it resolves.
   */
  readonly write: <T>(change: (transaction: Transaction) => Promise<T>) => Promise<T>;
  /**
   * The same of one job alone: where the engine can, others go on beside it.
   * @param job that is held meanwhile; null where what is changed is held by each statement itself
   */
  readonly writeTo: <T>(job: string | null, change: (transaction: Transaction) => Promise<T>) => Promise<T>;
  /** The other processes that work on it. */
  readonly others: Others;
  readonly close: () => Promise<void>;
}

/** What processes on one database tell each other; nothing of it is kept, and nobody waits for it. */
export interface Others {
  /** Tells all others. @throws RangeError where it is longer than a message may be, some 7,900 bytes */
  readonly tell: (subject: string, message: unknown) => void;
  /** @returns how to hear no more */
  readonly hear: (subject: string, heard: (message: unknown) => void) => () => void;
  /** Resolves once this process hears the others, or tries to. */
  readonly ready: () => Promise<void>;
  readonly close: () => Promise<void>;
}

/** Where one process works alone. */
export const NOBODY_ELSE: Others = {
  tell: () => undefined,
  hear: () => () => undefined,
  ready: () => Promise.resolve(),
  close: () => Promise.resolve(),
};

/** The database's server does not answer, or ended the connection: whether a change was made is known once it answers again. */
export class DatabaseGone extends Error {
  constructor(cause: unknown) {
    super("The database does not answer.", { cause });
    this.name = "DatabaseGone";
  }
}

/** Whether a database could not be asked, by whichever layer noticed. */
export const isDatabaseGone = (error: unknown): boolean =>
  error instanceof DatabaseGone ||
  (error instanceof Error &&
    (/^Sequelize(?:Connection|Host|InvalidConnection|AccessDenied)/u.test(error.name) ||
      (error.name.startsWith("Sequelize") &&
        /terminat|ECONNRESET|EPIPE|not queryable|connection error/iu.test(error.message)) ||
      /^Connection terminated|^Client has encountered a connection error/u.test(error.message)));

/** What is bound by name. */
type Bound = string | number | null;
export type Binding = Readonly<Record<string, Bound>>;

/** The engines that a shop's data lies in: a file of its own, or a server that is there already. */
export type Engine = "sqlite" | "postgres";

/** Where jobs are found by their words: from what, under which number, and on what condition. */
interface Found {
  readonly from: string;
  readonly number: string;
  readonly where: (bound: string) => string;
}

/** Statements by which a job is judged by one process at a time, each of them a name in `$by`. */
interface SharedJudging {
  /** Takes jobs that nobody judges, or whose process has not been heard of: their ids, the oldest first. */
  readonly take: (where: string, most: number) => string;
  /** Lets go of `$id`: a line where it was this process's until now. */
  readonly letGo: string;
  /** Lets go of all that this process has. */
  readonly letGoOfAll: string;
  /** Takes `$jobs` away from whoever judges them: what they are held against is another one now. */
  readonly overtake: string;
}

/** What each engine says in words of its own; everything else is said once, in words that both know. */
export interface Dialect {
  readonly engine: Engine;
  /** Text within a JSON column; NULL where it is not there. */
  readonly text: (column: string, ...path: readonly string[]) => string;
  /** A number within a JSON column. */
  readonly number: (column: string, ...path: readonly string[]) => string;
  /** The texts of a list that is bound as JSON, as a query of their own. */
  readonly texts: (bound: string) => string;
  /** Whether a column is one of such a list: told so that each of several tables behind a view is asked by its own index. */
  readonly isOneOf: (column: string, bound: string) => string;
  /** The whole numbers of such a list. */
  readonly numbers: (bound: string) => string;
  /** The numbers that a query finds, as one JSON text in its order. @param column of the query */
  readonly listOf: (column: string, query: string) => string;
  /** Whether a text holds another one. */
  readonly holds: (text: string, bound: string) => string;
  /** A sum that is 0 over nothing. */
  readonly total: (column: string) => string;
  /** Everything of a job's journal in order, as one JSON text. @param bound the job's id */
  readonly journal: (bound: string) => string;
  /** The objects of a list that is bound as JSON, as rows with `value` and, from 1, `place`. */
  readonly objects: (bound: string) => string;
  /** A piece of such an object, as text. */
  readonly part: (name: string) => string;
  /** A text that is written into a column of JSON. */
  readonly asJson: (text: string) => string;
  /** Jobs, where a condition is all that is counted by and stands in one index. */
  readonly jobsByNumber: string;
  /** Jobs whose words hold a phrase of three letters or more, by the index of pieces; see `piecesOf`. */
  readonly found: Found;
  /** The same where nothing else is asked of them. */
  readonly foundAmongAll: Found;
  /** A phrase as the index of pieces asks for it: every sign in it is a letter like others. */
  readonly piecesOf: (phrase: string) => string;
  /** Whether a job was written to since it was judged, by the index that knows. */
  readonly unsummarised: string;
  /** How processes that judge the same jobs share them; null where there is one process alone. */
  readonly shared: SharedJudging | null;
  /** A column that grows with each line of the journal, whoever writes it. */
  readonly placeOfEntry: string;
}
