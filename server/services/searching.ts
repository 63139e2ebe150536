/** From so many letters on all jobs are looked through, by pieces of three; with fewer the newest. */
const LETTERS_OF_ALL = 3;
/** As many of the newest jobs as one or two letters are looked for in. */
export const NEWEST = 2000;
/** As many as one search brings; who looks for more says more. */
export const MOST_FOUND = 1000;

/** Whether words are looked for in the newest jobs alone. */
export const isShort = (q: string): boolean => [...q].length < LETTERS_OF_ALL;

/** A phrase as the index of pieces asks for it: every sign in it is a letter like others. */
export const phrase = (q: string) => `"${q.replaceAll('"', '""')}"`;
