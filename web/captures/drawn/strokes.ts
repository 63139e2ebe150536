import type { ChannelRole } from "#core/capture";

/** How a signal is drawn, by what it carries: colour and dashes, so that colour is never the only sign. */
export interface Stroke {
  /** Of the theme. */
  readonly colour: string;
  readonly dash: readonly number[];
}

const FIRST: Stroke = { colour: "--green", dash: [] };
const SECOND: Stroke = { colour: "--ink", dash: [7, 3] };
const THIRD: Stroke = { colour: "--copper", dash: [2, 2] };
const NONE: Stroke = { colour: "--line-strong", dash: [] };

const BY_LETTER: Readonly<Record<string, Stroke>> = { A: FIRST, B: SECOND, C: THIRD };

/** Lines and phases by their first letter, sensors by theirs. */
export const strokeOf = (role: ChannelRole | null): Stroke => (role ? BY_LETTER[role[0]!]! : NONE);

/** A role as it is written on a screen. @example roleText("AB") // "A–B" */
export function roleText(role: ChannelRole): string {
  if (role.length === 1) return `Sensor ${role}`;
  return role.endsWith("N") ? `${role[0]!} to star` : `${role[0]!}–${role[1]!}`;
}
