// @vitest-environment jsdom
import { act, cleanup, screen } from "@testing-library/react";
import { Link, Route, Routes } from "react-router";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import type { JobView } from "#contract/jobs";
import { API } from "#contract/routes";
import { collectAsked, nextAsked, type Asked } from "../../tests/answers.ts";
import { INTAKE, NOW, uuid } from "../../tests/entries.ts";
import { SHOP } from "../../tests/jobs.ts";
import { onPage } from "../../tests/onPage.tsx";
import { store } from "../app/store.ts";

let asked: Asked[];
beforeEach(() => {
  asked = collectAsked();
  // Nobody judges here: what a job is called is drawn before its verdict.
  vi.stubGlobal(
    "Worker",
    class {
      addEventListener = () => undefined;
      postMessage = () => undefined;
      terminate = () => undefined;
    },
  );
  const ignored = () => undefined;
  vi.stubGlobal("matchMedia", () => ({
    ...{ matches: false, addEventListener: ignored, removeEventListener: ignored },
  }));
  store.dispatch({ type: "bench/personChosen", payload: "MO" });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const view = (n: number, name: string): JobView => ({
  ...{ id: uuid(n), number: n, version: 0, entries: [], closing: null, elsewhere: null },
  ...{
    intake: { ...INTAKE, motor: { ...INTAKE.motor, name } },
    closedAt: null,
    grounds: { instruments: SHOP },
  },
  ...{ takenInAt: NOW.toISOString(), savedAt: NOW.toISOString() },
});

it("shows nothing of a job while another one is fetched: what is typed is never written into the one before", async () => {
  const { Job } = await import("./Job.tsx");
  const { user } = onPage(
    <>
      <Link to={`/jobs/${uuid(2)}`}>next on the drill</Link>
      <Routes>
        <Route path="/jobs/:id/:step?" element={<Job />} />
      </Routes>
    </>,
    `/jobs/${uuid(1)}`,
  );
  const first = await nextAsked(asked, "GET", `${API}/jobs/${uuid(1)}`);
  first.answer(view(1, "Survey copter 3, arm 1"));
  await screen.findByRole("heading", { name: "Survey copter 3, arm 1" });
  await user.click(screen.getByRole("link", { name: "next on the drill" }));
  const second = await nextAsked(asked, "GET", `${API}/jobs/${uuid(2)}`);
  expect(screen.queryByRole("heading", { name: /Survey copter 3/u })).toBeNull();
  expect(screen.getByText("Fetching the job.")).toBeDefined();
  await act(async () => second.answer(view(2, "Survey copter 2, arm 5")));
  await screen.findByRole("heading", { name: "Survey copter 2, arm 5" });
});
