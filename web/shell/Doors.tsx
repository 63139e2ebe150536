import { lazy, Suspense, useEffect, type ReactNode } from "react";
import { useSessionQuery } from "../app/api.ts";
import { outbox, useBench, useChoosePerson } from "../app/store.ts";

// Seen by those who sign in.
const SignIn = lazy(() => import("./SignIn.tsx"));

/** What is behind the doors: shown at once where nobody signs in, else to whoever did. */
export function Doors({ children }: { readonly children: ReactNode }) {
  const { data: session } = useSessionQuery();
  const who = useBench((bench) => bench.who);
  const choose = useChoosePerson();
  // Who looks in from the chain writes nothing: whoever works at this device stays who it was.
  const initials = session?.person?.looksIn ? null : (session?.person?.initials ?? null);
  useEffect(() => {
    if (initials === null) return;
    if (initials !== who) choose(initials);
    void outbox.replay();
    // Once for each who signs in: the person of the device follows the session.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [initials]);
  if (session?.needed && !session.person)
    return (
      <Suspense fallback={null}>
        <SignIn first={session.first} shop={session.shop} />
      </Suspense>
    );
  return children;
}
