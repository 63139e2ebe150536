/** The kinds of motor: what each is, how it is fed and called, what is usual in it. One object a family. */
export * from "./bands.ts";
export * from "./facts.ts";
export * from "./ownScheme.ts";
export { LINE_PAIRS } from "./points.ts";
export type * from "./family.ts";
export * from "./scheme.ts";
