export const WALK_LEFT = "green-fable.walk-left";

/** Whether whoever is at this device has left the walk, or this browser keeps nothing. */
export function isWalkLeft(): boolean {
  try {
    return localStorage.getItem(WALK_LEFT) !== null;
  } catch {
    return true;
  }
}

const WALK_STOP = "green-fable.walk-stop";

/** The stop of the walk that this window is at; null while it has not begun. */
export function stopKept(): number | null {
  try {
    const kept = sessionStorage.getItem(WALK_STOP);
    return kept === null ? null : Number(kept);
  } catch {
    return null;
  }
}

export function keepStop(stop: number): void {
  try {
    sessionStorage.setItem(WALK_STOP, String(stop));
  } catch {
    // A browser that keeps nothing begins where one stands, each time.
  }
}
