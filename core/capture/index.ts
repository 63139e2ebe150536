/** Recordings of a motor that turns: waveforms and sensors, in the names of one closed list. */
export {
  CAPTURE_RULES,
  type CaptureAnswer,
  type CaptureOptions,
  type ChannelRole,
  type Figure,
} from "./answer.ts";
export type { CyclePicture, CoastPicture, EdgePicture, Pictures } from "./pictures.ts";
export * from "./readCapture.ts";
export { visibility } from "./windingView.ts";
export { windowOf, type Window } from "./window.ts";
export * from "./figureNames.ts";
export { leastLow } from "./magnetRing.ts";
export { FINE as FINE_PLACEMENT } from "./placement.ts";
