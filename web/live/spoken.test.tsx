// @vitest-environment jsdom
import { cleanup, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { madeSafe } from "../../tests/jobs.ts";
import { entriesOf, openBench } from "../../tests/openBench.tsx";
import { api } from "../app/api.ts";
import { store } from "../app/store.ts";
import { Winding } from "../checks/winding/Winding.tsx";
import { SPOKEN } from "./spoken.ts";
import { SpokenToggle } from "./SpokenToggle.tsx";

const OWN = { localService: true, lang: "en-GB", name: "own" };
const FAR = { localService: false, lang: "en-US", name: "somebody else's machine" };

describe("what is said aloud", () => {
  let said: string[] = [];
  let voices: readonly object[] = [];
  beforeEach(async () => {
    [said, voices] = [[], [FAR, OWN]];
    vi.stubGlobal(
      "SpeechSynthesisUtterance",
      class {
        voice: { name: string } | null = null;
        constructor(readonly text: string) {}
      },
    );
    vi.stubGlobal("speechSynthesis", {
      getVoices: () => voices,
      speak: ({ text, voice }: { text: string; voice: { name: string } }) =>
        void said.push(`${voice.name}: ${text}`),
      cancel: () => undefined,
    });
    const noMatch = { matches: false, addEventListener() {}, removeEventListener() {} };
    vi.stubGlobal("matchMedia", () => noMatch);
    await store.dispatch(api.util.upsertQueryData("feeds", undefined, []));
  });
  afterEach(() => {
    cleanup();
    SPOKEN.set(false);
    store.dispatch(api.util.resetApiState());
    vi.unstubAllGlobals();
  });
  const bench = () => openBench(<Winding />, { entries: entriesOf(madeSafe("hub")) });

  it("is nothing where nobody chose it", async () => {
    const { user } = bench();
    await user.click(screen.getByRole("button", { name: "Go to A–B" }));
    await user.type(await screen.findByLabelText("Pair A–B"), "128m{Enter}");
    expect(said).toEqual([]);
  });

  it("is the place, what was accepted, and the next place, in a voice of the device's own", async () => {
    SPOKEN.set(true);
    const { user } = bench();
    await user.click(screen.getByRole("button", { name: "Go to A–B" }));
    said = [];
    await user.type(await screen.findByLabelText("Pair A–B"), "128m{Enter}");
    await waitFor(() => expect(said).toEqual(["own: 128 milliohms.", "own: Pair B to C"]));
  });

  it("is never said by another machine: a device without a voice of its own says so", async () => {
    voices = [FAR];
    const { user } = openBench(<SpokenToggle words="Pair A–B" />);
    await user.click(screen.getByRole("button", { name: "Spoken" }));
    expect(screen.getByRole("status").textContent).toBe("This device has no voice of its own.");
    expect(SPOKEN.now()).toBe(false);
    voices = [FAR, OWN];
    await user.click(screen.getByRole("button", { name: "Spoken" }));
    expect(said).toEqual(["own: Pair A to B"]);
    expect(SPOKEN.now()).toBe(true);
  });
});
