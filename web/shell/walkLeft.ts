export const WALK_LEFT = "green-fable.walk-left";

/** Whether whoever is at this device has left the walk, or this browser keeps nothing. */
export function isWalkLeft(): boolean {
  try {
    return localStorage.getItem(WALK_LEFT) !== null;
  } catch {
    return true;
  }
}
