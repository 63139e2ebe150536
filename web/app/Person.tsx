import { DropdownMenu } from "radix-ui";
import { lazy, Suspense, useState } from "react";
import { Button } from "../ui/Button.tsx";
import { useTechniciansQuery } from "./api.ts";
import { useBench, useChoosePerson } from "./store.ts";

// Brings the schemas along, which the bench does not need.
const NewPerson = lazy(() => import("./NewPerson.tsx"));

/** Asked once a device: every reading carries who took it. */
export function WhoIsHere() {
  const { data: people = [] } = useTechniciansQuery();
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

/** Who works at this device, and the way to say that it is somebody else now. */
export function Person() {
  const who = useBench((bench) => bench.who);
  const { data: people = [] } = useTechniciansQuery();
  const choose = useChoosePerson();
  const [adding, setAdding] = useState(false);
  if (!who) return null;
  return (
    <DropdownMenu.Root onOpenChange={() => setAdding(false)}>
      <DropdownMenu.Trigger
        aria-label={`At the bench: ${who}. Change person`}
        className="size-11 shrink-0 rounded-full bg-sunk text-sm font-bold text-ink-2"
      >
        {who}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-10 rounded-xl border border-line-strong bg-sheet p-2 shadow-lg"
        >
          {people.map(({ id, initials, name }) => (
            <DropdownMenu.Item
              key={id}
              onSelect={() => choose(initials)}
              className="flex min-h-11 items-center gap-3 rounded-lg px-3 data-highlighted:bg-green-soft"
            >
              <strong className="w-8">{initials}</strong> {name}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          {adding ? (
            <div className="p-2" onKeyDown={(event) => event.stopPropagation()}>
              <Suspense fallback={null}>
                <NewPerson onMade={choose} />
              </Suspense>
            </div>
          ) : (
            <DropdownMenu.Item
              onSelect={(event) => {
                event.preventDefault();
                setAdding(true);
              }}
              className="flex min-h-11 items-center rounded-lg px-3 data-highlighted:bg-green-soft"
            >
              Somebody else
            </DropdownMenu.Item>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
