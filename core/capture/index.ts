/** Recordings of a motor that turns: waveforms and sensors, in the names of one closed list. */
export {
  CAPTURE_RULES,
  LINES,
  PHASES,
  SENSORS,
  type CaptureAnswer,
  type CaptureOptions,
  type ChannelRole,
  type Figure,
  type Line,
} from "./answer.ts";
export type { CyclePicture, CoastPicture, EdgePicture, MagnetPicture, Pictures } from "./pictures.ts";
export * from "./readCapture.ts";
export { visibility } from "./windingView.ts";
export { windowOf, type Window } from "./window.ts";
export * from "./figureNames.ts";
