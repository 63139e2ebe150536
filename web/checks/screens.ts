import type { ComponentType } from "react";
import type { CheckId } from "#core/record";
import { Backemf } from "./backemf/Backemf.tsx";
import { Air } from "./electronics/Air.tsx";
import { Module } from "./electronics/Module.tsx";
import { Power } from "./electronics/Power.tsx";
import { Feed } from "./feed/Feed.tsx";
import { Frame } from "./frame/Frame.tsx";
import { Hall } from "./hall/Hall.tsx";
import { Insulation } from "./insulation/Insulation.tsx";
import { Mechanical } from "./mechanical/Mechanical.tsx";
import { Run } from "./run/Run.tsx";
import { Safety } from "./safety/Safety.tsx";
import { Setup } from "./setup/Setup.tsx";
import { Waveform } from "./waveform/Waveform.tsx";
import { Winding } from "./winding/Winding.tsx";

/** The screen of each check. A new check is a folder and a line here. */
export const CHECK_SCREENS: Readonly<Record<CheckId, ComponentType>> = {
  safety: Safety,
  mechanical: Mechanical,
  frame: Frame,
  insulation: Insulation,
  winding: Winding,
  backemf: Backemf,
  waveform: Waveform,
  hall: Hall,
  feed: Feed,
  run: Run,
  setup: Setup,
  power: Power,
  module: Module,
  air: Air,
};
