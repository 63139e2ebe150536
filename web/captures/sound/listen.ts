import tap from "./tap.worklet.js?url&no-inline";

/** A recording that is being taken. */
export interface Listening {
  /** Ends it early; what was heard so far is kept. */
  readonly stop: () => void;
  readonly done: Promise<File>;
}

const why: Readonly<Record<string, string>> = {
  NotAllowedError: "The browser was not allowed to listen. Allow it for this page and try again.",
  NotFoundError: "No microphone and no line input was found on this device.",
  NotReadableError: "The audio input is in use by another program.",
};

/** In a sentence, why there is nothing to hear. */
export function listeningProblem(error: unknown): string {
  if (!navigator.mediaDevices)
    return "The browser listens only on this computer itself, or over HTTPS. Record with another program and drop the WAV file here.";
  return (error instanceof Error && why[error.name]) || "The audio input could not be opened.";
}

/** Samples of each channel as a WAV file of 32-bit floating point. */
function asWav(channels: readonly Float32Array[], rate: number): ArrayBuffer {
  const count = channels.length;
  const length = Math.min(...channels.map((one) => one.length));
  const data = length * count * 4;
  const buffer = new ArrayBuffer(44 + data);
  const view = new DataView(buffer);
  const text = (at: number, words: string) =>
    [...words].forEach((letter, n) => view.setUint8(at + n, letter.codePointAt(0)!));
  text(0, "RIFF");
  view.setUint32(4, 36 + data, true);
  text(8, "WAVEfmt ");
  view.setUint32(16, 16, true);
  // Floating point, of so many channels.
  view.setUint16(20, 3, true);
  view.setUint16(22, count, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * count * 4, true);
  view.setUint16(32, count * 4, true);
  view.setUint16(34, 32, true);
  text(36, "data");
  view.setUint32(40, data, true);
  for (let n = 0; n < length; n += 1)
    channels.forEach((one, c) => view.setFloat32(44 + (n * count + c) * 4, one[n]!, true));
  return buffer;
}

/**
 * Listens at the audio input as it is, without what makes speech pleasant.
 * @param onLevel told how near to full scale the loudest of a moment came, 0 to 1
 */
export async function listen(
  seconds: number,
  name: string,
  onLevel: (level: number) => void,
): Promise<Listening> {
  const stream = await navigator.mediaDevices.getUserMedia({
    audio: {
      echoCancellation: false,
      noiseSuppression: false,
      autoGainControl: false,
      channelCount: { ideal: 2 },
    },
  });
  const context = new AudioContext();
  await context.audioWorklet.addModule(tap);
  const node = new AudioWorkletNode(context, "tap");
  context.createMediaStreamSource(stream).connect(node);
  const wanted = seconds * context.sampleRate;
  const parts: Float32Array[][] = [];
  let heard = 0;
  let end: () => void = () => undefined;
  const done = new Promise<File>((resolve) => {
    end = () => {
      node.port.onmessage = null;
      stream.getTracks().forEach((track) => track.stop());
      void context.close();
      const count = Math.max(1, ...parts.map((part) => part.length));
      const channels = Array.from({ length: count }, (_, c) => {
        const whole = new Float32Array(heard);
        let at = 0;
        for (const part of parts) {
          whole.set(part[c] ?? part[0]!, at);
          at += part[0]!.length;
        }
        return whole;
      });
      resolve(new File([asWav(channels, context.sampleRate)], name, { type: "audio/wav" }));
    };
  });
  node.port.onmessage = ({ data }: MessageEvent<Float32Array[]>) => {
    parts.push(data);
    heard += data[0]!.length;
    onLevel(Math.max(...data.map((one) => one.reduce((most, value) => Math.max(most, Math.abs(value)), 0))));
    if (heard >= wanted) end();
  };
  return { stop: () => end(), done };
}
