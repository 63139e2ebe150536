/**
 * How often a reading says nothing, because it was misread, mistyped or misfelt: by its kind. Judgement; simulated
 * technicians with slips of their own decide no worse for it.
 */
/** Felt by a hand. */
export const FELT = 0.04;
/** Seen by an eye. */
export const SEEN = 0.03;
/** Read from a display and typed. */
export const TYPED = 0.01;
/** The same read three times and more. */
export const REPEATED = 0.003;
