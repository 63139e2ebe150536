// @vitest-environment jsdom
import { Suspense } from "react";
import { cleanup, render, screen } from "@testing-library/react";
import { ErrorBoundary } from "react-error-boundary";
import { afterEach, expect, test, vi } from "vitest";
import { askAgain, fetchedRoom } from "./fetchedRoom.tsx";

afterEach(cleanup);

test("a room that could not be fetched is asked for again by the next who goes there, and once it is there no more", async () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  const answers = [() => Promise.reject(new Error("away")), () => Promise.resolve(() => <h1>Workings</h1>)];
  let asked = 0;
  const Workings = fetchedRoom(() => answers[asked++]!());
  const drawn = (at: string) => (
    <ErrorBoundary fallback={<p>not opened</p>} resetKeys={[at]} onReset={askAgain}>
      <Suspense fallback={<p>on its way</p>}>{at === "/" ? <p>bench</p> : <Workings />}</Suspense>
    </ErrorBoundary>
  );
  const { rerender } = render(drawn("/workings"));
  expect(screen.getByText("on its way")).toBeDefined();
  await screen.findByText("not opened");
  for (const at of ["/", "/workings", "/", "/workings"]) rerender(drawn(at));
  await screen.findByRole("heading", { name: "Workings" });
  expect(asked).toBe(2);
});
