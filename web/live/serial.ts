import { readSamples } from "#contract/feedSchema";
import type { TimedDisplay } from "#contract/feed";
import { placeInTime, readLine, type Heard, type Placed } from "#core/live";
import { hearDisplays, pageSeconds, saySilent } from "./heard.ts";

/** As much of the browser's own interface to serial ports as is used here. */
interface SerialPort {
  readonly readable: ReadableStream<Uint8Array> | null;
  readonly open: (options: { readonly baudRate: number }) => Promise<void>;
  readonly close: () => Promise<void>;
}
interface Serial {
  readonly requestPort: () => Promise<SerialPort>;
}

const serialOf = () => (navigator as Navigator & { readonly serial?: Serial }).serial;

/** No line of a bridge is longer. */
const LONGEST_LINE = 200;

/** Whole lines out of the pieces that a port gives; what never ends is thrown away. */
function byLines(): TransformStream<string, string> {
  let kept = "";
  return new TransformStream({
    transform(piece, out) {
      const lines = (kept + piece).split("\n");
      kept = lines.pop()!.slice(-LONGEST_LINE);
      for (const line of lines) if (line.trim() !== "") out.enqueue(line);
    },
  });
}

/** Reads a bridge until its plug is pulled. */
async function readOn(instrument: string, port: SerialPort): Promise<void> {
  const reader = port
    .readable!.pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>)
    .pipeThrough(byLines())
    .getReader();
  let heard: Heard | null = null;
  for (;;) {
    const { value, done } = await reader.read();
    if (done) return;
    const line = readLine(value);
    if (line.kind === "remark") continue;
    const { displays, refused } =
      line.kind === "sample"
        ? readSamples([line.sample])
        : { displays: [], refused: [{ sentence: line.sentence }] };
    if (refused[0]) saySilent(instrument, refused[0].sentence);
    const now = pageSeconds();
    const placed: Placed<TimedDisplay> = placeInTime(heard, displays, now);
    heard = placed.heard;
    if (placed.taken.length > 0)
      hearDisplays(
        instrument,
        placed.taken.map(({ at, time: _time, ...display }) => ({ ...display, ago: now - at })),
      );
  }
}

/** Lets a person choose the port that an instrument hangs on, and reads it. */
export async function connectSerial(instrument: string, baud: number): Promise<void> {
  const serial = serialOf();
  if (!serial) return saySilent(instrument, "This browser reads no serial port. Another one may.");
  let port: SerialPort;
  try {
    port = await serial.requestPort();
    await port.open({ baudRate: baud });
  } catch (error) {
    const chosen = !(error instanceof DOMException && error.name === "NotFoundError");
    return saySilent(
      instrument,
      chosen ? "This port cannot be opened. Another program may hold it." : "No port was chosen.",
    );
  }
  saySilent(instrument, null);
  try {
    await readOn(instrument, port);
    saySilent(instrument, "Its plug was pulled.");
  } catch {
    saySilent(instrument, "Its plug was pulled.");
  }
}
