import { lazy, Suspense } from "react";
import { useTechniciansQuery } from "../app/api.ts";

const NewPerson = lazy(() => import("../app/NewPerson.tsx"));

/** Who works at this bench; every reading carries the initials, so nobody is taken off the list. */
export function People() {
  const { data: people = [] } = useTechniciansQuery();
  return (
    <section aria-labelledby="people" className="max-w-xl rounded-xl border border-line bg-sheet p-4">
      <h2 id="people" className="mb-2 text-lg font-bold">
        People
      </h2>
      <ul className="mb-4">
        {people.map(({ id, initials, name }) => (
          <li key={id} className="flex min-h-11 items-center gap-4 border-t border-line">
            <strong className="w-10">{initials}</strong> {name}
          </li>
        ))}
      </ul>
      <Suspense fallback={null}>
        <NewPerson onMade={() => undefined} />
      </Suspense>
    </section>
  );
}
