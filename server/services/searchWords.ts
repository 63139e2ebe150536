import { foldCase, jobName, type Folded, type Motor } from "#core/record";

/** What a job is known by on a label: its number, motor, owner and serial. */
export const nameWords = (number: number, { name, owner, serial }: Motor): string =>
  foldCase(`${jobName(number)} ${name} ${owner} ${serial}`);

/** A telephone as it is written, and its digits alone. */
const telephone = (contact: string) => `${contact} ${contact.replaceAll(/\D/gu, "")}`.trim();

/** What else a job is found by: how its owner is reached, what they complain of, and the words left with it. */
export const furtherWords = (
  contact: string,
  complaintWords: string,
  notes: readonly { readonly words: string }[],
): string =>
  foldCase(
    [telephone(contact), complaintWords, ...notes.map(({ words }) => words)].filter(Boolean).join(" "),
  );

/** Everything that a job is found by, as its journal reads now. */
export function wordsOf(number: number, { record, contact, notes }: Folded) {
  return {
    search: nameWords(number, record.motor),
    further: furtherWords(contact, record.complaintWords, notes),
  };
}
