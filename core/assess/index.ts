/** A whole job judged: findings, verdict, next check. */
export * from "./registry.ts";
export * from "./assessJob.ts";
