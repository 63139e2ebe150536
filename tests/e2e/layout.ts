import type { Page } from "@playwright/test";

/** Smallest side of what a finger presses, CSS px. */
const FINGER = 44;
/** Smallest letters, CSS px. */
const LETTERS = 11;

/**
 * What is wrong with how a view is laid out, each in a line with its text; none where nothing is. Wider than the screen,
 * text running out of its box, two things to press over each other, letters too small, and on a touch screen
 * targets below 44 pixels.
 * @param touch pressed by fingers
 */
export function layoutProblems(page: Page, touch: boolean): Promise<readonly string[]> {
  return page.evaluate(
    ({ touch: fingers, FINGER: finger, LETTERS: letters }) => {
      const found: string[] = [];
      const { scrollWidth, clientWidth } = document.documentElement;
      if (scrollWidth > clientWidth) found.push(`${scrollWidth} px wide on ${clientWidth}`);
      const words = (element: Element) =>
        (element.getAttribute("aria-label") ?? element.textContent).trim().slice(0, 40);
      const shown = (element: Element) => {
        const { width, height } = element.getBoundingClientRect();
        return (
          width > 1 &&
          height > 1 &&
          element.checkVisibility({ opacityProperty: true, visibilityProperty: true })
        );
      };
      const ownText = (element: Element) =>
        [...element.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.textContent?.trim());
      const all = [...document.body.querySelectorAll<HTMLElement>("*")].filter(
        (element) => !element.closest("svg, .sr-only, [aria-hidden=true], [data-printed]") && shown(element),
      );
      for (const element of all.filter(ownText)) {
        const style = getComputedStyle(element);
        // What is shortened with dots is meant to be, and has the rest of its words elsewhere.
        const spills =
          style.display !== "inline" && style.textOverflow !== "ellipsis" && style.webkitLineClamp === "none";
        if (spills && element.scrollWidth > element.clientWidth + 1) found.push(`spilt: ${words(element)}`);
        if (parseFloat(style.fontSize) < letters) found.push(`small letters: ${words(element)}`);
      }
      const pressed = all.filter((element) =>
        element.matches("button, a[href], input, select, textarea, summary, [role=radio], [role=tab]"),
      );
      // What is scrolled away or lies under a bar is not on screen.
      const onScreen = pressed.filter((element) => {
        const { left, top, width, height } = element.getBoundingClientRect();
        const hit = document.elementFromPoint(left + width / 2, top + height / 2);
        return (
          hit !== null && (element.contains(hit) || hit.contains(element) || hit.closest("label") !== null)
        );
      });
      /** What is seen of it: the rest is scrolled away. */
      const seenOf = (element: Element) => {
        let { left, right, top, bottom } = element.getBoundingClientRect();
        for (let room = element.parentElement; room; room = room.parentElement) {
          if (getComputedStyle(room).overflowY === "visible") continue;
          const box = room.getBoundingClientRect();
          [left, top] = [Math.max(left, box.left), Math.max(top, box.top)];
          [right, bottom] = [Math.min(right, box.right), Math.min(bottom, box.bottom)];
        }
        return { left, right, top, bottom };
      };
      const boxes = onScreen.map((element) => ({ element, box: seenOf(element) }));
      boxes.forEach(({ element, box }, i) => {
        for (const other of boxes.slice(i + 1)) {
          if (element.contains(other.element) || other.element.contains(element)) continue;
          const across = Math.min(box.right, other.box.right) - Math.max(box.left, other.box.left);
          const down = Math.min(box.bottom, other.box.bottom) - Math.max(box.top, other.box.top);
          if (across > 2 && down > 2)
            found.push(`over each other: ${words(element)} / ${words(other.element)}`);
        }
      });
      if (fingers)
        for (const { element } of boxes) {
          const box = element.getBoundingClientRect();
          const inText = element.matches("a") && getComputedStyle(element).display === "inline";
          const ofLabel = element.closest("label") !== null || element.matches("[type=hidden], [type=file]");
          if (!inText && !ofLabel && (box.height < finger - 0.5 || box.width < 24))
            found.push(`${Math.round(box.width)}×${Math.round(box.height)}: ${words(element)}`);
        }
      return [...new Set(found)];
    },
    { touch, FINGER, LETTERS },
  );
}
