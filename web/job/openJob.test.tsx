// @vitest-environment jsdom
import { act, cleanup, renderHook } from "@testing-library/react";
import { useSyncExternalStore } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { JobView } from "#contract/jobs";
import type { Entry } from "#core/record";
import { aReading, INTAKE, JOB, uuid } from "../../tests/entries.ts";
import { SHOP } from "../../tests/jobs.ts";
import type { Parcel } from "../app/outbox.ts";
import { useJobParts } from "./openJob.ts";

const device = vi.hoisted(() => {
  let parcels: readonly unknown[] = [];
  const heard = new Set<() => void>();
  return {
    now: () => parcels,
    hear: (listener: () => void) => {
      heard.add(listener);
      return () => heard.delete(listener);
    },
    put: (next: readonly unknown[]) => {
      parcels = next;
      heard.forEach((listener) => listener());
    },
    submit: vi.fn(() => Promise.resolve({ kind: "saved" })),
  };
});
vi.mock("../app/store.ts", () => ({
  useBench: (select: (bench: object) => unknown) =>
    select({ who: "MO", parcels: useSyncExternalStore(device.hear, device.now) }),
  outbox: { submit: device.submit },
}));

afterEach(() => {
  cleanup();
  device.put([]);
});

const entry = (n: number): Entry => ({ kind: "reading", body: aReading(n) }) as unknown as Entry;
const view = (entries: readonly Entry[], version: number): JobView => ({
  id: JOB,
  number: 14,
  version,
  takenInAt: INTAKE.takenInAt,
  savedAt: `2026-03-02T09:1${version}:00.000Z`,
  closedAt: null,
  closing: null,
  elsewhere: null,
  intake: INTAKE,
  entries: [...entries],
  grounds: { instruments: SHOP },
});
const parcel = (n: number, part: Partial<Parcel> = {}): Parcel => ({
  id: uuid(n),
  job: JOB,
  kind: "reading",
  body: aReading(n),
  version: 1,
  refused: null,
  ...part,
});

describe("an open job, while an entry goes from the screen to the server", () => {
  it("is a new one once, when the entry is there, and the same through all that follows", () => {
    const { result, rerender } = renderHook(({ of }) => useJobParts(of), {
      initialProps: { of: view([entry(1)], 1) },
    });
    const before = result.current.parts;
    act(() => device.put([parcel(2, { unstored: true })]));
    const entered = result.current.parts;
    expect(entered.record.readings).toHaveLength(before.record.readings.length + 1);
    expect(result.current.delivery.waiting).toMatchObject([{ unstored: true }]);
    // Kept on this device.
    act(() => device.put([parcel(2)]));
    expect(result.current.parts).toBe(entered);
    expect(result.current.delivery.waiting).toHaveLength(1);
    // The server has it, and the parcel is still there for a moment.
    rerender({ of: view([entry(1), entry(2)], 2) });
    expect(result.current.parts).toBe(entered);
    expect(result.current.delivery.savedAt).toBe("2026-03-02T09:12:00.000Z");
    act(() => device.put([]));
    expect(result.current.parts).toBe(entered);
    expect(result.current.delivery.waiting).toEqual([]);
    // Fetched anew, with nothing of it changed.
    rerender({ of: structuredClone(view([entry(1), entry(2)], 2)) });
    expect(result.current.parts.record).toBe(entered.record);
  });

  it("is a new one where an entry was taken back, or another's came", () => {
    const { result, rerender } = renderHook(({ of }) => useJobParts(of), {
      initialProps: { of: view([entry(1)], 1) },
    });
    const before = result.current.parts;
    const undo = { kind: "undo", body: { id: uuid(9), of: uuid(1), at: INTAKE.takenInAt, by: "MO" } };
    rerender({ of: view([entry(1), undo as unknown as Entry], 2) });
    expect(result.current.parts.undone).toContain(uuid(1));
    expect(result.current.parts).not.toBe(before);
    rerender({ of: view([entry(1), entry(3)], 3) });
    expect(result.current.parts.undone.size).toBe(0);
    expect(result.current.parts.record.readings).toHaveLength(2);
  });

  it("writes onto the version that is on screen, though it is no new one", async () => {
    const { result, rerender } = renderHook(({ of }) => useJobParts(of), {
      initialProps: { of: view([entry(1)], 1) },
    });
    const { add } = result.current.parts;
    rerender({ of: view([entry(1)], 7) });
    expect(result.current.parts.add).toBe(add);
    await result.current.parts.undo(uuid(1));
    expect(device.submit).toHaveBeenLastCalledWith(
      expect.objectContaining({ version: 7, kind: "undo", job: JOB }),
    );
  });
});
