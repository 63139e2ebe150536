// @vitest-environment jsdom
import { cleanup, screen } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { afterEach, expect, it, vi } from "vitest";
import { answering } from "../../tests/answers.ts";
import { onPage } from "../../tests/onPage.tsx";
import { Motors } from "./Motors.tsx";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = (serial: string) =>
  onPage(
    <Routes>
      <Route path="/motors/:serial?" element={<Motors />} />
    </Routes>,
    `/motors/${serial}`,
  );

it("says that a motor was never here only where the server said so", async () => {
  answering({ "GET /units": { items: [], total: 0, page: 1, pageSize: 20 } });
  open("TF-0001");
  expect(await screen.findByText(/No motor with the serial TF-0001 was here/u)).toBeDefined();
});

it("says why it cannot tell where the server failed", async () => {
  answering({ "GET /units": { status: 500, body: { detail: "The disk is full." } } });
  open("TF-0002");
  expect((await screen.findByRole("alert")).textContent).toMatch(/The disk is full/u);
  expect(screen.queryByText(/No motor with the serial/u)).toBeNull();
});
