import { deviceChoice } from "../ui/deviceChoice.ts";

/** Whether this device says the step and what was taken aloud, so that eyes stay on the probes. */
export const SPOKEN = deviceChoice("spoken");

const LANGUAGE = /^en\b/iu;

/** A voice of this device itself: what another machine speaks for it goes over a network. */
function ownVoice(): SpeechSynthesisVoice | undefined {
  if (!("speechSynthesis" in window)) return undefined;
  return speechSynthesis.getVoices().find(({ localService, lang }) => localService && LANGUAGE.test(lang));
}

/** Whether it could say anything. A browser may find its voices only after a moment. */
export const hasVoice = (): boolean => ownVoice() !== undefined;

/** Says it after what is being said, where a person chose so. */
export function say(words: string): void {
  const voice = SPOKEN.now() ? ownVoice() : undefined;
  if (!voice || words === "") return;
  const utterance = new SpeechSynthesisUtterance(words.replaceAll("–", " to "));
  utterance.voice = voice;
  speechSynthesis.speak(utterance);
}

/** What is still to be said is passed over: something else is under the probes. */
export const hush = (): void => {
  if ("speechSynthesis" in window) speechSynthesis.cancel();
};
