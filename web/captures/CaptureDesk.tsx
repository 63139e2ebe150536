import { lazy, Suspense, useEffect, useEffectEvent, useMemo, useState, type ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Button } from "../ui/Button.tsx";
import { isTyping } from "../ui/isTyping.ts";
import type { Packed, ReadCapture } from "../workers/capture.worker.ts";
import { DropFile } from "./DropFile.tsx";
import { takeHanded } from "./handedOn.ts";
import { HowItIsRead } from "./HowItIsRead.tsx";
import { knownFrom, type KnownTexts } from "./known.ts";
import { LineIn } from "./sound/LineIn.tsx";
import { Remarks } from "./Remarks.tsx";
import { asCapture, useCapture } from "./useCapture.ts";

const fetchView = () => import("./CaptureView.tsx");
const CaptureView = lazy(fetchView);
/** What draws is there before a file is, so that nobody waits for it. */
const WHEN_IDLE = 300;

/** A recording that was read, for whoever does something with it. */
export interface OnDesk {
  readonly file: File;
  readonly name: string;
  readonly capture: ReadCapture;
  /** What was known when it was read. */
  readonly known: ReturnType<typeof knownFrom>["options"];
  /** Whether nothing else is known since. */
  readonly isCurrent: boolean;
  readonly pack: () => Promise<Packed | null>;
  readonly close: () => void;
}

/** As what a file was understood, in a few words. */
function understoodText({ answer, signals }: ReadCapture): string {
  const { format, channels, interval, samples } = answer.understood;
  const rate =
    interval === null
      ? ""
      : interval < 1e-3
        ? `${Number((1e-3 / interval).toPrecision(3))} kHz`
        : `${Number((1 / interval).toPrecision(3))} Hz`;
  const used = channels.filter(({ carries }) => carries !== null).length;
  const units = [...new Set(signals.map(({ unit }) => unit))].join(", ");
  return [
    format,
    `${used === channels.length ? "" : `${used} of `}${channels.length} ${channels.length === 1 ? "signal" : "signals"}`,
    units,
    rate,
    rate === "" ? `${samples} changes` : "",
  ]
    .filter(Boolean)
    .join(", ");
}

/** Where a recording is dropped, corrected and looked at. What is done with it is the business of whoever shows it. */
export function CaptureDesk({
  words,
  begin,
  small = false,
  onOpen,
  children,
}: {
  readonly words: string;
  /** What is known of the motor before anybody types. */
  readonly begin: KnownTexts;
  /** Something lies here already: the place for another is a small one. */
  readonly small?: boolean;
  /** Told whether a recording lies here, open. */
  readonly onOpen?: (isOpen: boolean) => void;
  /** What can be done with a recording that was read. */
  readonly children: (desk: OnDesk) => ReactNode;
}) {
  const [known, setKnown] = useState(begin);
  const [corrects, setCorrects] = useState(false);
  const { options } = useMemo(() => knownFrom(known), [known]);
  const { reading, isCurrent, open, close, window, pack } = useCapture(asCapture, options);
  useHotkeys("e", () => setCorrects((now) => !now), { ignoreEventWhen: isTyping, preventDefault: true });
  const isOpen = reading.kind === "read";
  useEffect(() => {
    onOpen?.(isOpen);
    return () => onOpen?.(false);
  }, [onOpen, isOpen]);
  const take = (file: File) => {
    // Another file has other signals.
    setKnown((now) => ({ ...now, as: [] }));
    open(file);
  };
  useEffect(() => {
    let here = true;
    const prepare = () =>
      fetchView().then(
        ({ rehearse }) => here && rehearse(),
        // Without it the first recording fetches it.
        () => undefined,
      );
    const later = setTimeout(() => void prepare(), WHEN_IDLE);
    return () => {
      here = false;
      clearTimeout(later);
    };
  }, []);
  const fromElsewhere = useEffectEvent(take);
  useEffect(() => {
    const handed = takeHanded();
    if (!handed) return;
    const later = setTimeout(() => fromElsewhere(handed));
    return () => clearTimeout(later);
  }, []);
  if (reading.kind === "none" || reading.kind === "refused")
    return (
      <>
        <DropFile words={words} again={small} onFile={take} />
        <LineIn onFile={take} />
        {reading.kind === "refused" && (
          <p role="alert" className="mt-2 text-red">
            {reading.words}
          </p>
        )}
      </>
    );
  if (reading.kind === "busy")
    return (
      <div className="flex items-center gap-4 rounded-xl border border-line bg-sheet p-6">
        <span
          className="size-5 animate-spin rounded-full border-2 border-line-strong border-t-green motion-reduce:animate-none"
          aria-hidden
        />
        <p role="status" className="grow">
          {reading.words}
        </p>
        <Button onClick={close}>Stop</Button>
      </div>
    );
  const { file, capture, known: readWith } = reading;
  const isRefused = capture.answer.outcome === "refused";
  return (
    <div className="grid gap-3">
      <p className="text-sm text-ink-2">
        <strong className="text-ink">{file.name}</strong> {understoodText(capture)}
      </p>
      <div className="flex flex-wrap items-start gap-2">
        {children({ file, name: file.name, capture, known: readWith, isCurrent, pack, close })}
        <span className="grow" />
        <Button size="small" aria-expanded={corrects} hotkey="E" onClick={() => setCorrects((now) => !now)}>
          How it is read
        </Button>
        <DropFile words={words} again onFile={take} />
      </div>
      {(corrects || (isRefused && capture.signals.length > 0)) && (
        <HowItIsRead understood={capture.answer.understood} known={known} onKnown={setKnown} />
      )}
      {isRefused ? (
        <Refused capture={capture} />
      ) : (
        <Suspense fallback={<p className="p-4">Drawing it.</p>}>
          <CaptureView capture={capture} options={readWith} name={file.name} window={window} />
        </Suspense>
      )}
    </div>
  );
}

/** A file that says nothing, why, and what to do. */
function Refused({ capture }: { readonly capture: ReadCapture }) {
  return (
    <div role="alert" className="grid gap-2">
      <p className="font-semibold">Nothing is read from this file.</p>
      <Remarks said={capture.answer.said} />
    </div>
  );
}
