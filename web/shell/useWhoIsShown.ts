import { useSessionQuery } from "../app/api.ts";
import { useBench } from "../app/store.ts";

/** Whose initials the header shows: whoever is at the bench, or who looks in from the chain; and what that is in words. */
export function useWhoIsShown(): { readonly who: string | null; readonly words: string } {
  const who = useBench((bench) => bench.who);
  const { data: session } = useSessionQuery();
  const person = session?.person;
  if (person?.looksIn)
    return { who: person.initials, words: `From the chain: ${person.initials}. Light or dark` };
  return {
    who,
    words: who ? `At the bench: ${who}. Change person, light or dark` : "Who is at the bench",
  };
}
