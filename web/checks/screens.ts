import type { ComponentType } from "react";
import type { CheckId } from "#core/record";
import { Frame } from "./frame/Frame.tsx";
import { Mechanical } from "./mechanical/Mechanical.tsx";
import { Safety } from "./safety/Safety.tsx";
import { Winding } from "./winding/Winding.tsx";

/** The screen of each check. A new check is a folder and a line here. */
export const CHECK_SCREENS: Readonly<Record<CheckId, ComponentType>> = {
  safety: Safety,
  mechanical: Mechanical,
  frame: Frame,
  winding: Winding,
};
