import type { EntryKind } from "#core/record";

/** What a person may do where people sign in. */
export const ROLES = ["owner", "technician", "trainee"] as const;
export type Role = (typeof ROLES)[number];

export const ROLE_LABELS: Readonly<Record<Role, string>> = {
  owner: "owner",
  technician: "technician",
  trainee: "trainee",
};

/** What each may do, in a sentence. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  owner: "everything, with people, limits, prices and copies",
  technician: "every job, and the shop's models and instruments",
  trainee: "takes motors in, reads and leaves word; somebody else decides, repairs and releases",
};

/** What each of the chain's own people may do, in a sentence. */
export const OFFICE_ROLE_WORDS: Readonly<Record<Role, string>> = {
  owner:
    "sees every shop as its owner does; takes shops in and names them, keeps the chain's people and models",
  technician: "sees every shop as its technicians do, and changes the chain's models",
  trainee: "sees every shop as its trainees do",
};

/** Entries that a trainee writes. */
export const TRAINEE_ENTRIES: readonly EntryKind[] = ["reading", "note", "undo"];

/** Who is signed in at this device, and whether that is needed at all. */
export interface SessionView {
  /** False where the server listens to its own computer alone. */
  readonly needed: boolean;
  readonly person: {
    readonly initials: string;
    readonly name: string;
    readonly role: Role;
    /** One of the chain, who sees everything here and writes nothing; left out of the shop's own people. */
    readonly looksIn?: true;
  } | null;
  /** Nobody can sign in yet: the first owner does it with the code the server printed. */
  readonly first: boolean;
  /** Wrong pass-phrases of the last day, told to the owner; null to everybody else, and where there were none. */
  readonly tries: WrongTries | null;
  /** The clock of the shop, by its IANA name. */
  readonly timeZone: string;
  /** How this shop is called in its chain; null where it is in none. */
  readonly shop: string | null;
  /** Sent back with every change, so that no other site can make one; null where nobody is signed in. */
  readonly token: string | null;
}

/** Carries the token of a session. */
export const TOKEN_HEADER = "X-Bench-Token";

/** How often somebody was not let in, in all and by where they tried from. */
export interface WrongTries {
  readonly count: number;
  readonly from: readonly string[];
}

/** Wrong tries of one hour from one address, by nobody who is known: counted, not told one by one. */
export interface TryLine {
  /** The hour's beginning, UTC, ISO 8601. */
  readonly hour: string;
  readonly address: string;
  readonly count: number;
  /** Initials they tried with, some of them. */
  readonly initials: readonly string[];
}

/** Who did what, page by page, the latest first; and who was not let in. */
export interface AuditPage {
  readonly items: readonly AuditLine[];
  readonly total: number;
  readonly page: number;
  readonly pageSize: number;
  readonly tries: readonly TryLine[];
}

/** A line of who changed what beside the jobs, whose journals say it themselves. */
export interface AuditLine {
  readonly at: string;
  readonly who: string;
  readonly what: string;
  readonly address: string;
}
