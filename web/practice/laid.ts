import type { Phase } from "#core/record";

/** A place on the drawing. */
export interface At {
  readonly x: number;
  readonly y: number;
}

/** Where everything lies, for a bench screen and for a phone. */
export interface Laid {
  readonly width: number;
  readonly height: number;
  readonly meter: At & { readonly width: number; readonly height: number };
  readonly leads: Readonly<Record<Phase, At>>;
  readonly motor: At & { readonly r: number };
  readonly frame: At;
  readonly plug: At;
}
export const WIDE: Laid = {
  ...{ width: 868, height: 262 },
  meter: { x: 22, y: 20, width: 196, height: 200 },
  leads: { A: { x: 320, y: 66 }, B: { x: 320, y: 120 }, C: { x: 320, y: 174 } },
  motor: { x: 550, y: 122, r: 104 },
  frame: { x: 470, y: 232 },
  plug: { x: 700, y: 170 },
};
export const NARROW: Laid = {
  ...{ width: 372, height: 408 },
  meter: { x: 8, y: 6, width: 356, height: 84 },
  leads: { A: { x: 40, y: 150 }, B: { x: 40, y: 206 }, C: { x: 40, y: 262 } },
  motor: { x: 224, y: 206, r: 96 },
  frame: { x: 150, y: 318 },
  plug: { x: 212, y: 330 },
};

/** Where the points of a way lie: as many in a row, so far apart. */
export const WAY_WIDE = { across: 4, left: 300, top: 48, wide: 150, high: 68 } as const;
export const WAY_NARROW = { across: 3, left: 62, top: 132, wide: 124, high: 74 } as const;
export function onWay(i: number, narrow: boolean): At {
  const { across, left, top, wide, high } = narrow ? WAY_NARROW : WAY_WIDE;
  return { x: left + (i % across) * wide, y: top + Math.floor(i / across) * high };
}
