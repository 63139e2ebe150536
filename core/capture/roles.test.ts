import { expect, it } from "vitest";
import { roleOf } from "./roles.ts";

it.each([
  ["AB", "AB"],
  ["V_bc", "BC"],
  ["U CA (V)", "CA"],
  ["A-B", "AB"],
  ["UV", "AB"],
  ["V-W", "BC"],
  ["WU", "CA"],
  ["Phase A", "AN"],
  ["BN", "BN"],
  ["C", "CN"],
  ["CH1", null],
  ["current", null],
] as const)("a voltage named %s carries %s", (name, role) => {
  expect(roleOf(name.replace(/ \(V\)/u, ""), false)).toBe(role);
});

it.each([
  ["A", "A"],
  ["hall_b", "B"],
  ["H3", "C"],
  ["Sensor U", "A"],
  ["D0", null],
  ["D1", null],
  ["clock", null],
] as const)("a two-level signal named %s carries %s", (name, role) => {
  expect(roleOf(name, true)).toBe(role);
});
