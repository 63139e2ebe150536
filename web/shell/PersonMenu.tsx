import { DropdownMenu } from "radix-ui";
import { lazy, Suspense, useState } from "react";
import { useNavigate } from "react-router";
import { CHAIN_AT } from "#contract/chain";
import type { Technician } from "#contract/jobs";
import { useSessionQuery, useSignOutMutation } from "../app/api.ts";
import { isOffice } from "../app/place.ts";
import { useChoosePerson } from "../app/store.ts";
import { ANSWERS } from "../offline/strategy.ts";
import { chooseLook, look, LOOK_WORDS, LOOKS, type Look } from "../ui/look.ts";
import { PEOPLE_AT, ROOMS } from "./rooms.ts";
import { usePresent } from "./usePresent.ts";
import { useWhoIsShown } from "./useWhoIsShown.ts";

const NewPerson = lazy(() => import("./NewPerson.tsx"));

const ITEM =
  "flex min-h-11 cursor-default items-center gap-3 rounded-lg px-3 data-highlighted:bg-green-soft data-[state=checked]:font-semibold";
const LABEL = "px-3 pt-1 text-sm font-semibold text-ink-2";
const Line = () => <DropdownMenu.Separator className="my-1 h-px bg-line" />;

/** Where the header has no room for them. */
function RoomItems() {
  const navigate = useNavigate();
  return (
    <div className="lg:hidden">
      <DropdownMenu.Label className={LABEL}>Rooms</DropdownMenu.Label>
      {ROOMS.map(([to, words]) => (
        <DropdownMenu.Item key={to} onSelect={() => void navigate(to)} className={ITEM}>
          {words}
        </DropdownMenu.Item>
      ))}
      {!isOffice && (
        <DropdownMenu.Item onSelect={() => void navigate("/?find")} className={ITEM}>
          Find a job
        </DropdownMenu.Item>
      )}
      <Line />
    </div>
  );
}

function LookItems() {
  const [chosen, setChosen] = useState(look);
  return (
    <>
      <DropdownMenu.Label className={LABEL}>Light or dark</DropdownMenu.Label>
      <DropdownMenu.RadioGroup
        value={chosen}
        onValueChange={(value) => {
          chooseLook(value as Look);
          setChosen(value as Look);
        }}
      >
        {LOOKS.map((one) => (
          <DropdownMenu.RadioItem
            key={one}
            value={one}
            onSelect={(event) => event.preventDefault()}
            className={ITEM}
          >
            <span aria-hidden className="w-4">
              {chosen === one ? "✓" : ""}
            </span>
            {LOOK_WORDS[one]}
          </DropdownMenu.RadioItem>
        ))}
      </DropdownMenu.RadioGroup>
    </>
  );
}

/** Whoever is here now, by a choice: where nobody signs in. */
function People({
  people,
  who,
  choose,
  adding,
  onAdd,
}: {
  readonly people: readonly Technician[];
  readonly who: string | null;
  readonly choose: (initials: string) => void;
  readonly adding: boolean;
  readonly onAdd: () => void;
}) {
  return (
    <>
      <DropdownMenu.RadioGroup value={who ?? ""} onValueChange={choose}>
        {people.map(({ id, initials, name }) => (
          <DropdownMenu.RadioItem key={id} value={initials} className={ITEM}>
            <strong className="w-8">{initials}</strong> {name}
          </DropdownMenu.RadioItem>
        ))}
      </DropdownMenu.RadioGroup>
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
            onAdd();
          }}
          className={ITEM}
        >
          Somebody else
        </DropdownMenu.Item>
      )}
    </>
  );
}

/** Who works at this device, and the way to say that it is somebody else now; on a small screen the rooms too. */
export default function PersonMenu() {
  const { who, words } = useWhoIsShown();
  const people = usePresent();
  const choose = useChoosePerson();
  const [adding, setAdding] = useState(false);
  const { data: session } = useSessionQuery();
  const [signOut] = useSignOutMutation();
  const navigate = useNavigate();
  /** Nothing of what was looked at stays behind on the device; what waits to be sent does, for whoever wrote it. */
  const leave = async () => {
    await globalThis.caches?.delete(ANSWERS);
    await signOut();
  };
  return (
    <DropdownMenu.Root defaultOpen onOpenChange={() => setAdding(false)}>
      <DropdownMenu.Trigger
        aria-label={words}
        className="size-11 shrink-0 rounded-full bg-sunk text-sm font-bold text-ink-2"
      >
        {who ?? "?"}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          collisionPadding={8}
          className="z-10 max-h-(--radix-dropdown-menu-content-available-height) overflow-y-auto rounded-xl border border-line-strong bg-sheet p-2"
        >
          <RoomItems />
          <DropdownMenu.Label className={LABEL}>At the bench</DropdownMenu.Label>
          {session?.person ? (
            <>
              <p className="px-3 pb-1">
                {session.person.name}, {session.person.role}
              </p>
              {!session.person.looksIn && (
                <>
                  <DropdownMenu.Item onSelect={() => void navigate(PEOPLE_AT)} className={ITEM}>
                    Change my pass-phrase
                  </DropdownMenu.Item>
                  <DropdownMenu.Item onSelect={() => void leave()} className={ITEM}>
                    Sign out
                  </DropdownMenu.Item>
                </>
              )}
            </>
          ) : (
            <People people={people} who={who} choose={choose} adding={adding} onAdd={() => setAdding(true)} />
          )}
          {session?.shop && !isOffice && (!session.needed || session.person?.looksIn) && (
            <>
              <Line />
              <DropdownMenu.Item onSelect={() => window.location.assign(CHAIN_AT)} className={ITEM}>
                All shops of the chain
              </DropdownMenu.Item>
            </>
          )}
          <Line />
          <LookItems />
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
