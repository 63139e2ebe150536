// @vitest-environment jsdom
import { afterEach, describe, expect, it, vi } from "vitest";
import { placeIn } from "./place.ts";

afterEach(() => {
  vi.resetModules();
  window.history.replaceState(null, "", "/");
});

describe("where a page is", () => {
  it.each([
    ["/", ""],
    ["/jobs/1/winding", ""],
    ["/at/north", "/at/north"],
    ["/at/north/", "/at/north"],
    ["/at/harbour-2/jobs/1", "/at/harbour-2"],
    ["/chain", "/chain"],
    ["/chain/people", "/chain"],
    ["/chains", ""],
    ["/chainsaw/at/north", ""],
    ["/at/", ""],
    ["/attic/north", ""],
    ["/jobs/at/north", ""],
  ])("%s is below “%s”", (path, place) => {
    expect(placeIn(path)).toBe(place);
  });

  it("names what is kept on the device and asked of the server by its shop: one's is not the other's", async () => {
    const at = async (path: string) => {
      window.history.replaceState(null, "", path);
      vi.resetModules();
      return import("./place.ts");
    };
    const home = await at("/jobs/1");
    const north = await at("/at/north/jobs/1");
    const office = await at("/chain");
    expect([home, north, office].map(({ OUR_API }) => OUR_API)).toEqual([
      "/api/v1",
      "/at/north/api/v1",
      "/chain/api/v1",
    ]);
    expect(home.keptAs("green-fable")).toBe("green-fable");
    expect(new Set([home, north, office].map(({ keptAs }) => keptAs("green-fable"))).size).toBe(3);
    expect(north.fileHere("1", "2")).toBe("/at/north/api/v1/jobs/1/files/2");
    expect([home, north, office].map(({ isOffice }) => isOffice)).toEqual([false, false, true]);
  });
});
