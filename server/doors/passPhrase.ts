import { randomBytes, scrypt, timingSafeEqual } from "node:crypto";
import { promisify } from "node:util";

const derive = promisify<string, Buffer, number, { N: number; r: number; p: number; maxmem: number }, Buffer>(
  scrypt,
);
/** About a tenth of a second and 64 MB a guess; as OWASP's cheat sheet on storing passwords asks at least. */
const COST = { N: 2 ** 16, r: 8, p: 1, maxmem: 2 ** 27 } as const;
const KEY_BYTES = 32;
const SALT_BYTES = 16;

export interface KeptPhrase {
  /** Hexadecimal. */
  readonly salt: string;
  readonly hash: string;
}

/** The same letters however a keyboard composes them. */
const asWritten = (phrase: string) => phrase.normalize("NFKC");

/** What is kept of a pass-phrase, from which nobody gets it back: a hash with a salt of its own. */
export async function keepPhrase(phrase: string): Promise<KeptPhrase> {
  const salt = randomBytes(SALT_BYTES);
  const key = await derive(asWritten(phrase), salt, KEY_BYTES, COST);
  return { salt: salt.toString("hex"), hash: key.toString("hex") };
}

/** Whether it is the pass-phrase that was kept; how long that takes tells nothing of how near it comes. */
export async function isPhrase(phrase: string, { salt, hash }: KeptPhrase): Promise<boolean> {
  const key = await derive(asWritten(phrase), Buffer.from(salt, "hex"), KEY_BYTES, COST);
  return timingSafeEqual(key, Buffer.from(hash, "hex"));
}

/** Held against where nobody has these initials: an answer takes as long, and tells as little. */
export const NOBODY: KeptPhrase = { salt: "00".repeat(SALT_BYTES), hash: "00".repeat(KEY_BYTES) };
