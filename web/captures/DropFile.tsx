import { useId, useRef, useState, type DragEvent } from "react";
import { CAPTURE_LIMITS_WORDS } from "#contract/captures";
import { Button } from "../ui/Button.tsx";

/** Where a recording is dropped, or chosen. */
export function DropFile({
  words,
  again = false,
  label = "Recording",
  onFile,
}: {
  /** What is wanted here, in a sentence. */
  readonly words: string;
  /** One is there already: another takes little room. */
  readonly again?: boolean;
  /** What the field is called. */
  readonly label?: string;
  readonly onFile: (file: File) => void;
}) {
  const field = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const id = useId();
  const dropped = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const [file] = event.dataTransfer.files;
    if (file) onFile(file);
  };
  const input = (
    <input
      ref={field}
      id={id}
      type="file"
      accept=".csv,.tsv,.txt,.wav,.vcd,.log,text/*,audio/wav"
      aria-label={label}
      className="sr-only"
      tabIndex={-1}
      onChange={(event) => {
        const file = event.target.files?.[0];
        event.target.value = "";
        if (file) onFile(file);
      }}
    />
  );
  const choose = () => field.current?.click();
  if (again)
    return (
      <>
        {input}
        <Button size="small" onClick={choose}>
          {label === "Recording" ? "Another file" : label === "Sound file" ? "Choose a WAV" : "Choose a file"}
        </Button>
      </>
    );
  return (
    <div
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={dropped}
      className={`rounded-xl border-2 border-dashed p-6 text-center ${over ? "border-green bg-green-soft" : "border-line-strong bg-sheet"}`}
    >
      {input}
      <p className="mb-3 font-semibold">{words}</p>
      <Button look="main" data-entry-button onClick={choose}>
        Choose a file
      </Button>
      <p className="mt-3 text-sm text-ink-2">or drop it here. {CAPTURE_LIMITS_WORDS}</p>
    </div>
  );
}
