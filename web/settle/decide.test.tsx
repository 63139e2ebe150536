// @vitest-environment jsdom
import { cleanup, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import {
  choice,
  DECISION,
  frameOpen,
  HUB,
  lookedAndTurned,
  madeSafe,
  MILLIOHM,
  pairs,
  spun,
} from "../../tests/jobs.ts";
import { entriesOf, openBench } from "../../tests/openBench.tsx";
import Decide from "./Decide.tsx";

const OPEN_STAR = entriesOf([
  ...madeSafe("hub"),
  ...lookedAndTurned(),
  ...frameOpen(),
  ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m"),
]);
const decideButton = () => screen.getByRole("button", { name: /^Decide/u });
const radios = () => screen.getAllByRole<HTMLInputElement>("radio", { name: /.+/u });
const checked = () =>
  radios().filter((one) => one.checked && one.closest("fieldset")?.querySelector("legend"));
const bench = (opening: Parameters<typeof openBench>[1]) => openBench(<Decide />, opening);

afterEach(cleanup);

describe("deciding", () => {
  it("proposes what the evidence says, and writes it with its cures and the reason", async () => {
    const { user, written, address } = bench({ entries: OPEN_STAR });
    expect(screen.getByText("The evidence agrees.")).toBeTruthy();
    await user.type(screen.getByLabelText("Reason"), "  All three pairs open.  ");
    await user.click(decideButton());
    expect(written).toMatchObject([
      {
        kind: "decision",
        body: {
          disposition: "resolder",
          cures: ["starJoint"],
          reason: "All three pairs open.",
          waitingFor: "nothing",
          by: "MO",
        },
      },
    ]);
    await waitFor(() => expect(address()).toMatch(/\/repair$/u));
    expect(screen.getByRole("list", { name: "Decided so far" }).textContent).toContain(
      "All three pairs open.",
    );
  });

  it("of a motor that is cleared proposes to send it back as it is, with the chance of all that lies outside it", async () => {
    const { user, written } = bench({
      entries: entriesOf([
        ...madeSafe("hub"),
        ...lookedAndTurned(),
        ...frameOpen(),
        ...pairs(["128m", "128m", "128m"], MILLIOHM, "0.1m"),
        ...spun([325, 4, 4, 4, 325]),
        choice("run", "swap", "stillFails"),
      ]),
      intake: { motor: { ...HUB, hallSpacing: "none" } },
    });
    const back = screen.getByRole<HTMLInputElement>("radio", { name: /^Send it back as it is/u });
    expect(back.checked).toBe(true);
    expect(screen.getByRole("heading", { level: 2 }).textContent).toMatch(/^Cleared on the bench: 9\d %$/u);
    expect(screen.getByText("The evidence agrees.")).toBeTruthy();
    expect(screen.getByText(/^Look next at:?$/u).parentElement!.textContent).toMatch(/battery/u);
    await user.type(screen.getByLabelText("Reason"), "all of it agrees");
    await user.click(decideButton());
    expect(written[0]?.body).toMatchObject({ disposition: "cleared" });
    expect(written[0]?.body).not.toHaveProperty("cures");
  });

  it("leaves alone whoever went elsewhere while the decision was on its way", async () => {
    const { user, written } = bench({ entries: OPEN_STAR });
    await user.type(screen.getByLabelText("Reason"), "open joint");
    const pressed = user.click(decideButton());
    window.history.replaceState(null, "", "/jobs/elsewhere");
    await pressed;
    await waitFor(() => expect(written).toHaveLength(1));
    await waitFor(() => expect(screen.getByLabelText<HTMLTextAreaElement>("Reason").value).toBe(""));
    expect(window.location.pathname).toBe("/jobs/elsewhere");
  });

  it("takes the findings as the reason, in full sentences", async () => {
    const { user } = bench({ entries: OPEN_STAR });
    await user.click(screen.getByRole("button", { name: "Take the findings as the reason" }));
    const { value } = screen.getByLabelText<HTMLTextAreaElement>("Reason");
    expect(value).toMatch(/open.*\.$/iu);
  });

  it("says beside it when the person chooses otherwise than the evidence", async () => {
    const { user, written } = bench({ entries: OPEN_STAR });
    await user.click(screen.getByRole("radio", { name: "Leave undecided" }));
    expect(screen.getByText(/^The evidence says: /u)).toBeTruthy();
    expect(screen.queryByText("The evidence agrees.")).toBeNull();
    await user.type(screen.getByLabelText("Reason"), "owner away");
    await user.click(decideButton());
    expect(written[0]?.body).toMatchObject({ disposition: "undecided" });
    expect(written[0]?.body).not.toHaveProperty("cures");
  });

  it("decides nothing by itself where the evidence does not: somebody has to choose", async () => {
    const { user, written } = bench({ entries: entriesOf(madeSafe("hub")) });
    expect(screen.getByText("Not decided by the evidence.")).toBeTruthy();
    expect(checked()).toEqual([]);
    await user.type(screen.getByLabelText("Reason"), "because");
    await user.click(decideButton());
    expect(written).toEqual([]);
    expect(screen.getByText("Choose what is to be done first.")).toBeTruthy();
  });

  it("asks for a reason at its field, and keeps what is typed when the server refuses", async () => {
    const { user, written } = bench({ entries: OPEN_STAR, refusing: "PK changed this job meanwhile." });
    await user.click(decideButton());
    const reason = screen.getByLabelText<HTMLTextAreaElement>("Reason");
    expect(reason.getAttribute("aria-invalid")).toBe("true");
    await user.type(reason, "open joint");
    expect(reason.getAttribute("aria-invalid")).toBe("false");
    await user.click(decideButton());
    expect(screen.getByText("PK changed this job meanwhile.")).toBeTruthy();
    expect(reason.value).toBe("open joint");
    expect(written).toEqual([]);
  });

  it("writes what the job waits for, and starts from the last decision", async () => {
    const last = { ...DECISION, cures: ["starJoint"], waitingFor: "parts" as const };
    const { user, written } = bench({ entries: [...OPEN_STAR, { kind: "decision", body: last }] });
    const parts = screen.getByRole("radio", { name: "Parts" });
    expect(parts.getAttribute("aria-checked")).toBe("true");
    await user.click(screen.getByRole("radio", { name: "An answer from the owner" }));
    await user.type(screen.getByLabelText("Reason"), "asked");
    await user.click(decideButton());
    expect(written[0]?.body).toMatchObject({ cures: ["starJoint"], waitingFor: "answer" });
  });

  it("offers nothing that may hurt somebody without saying so in its place", () => {
    bench({
      entries: OPEN_STAR,
      verdict: (judged) => ({
        ...judged,
        rivals: judged.rivals.map((one) => ({ ...one, unsafe: "A brake may lock" })),
      }),
    });
    expect(screen.getAllByText("Not offered: a brake may lock").length).toBeGreaterThan(0);
  });

  it("says which prices are examples until the shop puts in its own, and what a warranty asks", () => {
    bench({ entries: OPEN_STAR, intake: { motor: { ...HUB, warranty: "parts" } } });
    expect(screen.getByText(/Some prices are examples/u)).toBeTruthy();
    expect(screen.getByText(/ask before it is opened/u)).toBeTruthy();
  });

  it("shows a closed job's decisions and takes none", async () => {
    bench({
      entries: [...OPEN_STAR, { kind: "decision", body: DECISION }],
      closedAt: "2026-03-02T12:00:00.000Z",
    });
    await waitFor(() => expect(screen.getByRole("list", { name: "Decided so far" })).toBeTruthy());
    expect(screen.queryByRole("button", { name: /^Decide/u })).toBeNull();
    for (const one of radios()) expect(one.matches(":disabled")).toBe(true);
  });
});
