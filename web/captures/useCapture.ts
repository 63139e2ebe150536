import { proxy, wrap, type Remote } from "comlink";
import { useCallback, useEffect, useRef, useState } from "react";
import { CAPTURE_LIMITS } from "#contract/captures";
import type { CaptureOptions, Window } from "#core/capture";
import type { RunOptions } from "#core/runlog";
import type { SoundAnswer } from "#core/sound";
import type { CaptureWorker, Packed, ReadCapture, ReadRun } from "../workers/capture.worker.ts";

/** A file on its way to what it says. */
export type Reading<Read, Options = unknown> =
  | { readonly kind: "none" }
  | { readonly kind: "refused"; readonly words: string }
  | { readonly kind: "busy"; readonly words: string }
  | {
      readonly kind: "read";
      readonly file: File;
      readonly capture: Read;
      /** What was known when it was read. */
      readonly known: Options;
    };

/** How a file that was opened is read: as a waveform or sensors, or as a log of a run. */
type How<Options, Read> = (
  remote: Remote<CaptureWorker>,
  options: Options,
  onStage: (words: string) => void,
) => Promise<Read>;

export const asCapture: How<CaptureOptions, ReadCapture> = (remote, options, onStage) =>
  remote.read(options, onStage) as Promise<ReadCapture>;
export const asSoundFile: How<object, SoundAnswer> = (remote, _nothing, onStage) =>
  remote.readSound(onStage) as Promise<SoundAnswer>;
export const asRun: How<RunOptions, ReadRun> = (remote, options, onStage) =>
  remote.readRun(options, onStage) as Promise<ReadRun>;

interface Running {
  readonly worker: Worker;
  readonly remote: Remote<CaptureWorker>;
}

const begin = (): Running => {
  const worker = new Worker(new URL("../workers/capture.worker.ts", import.meta.url), { type: "module" });
  return { worker, remote: wrap<CaptureWorker>(worker) };
};

const megabytes = (bytes: number) => `${Math.ceil(bytes / 1e6)} MB`;

/** Why a file is not even opened; null where it is. */
export function notOpened({ size, name }: Pick<File, "size" | "name">): string | null {
  if (size > CAPTURE_LIMITS.mostRead)
    return `${name} holds ${megabytes(size)}; up to ${megabytes(CAPTURE_LIMITS.mostRead)} are read. Cut it to the part that matters, or record at a slower rate.`;
  return size === 0 ? `${name} is empty.` : null;
}

/**
 * Reads a recording in a thread of its own, and again whenever something else is known of the motor.
 * @param how as what it is read
 * @param options what is known; keeps its identity while it is the same
 */
export function useCapture<Options, Read>(how: How<Options, Read>, options: Options) {
  const running = useRef<Running | null>(null);
  const [file, setFile] = useState<File | null>(null);
  const [reading, setReading] = useState<Reading<Read, Options>>({ kind: "none" });
  const stop = useCallback(() => {
    running.current?.worker.terminate();
    running.current = null;
  }, []);
  useEffect(() => stop, [stop]);

  const open = useCallback(
    async (chosen: File) => {
      stop();
      const why = notOpened(chosen);
      if (why) return setReading({ kind: "refused", words: why });
      const mine = begin();
      running.current = mine;
      setReading({ kind: "busy", words: "Fetching the file" });
      try {
        await mine.remote.open(chosen);
        if (running.current === mine) setFile(chosen);
      } catch {
        if (running.current === mine)
          setReading({ kind: "refused", words: `${chosen.name} could not be opened on this device.` });
      }
    },
    [stop],
  );

  useEffect(() => {
    const mine = running.current;
    if (!file || !mine) return;
    let over = false;
    const said = proxy((words: string) => {
      if (!over) setReading((before) => (before.kind === "read" ? before : { kind: "busy", words }));
    });
    how(mine.remote, options, said).then(
      (capture) => {
        if (!over) setReading({ kind: "read", file, capture, known: options });
      },
      () => {
        if (!over) setReading({ kind: "refused", words: `${file.name} could not be read on this device.` });
      },
    );
    return () => {
      over = true;
    };
  }, [file, how, options]);

  const close = useCallback(() => {
    stop();
    setFile(null);
    setReading({ kind: "none" });
  }, [stop]);

  return {
    reading,
    /** Whether what was read is by what is known now: else it is on its way anew, and nothing of it is kept. */
    isCurrent: reading.kind === "read" && reading.known === options,
    open: (chosen: File) => {
      setFile(null);
      void open(chosen);
    },
    /** Leaves a file, also one that is read just now. */
    close,
    window: useCallback(
      (from: number, to: number, columns: number): Promise<Window | null> =>
        running.current
          ? (running.current.remote.window(from, to, columns) as Promise<Window>)
          : Promise.resolve(null),
      [],
    ),
    /** Packs the file as a job keeps it; null where it is not open any more, or was changed or taken away meanwhile. */
    pack: async (): Promise<Packed | null> => {
      try {
        return running.current ? ((await running.current.remote.pack()) as Packed) : null;
      } catch {
        return null;
      }
    },
  };
}
