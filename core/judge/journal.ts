import { fold, type Entry, type Folded, type Grounds, type Intake } from "../record/index.ts";
import { misread } from "../measure/index.ts";

/** A journal as the record that is judged, held against what the checks declare. See {@link fold}. */
export function readJournal(intake: Intake, entries: readonly Entry[], grounds: Grounds): Folded {
  return fold(intake, entries, grounds, misread);
}
