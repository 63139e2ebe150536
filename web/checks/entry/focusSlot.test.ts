// @vitest-environment jsdom
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { focusSlot } from "./focusSlot.ts";

beforeEach(() => {
  vi.useFakeTimers();
  document.body.innerHTML = `
    <button id="undo">Undo</button>
    <main>
      <div data-slot="turned"><button role="radio" id="smooth">Smooth</button></div>
      <details><summary id="record" tabindex="0">Record</summary></details>
      <input data-entry id="field" />
    </main>`;
});
afterEach(() => vi.useRealTimers());

const at = (id: string) => document.getElementById(id)!;
const focused = () => document.activeElement?.id;

function takenBackFrom(id: string) {
  at(id).focus();
  focusSlot("turned", at(id));
}

test("what was taken back gets the focus", () => {
  takenBackFrom("undo");
  vi.runAllTimers();
  expect(focused()).toBe("smooth");
});

test("it gets it where the button went away, and where a field opened by itself", () => {
  takenBackFrom("undo");
  at("undo").remove();
  vi.runAllTimers();
  expect(focused()).toBe("smooth");
  takenBackFrom("record");
  at("field").focus();
  vi.runAllTimers();
  expect(focused()).toBe("smooth");
});

test("who went elsewhere meanwhile stays there", () => {
  takenBackFrom("undo");
  at("record").focus();
  vi.runAllTimers();
  expect(focused()).toBe("record");
});

test("a value that is begun is not walked away from", () => {
  takenBackFrom("undo");
  at("field").focus();
  (at("field") as HTMLInputElement).value = "12";
  vi.runAllTimers();
  expect(focused()).toBe("field");
});
