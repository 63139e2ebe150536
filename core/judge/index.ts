/** A whole job judged: what was found, what it comes to, what to read next, what to do and how it is proved. */
export * from "./model.ts";
export * from "./verdict.ts";
export * from "./nextCheck.ts";
export { whyNot, isOpen, type Need } from "./need.ts";
export * from "./journal.ts";
export * from "./action.ts";
export { assessJob, circumstancesOf, findingsOf, MOST_SETUP_DOUBT } from "./assessJob.ts";
export { hardFactOf } from "./hardFact.ts";
export { outlookOf, type Outlook } from "./outlook.ts";
export { otherHalfOf, type OtherHalf } from "./otherHalf.ts";
export { placeText, readingText } from "./readingText.ts";
export * from "./plans.ts";
export * from "./proof.ts";
export * from "./release.ts";
export * from "./nextStep.ts";
export * from "./road.ts";
export * from "./suspects.ts";
export * from "./ordering.ts";
