import { useEffect, useRef } from "react";
import { focusEntry } from "../ui/focusEntry.ts";
import { isChoosing } from "../ui/isTyping.ts";

/** Digits typed while nothing is being typed into belong to the reading. */
export function useDigitsToEntry() {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || !/^[\d.,]$/u.test(event.key)) return;
      if (event.target instanceof HTMLElement && event.target.matches("input, textarea")) return;
      if (isChoosing(event.target)) return;
      focusEntry();
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, []);
}

const hasChoice = (group: HTMLElement) => group.querySelector("[aria-checked=true]") !== null;

/**
 * Puts the focus where the step goes on: a choice that is asked for by its place, else its open field, what is
 * open to be chosen, or its title. False while it is not there.
 */
export function arrive(asked: readonly string[]): boolean {
  const main = document.querySelector("main");
  const field = main?.querySelector<HTMLElement>("input[data-entry]");
  const groups = [...(main?.querySelectorAll<HTMLElement>("[role=radiogroup][data-slot]") ?? [])];
  const isAsked = ({ dataset: { slot } }: HTMLElement) => slot !== undefined && asked.includes(slot);
  const named = groups.find((group) => isAsked(group) && !hasChoice(group)) ?? groups.find(isAsked);
  const open = groups.find((group) => !hasChoice(group));
  const inGroup = (group: HTMLElement | undefined) => group?.querySelector<HTMLElement>("[role=radio]");
  const title = main?.querySelector<HTMLElement>("h2");
  title?.setAttribute("tabindex", "-1");
  const wanted = inGroup(named) ?? field ?? inGroup(open) ?? title;
  wanted?.focus();
  if (wanted && wanted !== title) mark(wanted.closest<HTMLElement>("[data-slot]") ?? wanted);
  return wanted !== undefined && wanted !== null;
}

const MARKED_MILLISECONDS = 1600;

/** What Next meant is brought into sight and shown for a breath: a finger leaves no ring of focus. */
function mark(what: HTMLElement): void {
  what.scrollIntoView({ block: "nearest" });
  what.dataset["marked"] = "";
  window.setTimeout(() => delete what.dataset["marked"], MARKED_MILLISECONDS);
}

/** Something is typed that is not written down yet. */
export const isBegun = () =>
  [...document.querySelectorAll<HTMLInputElement>("main input[data-entry], main textarea")].some(
    ({ value }) => value !== "",
  );

/** A step that is opened takes the focus, unless something took it since; one that is still fetched is waited for. */
export function useArrival(step: string, asked: readonly string[]) {
  const wanted = useRef(asked);
  useEffect(() => {
    wanted.current = asked;
  });
  useEffect(() => {
    const from = document.activeElement;
    // The step took it by itself as it came.
    if (from?.closest("main")) return;
    let tries = 20;
    let timer = 0;
    const look = () => {
      const now = document.activeElement;
      // A field of the step, a dialog over it: whoever took the focus meanwhile keeps it.
      if (now !== document.body && now !== from) return;
      if ((document.querySelector("main h2") && arrive(wanted.current)) || (tries -= 1) === 0) return;
      timer = window.setTimeout(look, 50);
    };
    timer = window.setTimeout(look, 0);
    return () => window.clearTimeout(timer);
  }, [step]);
}
