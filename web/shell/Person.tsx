import { lazy, Suspense, useState } from "react";
import { useChoosePerson } from "../app/store.ts";
import { Button } from "../ui/Button.tsx";
import { usePresent } from "./usePresent.ts";
import { useWhoIsShown } from "./useWhoIsShown.ts";

// Brings the schemas along, which the bench does not need.
const NewPerson = lazy(() => import("./NewPerson.tsx"));
// Opened now and then: the menu and what carries it come with the first press.
const PersonMenu = lazy(() => import("./PersonMenu.tsx"));

/** Asked once a device: every reading carries who took it. */
export function WhoIsHere() {
  const people = usePresent();
  const choose = useChoosePerson();
  return (
    <section
      aria-labelledby="who"
      className="mx-auto mt-16 max-w-xl rounded-xl border border-line bg-sheet p-6"
    >
      <h2 id="who" className="text-xl font-bold">
        Who is at the bench?
      </h2>
      <p className="mb-4 text-ink-2">
        Every reading carries who took it. Change it at the top right at any time.
      </p>
      {people.length > 0 && (
        <div className="mb-5 flex flex-wrap gap-3">
          {people.map(({ id, initials, name }, i) => (
            <Button
              key={id}
              look={i === 0 ? "main" : "plain"}
              autoFocus={i === 0}
              onClick={() => choose(initials)}
            >
              {initials}, {name}
            </Button>
          ))}
        </div>
      )}
      <Suspense fallback={null}>
        <NewPerson onMade={choose} />
      </Suspense>
    </section>
  );
}

/** Who works at this device; pressed, it opens the way to say that it is somebody else, the rooms and the look. */
export function Person() {
  const { who, words } = useWhoIsShown();
  const [asked, setAsked] = useState(false);
  const face = (
    <button
      type="button"
      aria-haspopup="menu"
      aria-label={words}
      onClick={() => setAsked(true)}
      className="size-11 shrink-0 rounded-full bg-sunk text-sm font-bold text-ink-2"
    >
      {who ?? "?"}
    </button>
  );
  return asked ? <Suspense fallback={face}>{<PersonMenu />}</Suspense> : face;
}
