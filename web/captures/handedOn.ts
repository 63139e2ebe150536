/** A recording on its way from one room to another: what a browser opened cannot go by an address. */
let handed: File | null = null;

export const handOn = (file: File): void => {
  handed = file;
};

/** Whether one is on its way. */
export const isHanded = (): boolean => handed !== null;

/** Takes it, once. */
export function takeHanded(): File | null {
  const file = handed;
  handed = null;
  return file;
}
