import { lazy, type ComponentType } from "react";

/** For each room that could not be fetched, what has it asked for anew. */
const notFetched = new Set<() => void>();

/** Rooms that could not be fetched are asked for again by the next who goes there. */
export function askAgain(): void {
  for (const again of notFetched) again();
  notFetched.clear();
}

/** A room that is fetched when somebody goes there. */
export function fetchedRoom(fetchRoom: () => Promise<ComponentType>): ComponentType {
  const asked = () =>
    lazy(async () => {
      try {
        return { default: await fetchRoom() };
      } catch (error) {
        notFetched.add(() => {
          Fetched = asked();
        });
        throw error;
      }
    });
  let Fetched = asked();
  return function Room() {
    return <Fetched />;
  };
}
