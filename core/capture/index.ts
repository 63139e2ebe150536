/** Recordings of a motor that turns: waveforms and sensors, in the names of one closed list. */
export { type CaptureAnswer, type CaptureOptions, type ChannelRole, type Figure } from "./answer.ts";
export * from "./readCapture.ts";
export { visibility } from "./windingView.ts";
