/** Degrees of a radian. */
export const DEGREES = 180 / Math.PI;

/**
 * An angle as its nearest turn away from none, −180 to 180 degrees.
 * @example wrapDegrees(350) // -10
 */
export const wrapDegrees = (degrees: number): number => degrees - 360 * Math.round(degrees / 360);
