import type { Account } from "./shop.ts";
import type { Period } from "#core/outcomes";

/** Below these addresses lie the shops of a chain beside its first one, and the chain's own pages. */
export const SHOPS_AT = "/at";
export const CHAIN_AT = "/chain";

/** A shop of a chain as the chain's owner sees it: its own account, and nobody else's. */
export interface ChainShopView {
  /** As it stands in its address. */
  readonly id: string;
  readonly title: string;
  /** Where it is, as /at/north/. */
  readonly address: string;
  /** Motors that are here now, and how many of them wait for an answer or for parts. */
  readonly here: number;
  readonly waiting: number;
  readonly people: number;
  /** What was said of closed jobs, by what became of it; and how many the evidence left undecided. */
  readonly counts: Account["counts"];
  readonly unsaid: number;
  readonly told: Account["told"];
  /** This month; null where nothing was ever closed. */
  readonly month: Period | null;
  /** The shop's own, which its sums are in. */
  readonly currency: string;
}

/** A model that a shop has, or that is the chain's. */
export interface ChainModelView {
  readonly id: string;
  readonly name: string;
  /** The shop whose it is; null where it is the chain's. */
  readonly shop: string | null;
  /** How that shop is called. */
  readonly title: string;
}

/** A shop that could not be opened when the server started, and why. */
export interface ShutShop {
  readonly id: string;
  readonly title: string;
  readonly why: string;
}

export interface ChainView {
  readonly shops: readonly ChainShopView[];
  readonly shut: readonly ShutShop[];
  readonly models: readonly ChainModelView[];
}

/** A shop that comes into the chain, with who runs it. */
export interface NewShop {
  readonly title: string;
  readonly owner: { readonly initials: string; readonly name: string; readonly passPhrase: string };
}
