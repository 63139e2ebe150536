import { expect, it } from "vitest";
import { turnOf } from "./drillQueue.ts";

const MOTORS = [
  { job: "a", name: "Arm 1" },
  { job: "b", name: "Arm 2" },
];
const SET_UP = { meter: "m", route: "oneMeter", plannedSpeed: { typed: "1300", rpm: 1300 } };

it("tells a motor's place on the drill, and whose turn is next", () => {
  const queue = { motors: MOTORS, setUp: SET_UP };
  expect(turnOf(queue, "a")).toEqual({ place: 1, of: 2, next: MOTORS[1], setUp: SET_UP });
  expect(turnOf(queue, "b")).toMatchObject({ place: 2, next: null });
  expect(turnOf(queue, "c")).toBeNull();
  expect(turnOf(null, "a")).toBeNull();
});
