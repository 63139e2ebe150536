import type { ReactElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { assessJob, type NextStep } from "#core/judge";
import type { Complaint } from "#core/record";
import {
  BASIC,
  choice,
  frameOpen,
  job,
  lookedAndTurned,
  madeSafe,
  MILLIOHM,
  pairs,
  lamps,
  seen,
  SOUND_LAMPS,
} from "../../tests/jobs.ts";
import { VerdictPanel } from "./VerdictPanel.tsx";

const REST = [...madeSafe("hub"), ...lookedAndTurned(), ...frameOpen()];
const shown = (panel: ReactElement) =>
  renderToStaticMarkup(panel)
    .replace(/<span class="whitespace-nowrap">([^<]*)<\/span>/gu, "$1")
    .replace(/<[^>]+>/gu, " ")
    .replace(/&gt;/gu, ">")
    .replace(/&lt;/gu, "<")
    .replace(/\s+/gu, " ");
const textOf = (readings: Parameters<typeof job>[0], complaint: Complaint = "cutsOut") =>
  shown(
    <VerdictPanel verdict={assessJob({ ...job(readings), complaint })}>
      <a href="#next">on</a>
    </VerdictPanel>,
  );

describe("the verdict panel", () => {
  it("says not decided, and the next check with minutes and reason", () => {
    const text = textOf(madeSafe("hub"));
    expect(text).toContain("Not decided yet");
    expect(text).toMatch(/Next Look, turn, rock Look and turn, 2 min\. It tells most about/u);
    expect(text).toContain("What would change it");
  });

  it("names the fault with its place and the findings for it, signed", () => {
    const text = textOf([
      ...REST,
      ...lamps(SOUND_LAMPS),
      ...pairs(["127.4m", "143.6m", "143.1m"], MILLIOHM, "0.1m"),
    ]);
    expect(text).toMatch(/High joint or lead High joint|High joint or lead/u);
    expect(text).toMatch(/High joint or lead, C/u);
    expect(text).toMatch(/\+ ?1\d\.\d Both pairs through C are high/u);
  });

  it("says of what a reading would leave that it is still open, where it has no name, and never that nothing is wrong", () => {
    const verdict = assessJob({ ...job(madeSafe("hub")), complaint: "cutsOut" });
    const leaves = [
      { words: "three pairs equal", probability: 0.5, to: null, share: 0.4 },
      { words: "one tight spot", probability: 0.3, to: [], share: 0.9 },
      { words: "grinds", probability: 0.2, to: ["bearings"] as const, share: 0.8 },
    ];
    const text = shown(
      <VerdictPanel verdict={verdict} outlook={{ leaves, readings: null }}>
        {null}
      </VerdictPanel>,
    );
    expect(text).toContain("Three pairs equal: then still open, 40 %.");
    expect(text).toContain("One tight spot: then nothing wrong, 90 %.");
    expect(text).toContain("Grinds: then replace the bearings, 80 %.");
  });

  it("never claims certainty", () => {
    const text = textOf([...REST, ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m")]);
    expect(text).not.toMatch(/100 %/u);
    expect(text).not.toMatch(/ 0 %/u);
  });

  it("says why something comes first that is not asked for what it would tell", () => {
    const worn = [
      ...lookedAndTurned().filter(({ slot }) => slot !== "turn" && slot !== "axialPlay"),
      choice("mechanical", "turn", "grinding"),
      choice("mechanical", "axialPlay", "clear"),
    ];
    const text = (readings: Parameters<typeof textOf>[0]) =>
      textOf([...madeSafe("hub"), ...readings], "noisy");
    expect(text([...worn, choice("mechanical", "turn", "grinding")])).toMatch(
      /Next Leads to frame .* It comes before any work on the motor\./u,
    );
    const [turn, play] = lookedAndTurned();
    const chipped = [
      turn!,
      play!,
      choice("mechanical", "sight", "opened"),
      seen(["chipped"]),
      ...frameOpen(),
      ...pairs(["128m", "128m", "128.1m"], MILLIOHM, "0.1m"),
    ];
    expect(text(chipped)).toMatch(/Next Read again: .* The verdict rests on one look/u);
  });

  it("asks to finish what is begun before anything else", () => {
    const text = textOf([...madeSafe("hub"), ...lookedAndTurned(), frameOpen()[0]!]);
    expect(text).toContain("Next Leads to frame Begun; finish it first.");
  });

  it("says why all-open is not enough while the tips were not touched", () => {
    expect(textOf([...REST, ...pairs(["OL", "OL", "OL"], BASIC)])).toContain(
      "until the probe tips were touched together",
    );
  });

  it("says what the button leads to once it is decided, and proposes no check beside it", () => {
    const record = job(REST);
    const verdict = assessJob(record);
    expect(verdict.next).not.toBeNull();
    const text = (step: NextStep) =>
      shown(
        <VerdictPanel verdict={verdict} stands={step.kind}>
          on
        </VerdictPanel>,
      );
    expect(text({ kind: "letRun", minutes: 30 })).toContain(
      "Next Nothing departs any more. Let it run, then release it.",
    );
    expect(text({ kind: "repair", plans: [] })).toContain("Next Decided. The repair comes next. on");
    expect(text({ kind: "check", check: "winding", repeats: false, again: null })).toMatch(/Next .* min\. /u);
  });

  it("has enough when enough is known", () => {
    expect(
      textOf([...REST, ...lamps(SOUND_LAMPS), ...pairs(["127.4m", "143.6m", "143.1m"], MILLIOHM, "0.1m")]),
    ).toContain("Enough is known to decide.");
  });
});
