// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, describe, expect, it } from "vitest";
import type { Need, Verdict } from "#core/judge";
import { Needs } from "./Needs.tsx";

afterEach(cleanup);

const need = (what: string, check: "frame" | "mechanical", part: Partial<Need> = {}): Need => ({
  ...{ what, why: "It comes first.", state: "open", ableMeter: null },
  step: { check, title: "Look inside", slots: [], minutes: 3, gain: 0, because: "" },
  ...part,
});
const draw = (warrant: readonly Need[], part: Partial<Verdict> = {}) =>
  render(
    <MemoryRouter>
      <Needs
        job="7"
        verdict={
          {
            action: { probability: 0.9 },
            decided: null,
            hardFact: null,
            warrant,
            ...part,
          } as unknown as Verdict
        }
      />
    </MemoryRouter>,
  );

describe("what lies outside a motor that is cleared", () => {
  it("is each cause with its chance, and a way to the cheapest reading of it", () => {
    const step = { check: "feed", title: "Battery at rest", slots: [], minutes: 3, gain: 0, because: "" };
    const suspects = [
      { fault: "battery", name: "Battery sags", probability: 0.64, step },
      { fault: "wrongPlate", name: "Nameplate wrong", probability: 0.06, step: null },
    ];
    draw([], { cleared: true, outside: { chance: 0.98, suspects } } as unknown as Partial<Verdict>);
    expect(screen.getByRole("link", { name: "Battery at rest" }).getAttribute("href")).toBe("/jobs/7/feed");
    expect(screen.getAllByRole("listitem").map(({ textContent }) => textContent)).toEqual([
      "Battery sags64 %Battery at rest 3 min",
      "Nameplate wrong6 %",
    ]);
  });

  it("says so where nothing stands out", () => {
    draw([], { cleared: true, outside: { chance: 0.98, suspects: [] } } as unknown as Partial<Verdict>);
    expect(screen.getByText(/^Nothing stands out/u)).toBeTruthy();
  });
});

describe("what must still be seen", () => {
  it("is a way to the step of each, with its minutes and a meter that can", () => {
    draw([need("each lead to frame", "frame", { ableMeter: "a meter that reaches 1 MΩ" })]);
    expect(screen.getByRole("link", { name: "Each lead to frame" }).getAttribute("href")).toBe(
      "/jobs/7/frame",
    );
    expect(screen.getByRole("listitem").textContent).toBe(
      "Each lead to frame, 3 min, with a meter that reaches 1 MΩ",
    );
  });

  it("is one line for what one reading meets", () => {
    draw([need("its gap", "mechanical"), need("its magnets", "mechanical")]);
    expect(screen.getAllByRole("link").map(({ textContent }) => textContent)).toEqual(["Look inside"]);
  });

  it("names what was left out, decided or not, and nothing that was met", () => {
    draw(
      [
        need("each lead to frame", "frame", { state: "leftOut", step: null }),
        need("it", "frame", { state: "met" }),
      ],
      {
        decided: "replacePart",
      },
    );
    expect(screen.getByRole("region").textContent).toBe("Left out: each lead to frame.");
  });

  it("says nothing while nothing leads, or where a mark ended the matter", () => {
    const { container } = draw([need("its gap", "mechanical")], {
      action: { probability: 0.4 } as unknown as NonNullable<Verdict["action"]>,
    });
    expect(container.textContent).toBe("");
    draw([need("its gap", "mechanical")], { hardFact: { ends: "motor", sentence: "Torn." } });
    expect(screen.queryByRole("region")).toBeNull();
  });
});
