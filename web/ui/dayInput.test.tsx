// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { DayInput } from "./DayInput.tsx";

/** A Monday. */
const NOW = new Date("2026-11-30T10:00:00.000Z");

function Form({ onValue }: { readonly onValue: (value: string) => void }) {
  const [value, setValue] = useState("");
  return (
    <>
      <label htmlFor="day">Promised for</label>
      <DayInput
        id="day"
        label="Promised for"
        value={value}
        toward="ahead"
        onChange={(next) => {
          setValue(next);
          onValue(next);
        }}
      />
      <button type="button" onClick={() => setValue("2026-12-24")}>
        From a draft
      </button>
      <button type="button" onClick={() => setValue("fri")}>
        As it was typed
      </button>
    </>
  );
}

beforeEach(() => {
  vi.useFakeTimers({ shouldAdvanceTime: true, now: NOW });
  // The month is placed by measures that a page without a layout has not.
  vi.stubGlobal(
    "ResizeObserver",
    class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  );
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const draw = () => {
  const values: string[] = [];
  render(<Form onValue={(value) => values.push(value)} />);
  const user = userEvent.setup({ advanceTimers: (ms) => vi.advanceTimersByTime(ms) });
  return { user, last: () => values.at(-1), field: screen.getByLabelText<HTMLInputElement>("Promised for") };
};

describe("a day in a form", () => {
  it("is typed as one says it, and says what was understood", async () => {
    const { user, last, field } = draw();
    await user.type(field, "fri");
    expect(last()).toBe("2026-12-04");
    expect(field.value).toBe("fri");
    expect(screen.getByText(/^Fri.*Dec.*2026$/u)).toBeTruthy();
  });
  it("keeps what is no day as it was typed, for its sentence", async () => {
    const { user, last, field } = draw();
    await user.type(field, "soon");
    expect(last()).toBe("soon");
    expect(field.value).toBe("soon");
  });
  it("shows what somebody else fills in", async () => {
    const { user, field } = draw();
    await user.type(field, "fri");
    await user.click(screen.getByRole("button", { name: "From a draft" }));
    expect(field.value).toBe("2026-12-24");
    // Kept as it was typed, on a day when nobody could tell what it meant.
    await user.click(screen.getByRole("button", { name: "As it was typed" }));
    expect(field.value).toBe("fri");
  });
  it("is chosen from a month, whose keys are no keys of the view", async () => {
    const { user, last, field } = draw();
    const heard = vi.fn();
    await user.click(screen.getByRole("button", { name: "Choose from a month" }));
    const today = await screen.findByRole("button", { name: /Today.*November 30/u });
    expect(document.activeElement).toBe(today);
    document.addEventListener("keydown", heard);
    await user.keyboard("{ArrowRight}{ArrowRight}{Enter}");
    document.removeEventListener("keydown", heard);
    expect(heard).not.toHaveBeenCalled();
    expect(last()).toBe("2026-12-02");
    expect(field.value).toBe("2026-12-02");
    expect(screen.queryByRole("grid")).toBeNull();
  });
});
