import { renderToStaticMarkup } from "react-dom/server";
import { expect, it } from "vitest";
import { Unbroken } from "./Unbroken.tsx";

const kept = (text: string) =>
  [...renderToStaticMarkup(<Unbroken>{text}</Unbroken>).matchAll(/nowrap">([^<]*)</gu)].map(
    ([, part]) => part,
  );

it.each([
  ["Most likely: repair. 61 % sure; 92 % needed.", ["61 %", "92 %"]],
  ["largest deviation −0.1 %, B–C. Wait 10 min.", ["−0.1 %", "B–C", "10 min"]],
  ["9.00 rpm/V at most", ["9.00 rpm/V"]],
  ["nothing to count", []],
])("keeps together what belongs together in %j, and changes no letter", (text, parts) => {
  expect(kept(text)).toEqual(parts);
  expect(renderToStaticMarkup(<Unbroken>{text}</Unbroken>).replace(/<[^>]+>/gu, "")).toBe(text);
});
