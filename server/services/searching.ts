/** From so many letters on all jobs are looked through, by pieces of three; with fewer the newest. */
const LETTERS_OF_ALL = 3;

/** Whether words are looked for in the newest jobs alone. */
export const isShort = (q: string): boolean => [...q].length < LETTERS_OF_ALL;
