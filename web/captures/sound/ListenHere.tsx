import { useEffect, useRef, useState } from "react";
import { Button } from "../../ui/Button.tsx";
import { listen, listeningProblem, type Listening } from "./listen.ts";

/** How near to full scale the input is: shape and words beside the colour. */
function Level({ level }: { readonly level: number }) {
  const words = level >= 0.99 ? "too loud: turn it down" : level < 0.02 ? "hardly anything" : "good";
  return (
    <div className="flex items-center gap-3">
      <div
        role="meter"
        aria-label="Level"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(100 * Math.min(1, level))}
        className="h-3 w-48 overflow-hidden rounded border border-line-strong bg-sheet"
      >
        <div
          className={`h-full ${level >= 0.99 ? "bg-red" : "bg-green"}`}
          style={{ width: `${Math.min(100, 100 * level)}%` }}
        />
      </div>
      <span className="text-sm">{words}</span>
    </div>
  );
}

/** Records from the audio input of this device: the level is seen before it is believed. */
export function ListenHere({
  words,
  seconds,
  name,
  onFile,
}: {
  readonly words: string;
  readonly seconds: number;
  /** Of the file that comes of it. */
  readonly name: string;
  readonly onFile: (file: File) => void;
}) {
  const [listening, setListening] = useState<Listening | null>(null);
  const [level, setLevel] = useState(0);
  const [problem, setProblem] = useState("");
  const live = useRef<Listening | null>(null);
  useEffect(() => () => live.current?.stop(), []);
  const begin = async () => {
    setProblem("");
    try {
      const started = await listen(seconds, name, setLevel);
      live.current = started;
      setListening(started);
      const file = await started.done;
      live.current = null;
      setListening(null);
      onFile(file);
    } catch (error) {
      setListening(null);
      setProblem(listeningProblem(error));
    }
  };
  if (listening)
    return (
      <div className="flex flex-wrap items-center gap-4">
        <Level level={level} />
        <Button onClick={listening.stop}>Stop here</Button>
      </div>
    );
  return (
    <div>
      <Button onClick={() => void begin()}>{words}</Button>
      {problem && (
        <p role="alert" className="mt-1 text-red">
          {problem}
        </p>
      )}
    </div>
  );
}
