import { useState } from "react";
import { Button } from "../ui/Button.tsx";
import { hasVoice, hush, say, SPOKEN } from "./spoken.ts";

/** Lets this device say the step and what was taken; a device without a voice of its own says so. */
export function SpokenToggle({ words }: { readonly words: string }) {
  const spoken = SPOKEN.use();
  const [mute, setMute] = useState(false);
  const toggle = () => {
    const yes = !spoken;
    if (yes && !hasVoice()) return setMute(true);
    setMute(false);
    SPOKEN.set(yes);
    if (yes) say(words);
    else hush();
  };
  return (
    <span className="flex items-center gap-3">
      {mute && (
        <span role="status" className="text-ink-2">
          This device has no voice of its own.
        </span>
      )}
      <Button aria-pressed={spoken} look={spoken ? "main" : "plain"} onClick={toggle}>
        Spoken
      </Button>
    </span>
  );
}
