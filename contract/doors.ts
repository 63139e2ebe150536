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

/** Entries that a trainee writes. */
export const TRAINEE_ENTRIES: readonly EntryKind[] = ["reading", "note", "undo"];

/** Who is signed in at this device, and whether that is needed at all. */
export interface SessionView {
  /** False where the server listens to its own computer alone. */
  readonly needed: boolean;
  readonly person: { readonly initials: string; readonly name: string; readonly role: Role } | null;
  /** Nobody can sign in yet: the first owner does it with the code the server printed. */
  readonly first: boolean;
  /** Sent back with every change, so that no other site can make one; null where nobody is signed in. */
  readonly token: string | null;
}

/** Carries the token of a session. */
export const TOKEN_HEADER = "X-Bench-Token";

/** A line of who changed what beside the jobs, whose journals say it themselves. */
export interface AuditLine {
  readonly at: string;
  readonly who: string;
  readonly what: string;
  readonly address: string;
}
