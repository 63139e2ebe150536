/** The sound of a motor: a picture before and after, never a verdict. */
export * from "./readSound.ts";
