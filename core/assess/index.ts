/** A whole job judged: findings, verdict, next check. */
export * from "./registry.ts";
export * from "./model.ts";
export * from "./verdict.ts";
export * from "./journal.ts";
export * from "./action.ts";
export { assessJob, circumstancesOf, findingsOf, MOST_SETUP_DOUBT } from "./assessJob.ts";
export { outlookOf, type Outlook } from "./outlook.ts";
export { otherHalfOf, type OtherHalf } from "./otherHalf.ts";
export { placeText, readingText } from "./readingText.ts";
