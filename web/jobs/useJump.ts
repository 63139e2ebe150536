import { useEffect, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import type { JobStep } from "#contract/jobs";
import { isTyping } from "../ui/isTyping.ts";
import { stepAt, type Step } from "./steps.ts";

/** J, and then the letter of a step: any step by two keys. Anything else leaves it. */
export function useJump(steps: readonly Step[], go: (step: JobStep) => void, enabled = true): boolean {
  const [jumping, setJumping] = useState(false);
  useHotkeys("j", () => setJumping(true), {
    enabled,
    enableOnFormTags: true,
    ignoreEventWhen: isTyping,
    preventDefault: true,
  });
  useEffect(() => {
    if (!jumping) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.key === "Shift") return;
      event.preventDefault();
      event.stopPropagation();
      setJumping(false);
      const step = stepAt(steps, event.key);
      if (step) go(step);
    };
    // Before anything else that listens: S, U and the lamps are letters too.
    window.addEventListener("keydown", onKey, { capture: true });
    return () => window.removeEventListener("keydown", onKey, { capture: true });
  });
  return jumping;
}
